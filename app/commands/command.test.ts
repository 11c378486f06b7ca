import { describe, expect, test } from "vitest";
import {
  bindTable,
  type CommandTable,
  findCommand,
  groupCommands,
  hintOf,
  keysInForce,
  type Press,
  searchCommands,
  takenBy,
  withOwnKeys,
} from "./command";
import { nameKey, nameKeyCap } from "./keys";

interface Scene {
  readonly isOn: boolean;
  readonly log: string[];
}
const TABLE: CommandTable<Scene> = [
  { id: "play", keys: ["Space"], name: "Play or stop", group: "Sound", run: ({ log }) => log.push("play") },
  {
    id: "accent",
    keys: ["a", ">"],
    name: "Accent",
    group: "Notes",
    scope: "notes",
    run: ({ log }) => log.push("accent"),
  },
  {
    id: "undo",
    keys: ["Mod+z"],
    name: "Undo",
    group: "Everywhere",
    whileTyping: "own",
    canRun: ({ isOn }) => isOn,
    run: ({ log }) => log.push("undo"),
  },
  { id: "export", keys: [], name: "MIDI file: the fill", group: "Export", run: ({ log }) => log.push("export") },
];
const OTHER: CommandTable<Scene> = [
  { id: "apply", keys: ["a", "Space"], name: "Apply", group: "Floor", run: ({ log }) => log.push("apply") },
];

function press(key: string, given: Partial<Press> = {}): Press {
  return {
    key,
    isTyping: false,
    isOwnField: false,
    allowsLetters: true,
    isKept: false,
    isInScope: () => false,
    ...given,
  };
}
function scene(isOn = true): Scene {
  return { isOn, log: [] };
}

describe("a key press", () => {
  const layers = [bindTable(TABLE, scene)];
  const both = [...layers, bindTable(OTHER, scene)];
  test("runs its command, the last registered first", () => {
    expect(findCommand(layers, press("Space"))?.id).toBe("play");
    expect(findCommand(both, press("Space"))?.id).toBe("apply");
    expect(findCommand(layers, press("q"))).toBeNull();
  });
  test("prefers a focused scope's command, and never runs it outside", () => {
    expect(findCommand(layers, press("a"))).toBeNull();
    expect(findCommand(both, press("a"))?.id).toBe("apply");
    expect(findCommand(both, press(">", { isInScope: (name) => name === "notes" }))?.id).toBe("accent");
    expect(findCommand(both, press("a", { isInScope: (name) => name === "notes" }))?.id).toBe("accent");
  });
  test("in a field, or needed by the focused element, only runs commands meant for that", () => {
    expect(findCommand(layers, press("Space", { isTyping: true }))).toBeNull();
    expect(findCommand(layers, press("Mod+z", { isTyping: true, isOwnField: true }))?.id).toBe("undo");
    expect(findCommand(layers, press("Space", { isKept: true }))).toBeNull();
  });
  test("in an unrelated field leaves undo to the field", () => {
    expect(findCommand(layers, press("Mod+z", { isTyping: true, isOwnField: false }))).toBeNull();
    expect(findCommand(layers, press("Mod+z"))?.id).toBe("undo");
  });
  test("of a single letter or sign does nothing if these are turned off; other keys work", () => {
    const off = { allowsLetters: false, isInScope: () => true };
    expect(findCommand(layers, press("a", off))).toBeNull();
    expect(findCommand(layers, press(">", off))).toBeNull();
    expect(findCommand(layers, press("Space", off))?.id).toBe("play");
    expect(findCommand(layers, press("Mod+z", off))?.id).toBe("undo");
  });
  test("asks the current scene whether the command can run, and runs it on that", () => {
    let now = scene(false);
    const bound = [bindTable(TABLE, () => now)];
    expect(findCommand(bound, press("Mod+z"))).toBeNull();
    now = scene(true);
    findCommand(bound, press("Mod+z"))?.run();
    expect(now.log).toEqual(["undo"]);
  });
});

test("the key list groups commands by heading; hints show the first key", () => {
  const groups = groupCommands([...bindTable(TABLE, scene), ...bindTable(OTHER, scene)]);
  expect([...groups.keys()]).toEqual(["Sound", "Notes", "Everywhere", "Export", "Floor"]);
  expect(hintOf(TABLE, "accent")).toBe("Accent (a)");
  expect(hintOf(TABLE, "undo")).toBe("Undo (Ctrl+Z)");
  expect(hintOf(TABLE, "export")).toBe("MIDI file: the fill");
  expect(() => hintOf(TABLE, "juggle")).toThrow("juggle");
});

describe("the player's own keys", () => {
  const own = { accent: ["j"], play: [] };
  const all = [...bindTable(TABLE, scene), ...bindTable(OTHER, scene)].map((command) => withOwnKeys(command, own));
  test("replace the defaults in lookups and hints; other commands keep theirs", () => {
    const inNotes = { isInScope: (name: string) => name === "notes" };
    expect(findCommand([all], press("j", inNotes))?.id).toBe("accent");
    expect(findCommand([all], press("a", inNotes))?.id).toBe("apply");
    expect(findCommand([all.filter(({ id }) => id !== "apply")], press("Space"))).toBeNull();
    expect(hintOf(TABLE, "accent", own)).toBe("Accent (j)");
    expect(hintOf(TABLE, "play", own)).toBe("Play or stop");
    expect(hintOf(TABLE, "undo", own)).toBe("Undo (Ctrl+Z)");
    // Names from Object.prototype aren't commands.
    expect(withOwnKeys({ id: "toString", keys: ["x"] }, own).keys).toEqual(["x"]);
  });
  test("belong to no other available command, wherever they were set", () => {
    const together = [...bindTable(TABLE, scene), ...bindTable(OTHER, scene)];
    const given = { undo: ["Space"], accent: ["Space"] };
    const settled = together.map(keysInForce(together, given));
    const of = (name: string) => settled.find(({ id }) => id === name);
    expect(of("undo")).toMatchObject({ keys: ["Space"], lost: [] });
    expect(of("play")).toMatchObject({ keys: [], lost: [{ key: "Space", to: "Undo" }] });
    // Inside the notes, the key belongs to another command.
    expect(of("accent")).toMatchObject({ keys: ["Space"], lost: [] });
    expect(findCommand([settled], press("Space"))?.id).toBe("undo");
    // When two commands got the same key on different screens, the newer one has it.
    const twice = together.map(keysInForce(together, { play: ["j"], undo: ["j"] }));
    expect(twice.filter(({ keys }) => keys.includes("j")).map(({ id }) => id)).toEqual(["undo"]);
    expect(findCommand([twice], press("j"))?.id).toBe("undo");
  });
  test("report a conflict in the same scope; in another scope the key is free", () => {
    expect(takenBy(all, "undo", "Space")?.id).toBe("apply");
    expect(takenBy(all, "apply", "Space")).toBeNull();
    expect(takenBy(all, "undo", "j")).toBeNull();
    expect(takenBy(all, "undo", "z")).toBeNull();
  });
});

test("the palette matches any words of name and heading, and lists names that start with them first", () => {
  const all = [...bindTable(TABLE, scene), ...bindTable(OTHER, scene)];
  const found = (typed: string) => searchCommands(all, typed).map(({ id }) => id);
  expect(found("")).toHaveLength(5);
  expect(found("fill midi")).toEqual(["export"]);
  expect(found("SOUND")).toEqual(["play"]);
  expect(found("ap")).toEqual(["apply"]);
  expect(found("no such thing")).toEqual([]);
});

test("the palette also matches other words for a command, after those whose names match", () => {
  const all = [...bindTable(TABLE, scene), ...bindTable(OTHER, scene)];
  const found = (typed: string) =>
    searchCommands(all, typed, { export: "share notes", apply: "play it" }).map(({ id }) => id);
  expect(found("share")).toEqual(["export"]);
  expect(found("share midi")).toEqual(["export"]);
  expect(found("play")).toEqual(["play", "apply"]);
});

test("keys have one name on every keyboard, and a label", () => {
  const plain = { shiftKey: false, altKey: false, ctrlKey: false, metaKey: false };
  expect(nameKey({ ...plain, key: "R" })).toBe("r");
  expect(nameKey({ ...plain, key: "K", shiftKey: true })).toBe("Shift+k");
  expect(nameKey({ ...plain, key: ">", shiftKey: true })).toBe(">");
  expect(nameKey({ ...plain, key: "ArrowUp", altKey: true })).toBe("Alt+ArrowUp");
  expect(nameKey({ ...plain, key: "Z", metaKey: true, shiftKey: true })).toBe("Mod+Shift+z");
  expect(nameKey({ ...plain, key: " " })).toBe("Space");
  expect(["Shift+k", "Alt+ArrowUp", "Mod+k", "Mod+Shift+z"].map(nameKeyCap)).toEqual([
    "⇧k",
    "Alt+↑",
    "Ctrl+K",
    "Ctrl+Shift+Z",
  ]);
});
