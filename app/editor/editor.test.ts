import { describe, expect, test, vi } from "vitest";
import { spotsOf } from "~/audio/spots";
import { mirrorKit, usualSurface } from "~/core/kit";
import { formatLine } from "~/core/line";
import { mirrorLine } from "~/core/phrase";
import { pulseOf } from "~/core/pulse";
import type { KitVoice } from "~/core/stroke";
import { WORKING } from "~/core/testing/kits";
import { bpm, parseMeter, ticks } from "~/core/time";
import { type FillContent, makeContent } from "~/library/fill/content";
import { makeGrooveContent } from "~/library/groove/content";
import { toGroove } from "~/library/groove/groove";
import { DEFAULT_PREFERENCES, type Handedness } from "~/library/preferences";
import { playerOf } from "~/session/player";
import { AS_WRITTEN } from "~/session/practice";
import { openEditor } from "./editor";
import { makeScore, makeSource, type PlayContext, pickGroove } from "./fill/score";
import { NOTE_COMMANDS, type NoteScene } from "./note-commands";

function open(text = "@4 RLRL", given: Partial<FillContent> = {}) {
  const editor = openEditor(makeContent({ text, ...given }), ({ meter }) => ({
    player: WORKING,
    pulse: pulseOf(meter),
  }));
  return {
    editor,
    content: () => editor.store.getState().content,
    worked: editor.worked,
    undo: () => editor.undo.getState().undo(),
    redo: () => editor.undo.getState().redo(),
  };
}
/** Waits until the next edit of the same kind is a new undo step. */
function pause() {
  vi.advanceTimersByTime(2_000);
}

describe("typing", () => {
  test("an unreadable line is kept as text while the last valid one stays in force", () => {
    const { editor, content, worked } = open("@4 RLRL");
    editor.setText("@4 RLRLZ");
    expect(content()).toMatchObject({ text: "@4 RLRLZ", goodText: "@4 RLRL" });
    expect(worked().timeline.slots).toHaveLength(4);
    expect(worked().reading.problems).toHaveLength(1);
    editor.setText("@4 RLRLK");
    expect(content()).toMatchObject({ text: "@4 RLRLK", goodText: "@4 RLRLK" });
  });
  test("direct edits never overwrite a line with an error", () => {
    const { editor, content } = open();
    editor.setText("@4 RLZ");
    expect(editor.editLine(mirrorLine)).toBe(false);
    expect(content().text).toBe("@4 RLZ");
  });
});

test("a finished line is rewritten canonically, and stays as typed while it has an error", () => {
  const { editor, content, undo } = open();
  editor.setText("RLK x 3  (HK)");
  editor.tidyText();
  expect(content()).toMatchObject({ text: "@4 RLKx3 (KH)", goodText: "@4 RLKx3 (KH)" });
  undo();
  expect(content().text).toBe("@4 RLRL");
  editor.setText("@4 RLZ");
  editor.tidyText();
  expect(content().text).toBe("@4 RLZ");
});

describe("undo and redo", () => {
  test("cover everything: text, notes, meter, window, tempo, name", () => {
    vi.useFakeTimers({ toFake: ["performance"] });
    const { editor, content, undo, redo } = open();
    const before = content();
    const acts = [
      () => editor.setText("@4 RLRLK"),
      () => editor.editLine(mirrorLine),
      () => editor.setMeter(parseMeter("7/8") ?? { beats: 4, unit: 4 }),
      () => editor.setContent({ window: { start: ticks(2_520), length: ticks(10_080) } }, "window"),
      () => editor.setContent({ tempo: bpm(133) }, "tempo"),
      () => editor.setContent({ name: "New" }, "name"),
      () => editor.replace(makeContent({ text: "@4 H" })),
    ];
    const states = acts.map((act) => {
      act();
      pause();
      return content();
    });
    for (const state of states.slice(0, -1).toReversed()) {
      undo();
      expect(content()).toEqual(state);
    }
    undo();
    expect(content()).toEqual(before);
    for (const state of states) {
      redo();
      expect(content()).toEqual(state);
    }
    vi.useRealTimers();
  });
  test("typing a word is one step, typing after a pause another", () => {
    vi.useFakeTimers({ toFake: ["performance"] });
    const { editor, content, undo } = open("@4 R");
    for (const text of ["@4 RL", "@4 RLR", "@4 RLRR"]) editor.setText(text);
    pause();
    editor.setText("@4 RLRRK");
    undo();
    expect(content().text).toBe("@4 RLRR");
    undo();
    expect(content().text).toBe("@4 R");
    vi.useRealTimers();
  });
});

test("a new meter keeps the number of whole bars", () => {
  const { editor, content } = open();
  editor.setContent({ window: { start: ticks(40_320), length: ticks(80_640) } }, "window");
  editor.setMeter({ beats: 3, unit: 4 });
  expect(content().window).toEqual({ start: 30_240, length: 60_480 });
  editor.setContent({ window: { start: ticks(2_520), length: ticks(5_040) } }, "window");
  editor.setMeter({ beats: 4, unit: 4 });
  expect(content().window).toEqual({ start: 2_520, length: 5_040 });
});

describe("keys", () => {
  function press(text: string, at: number | null, ...ids: string[]) {
    const { editor, content } = open(text);
    let cursor = at;
    const said: string[] = [];
    for (const id of ids) {
      const { timeline } = editor.worked();
      const slot = cursor === null ? null : (timeline.slots[cursor] ?? null);
      const scene: NoteScene = {
        timeline,
        slot,
        cells: slot && { from: slot.cell, to: slot.cell },
        editLine: editor.editLine,
        choose: (slot) => {
          cursor = slot;
        },
        say: (words) => said.push(words),
      };
      const key = NOTE_COMMANDS.find((entry) => entry.id === id);
      if (!key) throw new Error(id);
      key.run(scene);
    }
    return { text: content().text, cursor, said };
  }
  test.each([
    ["@4 RLRL", 0, ["limb-K"], "@4 KLRL", 0],
    ["@4 RLRL", 1, ["with-K", "accent"], "@4 R(>L>K)RL", 1],
    ["@4 RLRL", 2, ["silence"], "@4 RL-L", 2],
    ["@4 RLRL", 3, ["flam", "flam"], "@4 RLR''L", 3],
    ["@4 RLRL", 0, ["rim"], "@4 !RLRL", 0],
    ["@4 RLRL", 0, ["buzz"], "@4 ~RLRL", 0],
    ["@4 RLRL", 0, ["choke"], "@4 =R/c1LRL", 0],
    ["@4 RLRL RLK", 5, ["swell"], "@4 RLRL <[RLK]", 5],
    ["@4 RLRL RLK", 5, ["swell", "swell"], "@4 RLRL >[RLK]", 5],
    ["@4 RLRL RLK", 5, ["swell", "swell", "swell"], "@4 RLRL RLK", 5],
    ["@4 RLRL", 0, ["ghost"], "@4 rLRL", 0],
    ["@4 RLRL", 0, ["next", "next", "share-2"], "@4 RL{RR}L", 2],
    ["@4 RL{RR}L", 2, ["share-1"], "@4 RLRL", 2],
    ["@4 RLRL", 1, ["insert"], "@4 RLRRL", 2],
    ["@4 RLRL", 1, ["remove"], "@4 RRL", 0],
    ["@4 RLRL", 2, ["split"], "@4 RL RL", 2],
    ["@4 RL RL", 0, ["join"], "@4 RLRL", 0],
    ["@4 RL K", 0, ["duplicate"], "@4 RLx2 K", 0],
    ["@4 RL K", 0, ["cell-later"], "@4 K RL", 1],
    ["@4 RL K", 2, ["cell-earlier"], "@4 K RL", 0],
    ["@4 RL K", 2, ["remove-cell"], "@4 RL", 1],
    ["@4", null, ["insert"], "@4 R", 0],
    ["@4 RLR KLK", 1, ["cell-up", "limb-H"], "@4 RLR KHK", 4],
    ["@4 RLR KLK", 1, ["last", "previous", "limb-H"], "@4 RLR KHK", 4],
  ] as const)("%s, note %s: %j", (text, at, ids, after, cursor) => {
    const result = press(text, at, ...ids);
    expect([result.text, result.cursor]).toEqual([after, cursor]);
  });
  test("report impossible actions, which change nothing", () => {
    expect(press("@4 RL", null, "limb-K")).toMatchObject({
      text: "@4 RL",
      said: [expect.stringMatching(/Choose a note/)],
    });
    expect(press("@9 RL", 0, "share-3")).toMatchObject({
      text: "@9 RL",
      said: [expect.stringMatching(/can't be split into 3/)],
    });
    expect(press("@4 RL K", 0, "cell-earlier")).toMatchObject({
      text: "@4 RL K",
      said: [expect.stringMatching(/already the first cell/)],
    });
    expect(press("@4 RL K", 2, "cell-later").said).toEqual([expect.stringMatching(/already the last cell/)]);
  });
  test("occur only once", () => {
    const all = NOTE_COMMANDS.flatMap(({ keys }) => keys);
    expect(new Set(all).size).toBe(all.length);
  });
});

describe("the score for playback", () => {
  const grooves = [
    {
      id: "g",
      name: "G",
      groove: toGroove(makeGrooveContent({ text: "@2 (R/hhK)R/hh (R/hhL)R/hh (R/hhK)R/hh (R/hhL)R/hh" })),
      isOwn: false,
      slowest: bpm(60),
      fastest: bpm(120),
    },
  ];
  const content = makeContent({ text: "@4 RLRRLx3 K", groove: "g" });
  const stage: PlayContext = { grooves, player: WORKING, preferences: DEFAULT_PREFERENCES };
  const stageFor = (hands: Handedness, given = grooves): PlayContext => ({
    ...stage,
    grooves: given,
    preferences: { ...DEFAULT_PREFERENCES, hands },
  });
  test("has the fill in its groove; the free hand crashes", () => {
    const { arrangement } = makeScore(content, stage);
    expect(arrangement.fillAt).toBe(40_320);
    expect(arrangement.notes.find((note) => note.role === "crash")?.limb).toBe("R");
  });
  test("left-handed and open-handed players have the other hand on the hi-hat", () => {
    const hat = (hands: "right" | "left" | "open") => formatLine(pickGroove(content, stageFor(hands)).line).slice(3, 9);
    expect([hat("right"), hat("left"), hat("open")]).toEqual(["(R/hhK", "(L/hhK", "(L/hhK"]);
  });
  test("plays an own groove as its player wrote it", () => {
    const own = grooves.map((groove) => ({ ...groove, isOwn: true }));
    expect(formatLine(pickGroove(content, stageFor("left", own)).line).slice(3, 9)).toBe("(R/hhK");
  });
  test("uses the practice tempo of a ladder or percentage; a loop plays some slots", () => {
    const ladder = { from: bpm(60), to: bpm(80), step: 10, every: 1 };
    const climbing = makeSource(content, stage, { ...AS_WRITTEN, ladder });
    expect([0, 1, 2, 3].map((repeat) => climbing(repeat).tempo)).toEqual([60, 70, 80, 80]);
    expect(climbing(3)).toBe(climbing(2));
    const half = makeSource(content, stage, { ...AS_WRITTEN, speed: 0.5 });
    expect(half(0).tempo).toBe(45);
    const loop = { fillId: "x", from: 4, to: 6, toBeat: false };
    const { arrangement } = makeSource(content, stage, { ...AS_WRITTEN, loop })(0);
    expect(arrangement.notes.map(({ slot }) => slot)).toEqual([4, 5, 6]);
  });
  test("adapts groove, fill and crash to the player's kit", () => {
    const small = { surfaces: (["sn", "f1", "kk", "hp", "hh"] as KitVoice[]).map(usualSurface) };
    const { arrangement } = makeScore(
      { ...content, text: "@4 R/t1L/rdx4", goodText: "@4 R/t1L/rdx4" },
      { ...stage, player: playerOf(DEFAULT_PREFERENCES, small) },
    );
    const places = new Set(arrangement.notes.map(({ place }) => place));
    expect([...places].sort()).toEqual(["f1", "hh", "kk", "sn"]);
    expect(arrangement.notes.find((note) => note.role === "crash")?.place).toBe("hh");
    const spots = spotsOf(small);
    expect(spots.hh?.pan).toBeLessThan(0);
    expect(spots.ho).toEqual(spots.hh);
    expect(spotsOf(mirrorKit(small)).hh?.pan).toBe(-(spots.hh?.pan ?? 0));
    expect(spots.kk?.pan).toBe(0);
  });
  test("leading with the other hand swaps the voicing too, in one undo step", () => {
    const filter = { limbs: null, cells: null, levels: null };
    const voicing = [{ on: true, rule: { kind: "split", right: "f1", left: "sn" } as const, filter }];
    const { editor, undo } = open("@4 RL", { voicing });
    expect(editor.mirror()).toBe(true);
    const now = editor.store.getState().content;
    expect(now.text).toBe("@4 LR");
    expect(now.voicing?.[0]?.rule).toEqual({ kind: "split", right: "sn", left: "f1" });
    undo();
    expect(editor.store.getState().content).toMatchObject({ text: "@4 RL", voicing });
    editor.setText("@4 RZ");
    expect(editor.mirror()).toBe(false);
  });
  test("uses the plain pulse in a meter without a groove", () => {
    const seven = makeContent({ text: "@4 RLK", groove: "g", meter: { beats: 7, unit: 8 } });
    expect(pickGroove(seven, stage).meter).toEqual({ beats: 7, unit: 8 });
  });
});
