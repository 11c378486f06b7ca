import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyLine, anyMeter } from "~/core/testing/arbitraries";
import { lineOf } from "~/core/testing/lines";
import { runs } from "~/core/testing/seed";
import { barTicks, bpm, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { toScoreSlot } from "../score";
import { barSounds, dictate } from "../testing";
import type { SpellingChoices } from "./bar";
import { soundingTicks } from "./notes";
import { spellVoice } from "./voice";

function spell(text: string, meterText: string, start = 0, choices?: SpellingChoices): string {
  const meter = parseMeter(meterText);
  if (!meter) throw new Error(meterText);
  const bar = barTicks(meter);
  const window = { start: ticks(start), length: ticks(bar) };
  const timeline = layOut({ meter, tempo: bpm(90), window, line: lineOf(text) });
  const slots = timeline.slots.map((slot) => toScoreSlot(slot, timeline));
  const range = { from: 0, to: Math.max(1, Math.ceil(timeline.end / bar)) };
  return spellVoice(slots, meter, range, choices).map(dictate).join(" | ");
}

/** Written out by hand as a copyist would, grouped by rule. */
const BARS: Record<string, readonly (readonly [text: string, meter: string, written: string])[]> = {
  "a note lasts to the next one in the beat": [
    ["@4 RLRL", "1/4", "16-16-16-16"],
    ["@4 RL-R", "1/4", "16-8-16"],
    ["@4 -R-L", "1/4", "16r 8-16"],
    ["@4 R-LR", "1/4", "8-16-16"],
    ["@4 RLR-", "1/4", "16-16-8"],
    ["@4 R--L", "1/4", "8.-16"],
    ["@4 RL--", "1/4", "16-8."],
    ["@4 R-L-", "1/4", "8-8"],
    ["@4 R---", "1/4", "q"],
    ["@2 R-", "1/4", "q"],
    ["@8 R--L-R--", "1/4", "16.-32 32r 16."],
    ["@8 RLRLRLRL", "1/4", "32-32-32-32·32-32-32-32"],
    ["@8 R-----L-", "1/4", "8.-16"],
    ["@8 RL------", "1/4", "32-16. 8r"],
    ["@8 R------L", "1/4", "8. 32r 32"],
  ],
  "short notes show the middle of the beat": [
    // A note on the fourth thirty-second ends at the middle, followed by silence.
    ["@8 RLRL--RL", "1/4", "32-32-32-32 16r 32-32"],
    ["@8 R-LR-LRL", "1/4", "16-32-32 32r 32-32-32"],
  ],
  "rests are joined in the beat": [
    ["@4 ---R", "1/4", "8.r 16"],
    ["@4 --RL", "1/4", "8r 16-16"],
    ["@4 -RLR", "1/4", "16r 16-16-16"],
    ["@4 --R-", "1/4", "8r 8"],
    ["@8 ---RLRLR", "1/4", "16.r 32·32-32-32-32"],
  ],
  "rests over beats join in the half bar, and no further": [
    ["@1 R---", "4/4", "q qr hr"],
    ["@1 --RL", "4/4", "hr q q"],
    ["@1 -R--", "4/4", "qr q hr"],
    ["@1 -RL-", "4/4", "qr q q qr"],
    ["@1 --R", "3/4", "qr qr q"],
    ["@1 R--", "3/4", "q qr qr"],
    ["@1 ----", "4/4", "wr"],
    ["@1 ---", "3/4", "wr"],
    ["@2 ------ ---R--", "12/8", "h.r q.r q."],
    ["@2 ---R--", "6/8", "q.r q."],
    ["@1/2 -R", "2/2", "hr h"],
    ["@2/3 -R-R", "12/8", "q.r q. q.r q."],
  ],
  "syncopated eighths are a quarter between eighths": [
    ["@2 RL-R", "2/4", "8 q 8"],
    ["@2 RL-RRL-R", "4/4", "8 q 8 8 q 8"],
    ["@2 -R-L", "2/4", "8r q 8"],
    ["@4 R-L---R-", "2/4", "8 q 8"],
    // Not across the half bar.
    ["@2 RLRL-RLR", "4/4", "8-8-8-8 8r 8 8-8"],
    ["@2 R--R", "2/4", "q 8r 8"],
    ["@2 R-LR-L", "3/4", "q 8 q 8"],
    ["@2 RL-RLR", "3/4", "8 q 8 8-8"],
  ],
  "whole slots longer than a beat": [
    ["@1/2 RL", "4/4", "h h"],
    ["@1/4 R", "4/4", "w"],
    ["@1 RLRL", "4/4", "q q q q"],
    ["@1/3 R", "3/4", "h."],
  ],
  "eighths in fours where 4/4 allows, else by the beat": [
    ["@2 RLRLRLRL", "4/4", "8-8-8-8 8-8-8-8"],
    ["@2 RLRLRL", "3/4", "8-8 8-8 8-8"],
    ["@2 RLRL", "2/4", "8-8 8-8"],
    ["@2 RLRL @4 RLRLRL", "4/4", "8-8-8-8 16-16-16-16 16-8."],
    ["@2 RL @4 RLRL @2 RLRL", "4/4", "8-8 16-16-16-16 8-8-8-8"],
    ["@2 RLRLRLRL", "2/2", "8-8-8-8 8-8-8-8"],
    ["@2 RLRLRLRL", "4/4", "8-8-8-8 8-8-8-8"],
  ],
  "compound beats are dotted": [
    ["@2 RLRLRL", "6/8", "8-8-8 8-8-8"],
    ["@2 R-LR--", "6/8", "q 8 q."],
    ["@2 -RLRL-", "6/8", "8r 8-8 8 q"],
    ["@2 --RR-L", "6/8", "qr 8 q 8"],
    ["@4 RLRLRL RLRLRL", "6/8", "16-16-16-16-16-16 16-16-16-16-16-16"],
    ["@4 R-RLR- R---LR", "6/8", "8-16-16-8 q 16-16"],
    ["@4 RLRLRLx4", "12/8", Array.from({ length: 4 }, () => "16-16-16-16-16-16").join(" ")],
    ["@8 RLRLRLRLRLRL @2 RLR", "6/8", "32-32-32-32·32-32-32-32·32-32-32-32 8-8-8"],
    ["@2/3 RL", "6/8", "q. q."],
  ],
  "odd bars by their groups": [
    ["@2 RLRLRLR", "7/8", "8-8 8-8 8-8-8"],
    ["@2 RLRLRLR", "7/8 3+2+2", "8-8-8 8-8 8-8"],
    ["@2 RLRLRLR", "7/8 2+3+2", "8-8 8-8-8 8-8"],
    ["@2 R-L-R-L", "7/8", "q q q 8"],
    ["@2 R-L-R--", "7/8", "q q q."],
    ["@2 R--L-R-", "7/8 3+2+2", "q. q q"],
    ["@4 RLRLRLRLRLRLRL", "7/8", "16-16-16-16 16-16-16-16 16-16-16-16-16-16"],
    ["@2 RLRLR", "5/8", "8-8 8-8-8"],
    ["@4 RLRLRLR", "7/16", "16-16 16-16 16-16-16"],
    ["@2 RLRLRLRL", "4/4", "8-8-8-8 8-8-8-8"],
    ["@2 RLRLRLRL", "8/8 3+3+2", "8-8-8 8-8-8 8-8"],
    ["@1 RLRLR", "5/4", "q q q q q"],
    ["@2 RLR", "3/8", "8-8-8"],
  ],
  "simplest true tuplet": [
    ["@3 RLR", "1/4", "3:2(8-8-8)"],
    ["@6 R-L-R-", "1/4", "3:2(8-8-8)"],
    ["@6 R--L--", "1/4", "8-8"],
    ["@6 R-----", "1/4", "q"],
    ["@3 R-L", "1/4", "3:2(q 8)"],
    ["@3 RL-", "1/4", "3:2(8 q)"],
    ["@3 -RL", "1/4", "3:2(8r 8-8)"],
    ["@3 --R", "1/4", "3:2(qr 8)"],
    ["@3 R--", "1/4", "q"],
    ["@5 RLRRL", "1/4", "5:4(16-16-16-16-16)"],
    ["@5 R-L-R", "1/4", "5:4(8-8-16)"],
    ["@5 R--LR", "1/4", "5:4(8.-16-16)"],
    ["@5 -RLRL", "1/4", "5:4(16r 16-16-16-16)"],
    ["@6 RLRLRL", "1/4", "6:4(16-16-16-16-16-16)"],
    ["@6 RLRL--", "1/4", "3:2(16-16-16)-8"],
    ["@6 R--LRL", "1/4", "8-3:2(16-16-16)"],
    ["@6 RLR---", "1/4", "3:2(16-16-16) 8r"],
    ["@6 RL-R--", "1/4", "3:2(16-8)-8"],
    ["@6 RL-RL-", "1/4", "6:4(16-8-16-8)"],
    ["@7 RLRLRLR", "1/4", "7:4(16-16-16-16-16-16-16)"],
    ["@7 R-RLR-L", "1/4", "7:4(8-16-16-8-16)"],
    ["@9 RLRLRLRLR", "1/4", "9:8(32-32-32-32-32-32-32-32-32)"],
    ["@10 RLRLRLRLRL", "1/4", "5:4(32-32-32-32-32) 5:4(32-32-32-32-32)"],
    ["@12 RLRLRLRLRLRL", "1/4", "6:4(32-32-32-32-32-32) 6:4(32-32-32-32-32-32)"],
    ["@3/2 RLR", "2/4", "3:2(q q q)"],
    ["@3/2 R-L", "2/4", "3:2(h q)"],
    ["@5/2 RLRLR", "2/4", "5:4(8-8-8-8-8)"],
    ["@3/4 RLR", "4/4", "3:2(h h h)"],
    ["@3 RL @6 RL", "1/4", "3:2(8-8-16-16)"],
    ["@5 RLRRL @6 RLRLRL", "2/4", "5:4(16-16-16-16-16) 6:4(16-16-16-16-16-16)"],
  ],
  "tuplets within the compound beat": [
    ["@4/3 RLRL", "6/8", "2:3(8-8) 2:3(8-8)"],
    ["@8/3 RLRLRLRL", "6/8", "4:3(8-8-8-8) 4:3(8-8-8-8)"],
    ["@10/3 RLRLRLRLRL", "6/8", "5:3(8-8-8-8-8) 5:3(8-8-8-8-8)"],
    ["@8/3 R-RLR---", "6/8", "4:3(q 8-8) q."],
    ["@6 RLRRLLRLR", "3/8", "9:6(16-16-16-16-16-16-16-16-16)"],
    ["@6 R--L--R--", "3/8", "8-8-8"],
  ],
  "tuplets that are cut": [
    // Because the phrase ends: silence inside.
    ["@3 RL", "1/4", "3:2(8 q)"],
    ["@5 RLR", "1/4", "5:4(16-16-8.)"],
    ["@6 RLR", "1/4", "3:2(16-16-16) 8r"],
    // At a bar line, at its own middle, and within a slot.
    [
      "@6 RLRLRLRLRLRLRLRLRLRLR",
      "7/8",
      "6:4(16-16-16-16-16-16) 6:4(16-16-16-16-16-16) 6:4(16-16-16-16-16-16) 3:2(16-16-16)",
    ],
    ["@3 RLRLRL", "3/8 ", "3:2(8-8-8) 3:2(8-16) | 3:2(16r 8) qr"],
    // At half a beat.
    ["@4 RL @6 RLR", "1/4", "16-16-3:2(16-16-16)"],
    ["@6 RLR @4 RL", "1/4", "3:2(16-16-16)-16-16"],
    ["@8 RL @12 RLR @4 RL", "1/4", "32-32-3:2(32-32-32)·16-16"],
    // Across beats, and back on the beat.
    ["@4 R @3 RLR @4 RLR", "2/4", "16 3:2(8-8-8) 16-16-16"],
    ["@4 R @6 RLRLRL @4 RLR", "2/4", "16 6:4(16-16-16-16-16-16) 16-16-16"],
  ],
  "shared slots are tuplets within what they are in": [
    ["@4 R{LL}RL", "1/4", "16-32-32·16-16"],
    ["@4 {RLR}LRL", "1/4", "3:2(32-32-32)-16-16-16"],
    ["@4 {R-L}LRL", "1/4", "3:2(16-32)-16-16-16"],
    ["@3 {RLR}LR", "1/4", "3:2(3:2(16-16-16)-8-8)"],
    ["@3 {RL}LR", "1/4", "3:2(16-16-8-8)"],
    ["@4 {RLRLR}LRL", "1/4", "5:4(64-64-64-64-64)-16-16-16"],
    ["@4 R{-L}R-", "1/4", "16.-32-8"],
  ],
  "what leaves the grid and does not come back is refused": [
    ["@3 RL @4 RLRL", "2/4", "refused at 0"],
    ["@1 R @3 R @4 RL", "3/4", "refused at 10080"],
    ["@5 RL @3 RLR", "2/4", "refused at 0"],
  ],
};

for (const [rule, bars] of Object.entries(BARS)) {
  describe(rule, () => {
    test.each(bars)("%s in %s", (text, meter, written) => expect(spell(text, meter)).toBe(written));
  });
}

test("there are eighty hand-written bars", () => {
  expect(Object.values(BARS).flat().length).toBeGreaterThanOrEqual(80);
});

test("a phrase that starts in the bar has rests before it", () => {
  expect(spell("@4 RLRK LRLK", "4/4", 20_160)).toBe("hr 16-16-16-16 16-16-16-16");
  expect(spell("@4 RLRRLK", "4/4", 25_200)).toBe("hr 8r 16-16 16-16-16-16");
  expect(spell("@4 RLR", "4/4", 10_080 * 3 + 2_520)).toBe("hr qr 16r 16-16-16");
  expect(spell("@3 RL", "4/4", 10_080 * 3 + 3_360)).toBe("hr qr 3:2(8r 8-8)");
});

test("sixes as two threes if the reader prefers", () => {
  const halves = { sixes: "halves" } as const;
  expect(spell("@6 RLRLRL", "1/4", 0, halves)).toBe("3:2(16-16-16) 3:2(16-16-16)");
  expect(spell("@6 RL-RL-", "1/4", 0, halves)).toBe("3:2(16-8) 3:2(16-8)");
  expect(spell("@6 RL--RL", "1/4", 0, halves)).toBe("6:4(16-8.-16-16)");
  expect(spell("@3 RLR", "1/4", 0, halves)).toBe("3:2(8-8-8)");
});

test("every accepted bar is full, for any phrase in any meter", () => {
  fc.assert(
    fc.property(anyMeter, anyLine, fc.constantFrom("whole" as const, "halves" as const), (meter, line, sixes) => {
      const bar = barTicks(meter);
      const timeline = layOut({ meter, tempo: bpm(90), window: { start: ticks(0), length: bar }, line });
      fc.pre(timeline.slots.length < 300);
      const slots = timeline.slots.map((slot) => toScoreSlot(slot, timeline));
      const voices = spellVoice(slots, meter, { from: 0, to: Math.ceil(timeline.end / bar) }, { sixes });
      for (const voice of voices) {
        const isWholeRest = voice.notes.length === 1 && voice.notes[0]?.heads.length === 0;
        if (voice.refusedAt !== null || isWholeRest) continue;
        expect(barSounds(voice)).toBeCloseTo(bar, 6);
        // Each starts where the previous one ends.
        let at = voice.notes[0]?.at ?? 0;
        for (const [index, note] of voice.notes.entries()) {
          expect(note.at).toBeCloseTo(at, 6);
          at += soundingTicks(voice, index);
        }
      }
    }),
    runs(150),
  );
});
