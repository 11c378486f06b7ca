import { describe, expect, test } from "vitest";
import { nameKey, nameKeyCap } from "./keys";

const pressed = { shiftKey: false, altKey: false, ctrlKey: false, metaKey: false };

describe("the name of a pressed key", () => {
  test.each([
    ["a plain sign", { key: "[" }, "["],
    [
      "a sign typed with AltGr, which Windows reports as Ctrl and Alt",
      { key: "[", ctrlKey: true, altKey: true, code: "Digit8" },
      "[",
    ],
    ["a sign typed with Option", { key: "]", altKey: true, code: "KeyL" }, "]"],
    ["a digit with Option, which types another sign", { key: "¡", altKey: true, code: "Digit1" }, "Alt+1"],
    ["a digit with Alt", { key: "5", altKey: true, code: "Digit5" }, "Alt+5"],
    ["an arrow with Alt", { key: "ArrowUp", altKey: true, code: "ArrowUp" }, "Alt+ArrowUp"],
    ["an arrow with Ctrl", { key: "ArrowUp", ctrlKey: true }, "Mod+ArrowUp"],
    ["a capital letter", { key: "K", shiftKey: true }, "Shift+k"],
  ])("%s", (_, given, name) => {
    expect(nameKey({ ...pressed, ...given })).toBe(name);
  });
  test("on the key list", () => {
    expect(nameKeyCap("Mod+ArrowUp")).toBe("Ctrl+↑");
    expect(nameKeyCap("Mod+Shift+z")).toBe("Ctrl+Shift+Z");
  });
});
