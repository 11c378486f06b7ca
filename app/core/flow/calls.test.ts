import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { compiled, idea, specOf } from "../testing/flows";
import { barTicks, beatTicks, bpm, ticksToSeconds } from "../time/time";
import { countCards, listCalls, showCalls, shownFrom } from "./calls";
import { composeFlow } from "./compose";
import { drawFlow, type FlowWays, seedOf } from "./draw";

describe("calls", () => {
  test("join consecutive playings of one idea", () => {
    const at = (index: number) => index * 10;
    const playings = [0, 0, 1, 0].map((one, index) => ({ idea: one, grown: 0, at: at(index), length: 10 }));
    expect(listCalls(playings)).toEqual([
      { idea: 0, grown: 0, times: 2, at: 0, length: 20, from: 0, to: 1 },
      { idea: 1, grown: 0, times: 1, at: 20, length: 10, from: 2, to: 2 },
      { idea: 0, grown: 0, times: 1, at: 30, length: 10, from: 3, to: 3 },
    ]);
  });

  test("keep their card until played, and no other call takes it earlier", () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 5 }), fc.integer({ min: 3, max: 40 }), (cards, many) => {
        const callOf = (number: number) => (number < many ? number : null);
        for (let playing = 0; playing < many; playing++) {
          const now = showCalls(playing, cards, callOf);
          const next = showCalls(playing + 1, cards, callOf);
          expect(new Set(now.map(({ card }) => card)).size).toBe(now.length);
          expect(now[0]?.call).toBe(playing);
          for (const shown of now.slice(1)) {
            expect(next.find(({ number }) => number === shown.number)?.card).toBe(shown.card);
          }
        }
        for (let number = 0; number < many; number++) {
          const from = shownFrom(number, cards);
          expect(showCalls(from, cards, callOf).some((shown) => shown.number === number)).toBe(true);
          if (from > 0) expect(showCalls(from - 1, cards, callOf).some((shown) => shown.number === number)).toBe(false);
        }
      }),
    );
  });

  test("are never late: over 10 000 seeds and tempos each is shown at least a beat before it is played", () => {
    const specs = [
      specOf([idea("@4 R"), idea("@4 RLR"), idea("@4 RLRRL")], 4),
      specOf([idea("@4 RLR"), idea("@4 RLRRL")], 2, { inRow: 2 }),
      specOf([idea("@3 RLR"), idea("@4 RLRR"), idea("@6 RLKRLK")], 4, { lead: "alternate" }),
      specOf([idea("@2 RL"), idea("@4 RL"), idea("@4 RLRLRLRLRLR")], 8),
    ].map((spec) => compiled(spec));
    let calls = 0;
    for (let seed = 0; seed < 10_000; seed++) {
      const ways = specs[seed % specs.length] as FlowWays;
      const { spec } = ways;
      const tempo = bpm(30 + ((seed * 7) % 271));
      const perTick = ticksToSeconds(1, tempo, spec.meter);
      const beat = beatTicks(spec.meter);
      const cards = countCards(spec.ideas, beat, perTick);
      // Two consecutive rounds: the cards continue.
      const whole = spec.bars * barTicks(spec.meter);
      const all = [0, 1].flatMap((round) =>
        listCalls(composeFlow(drawFlow(ways, ways.counts, seedOf(seed, round)) ?? [], [], seed).playings).map(
          (call) => ({ ...call, at: call.at + round * whole }),
        ),
      );
      for (const [number, call] of all.entries()) {
        const from = shownFrom(number, cards);
        if (from < 0) continue;
        calls++;
        const before = call.at - (all[from]?.at ?? 0);
        if (before < beat) throw new Error(`seed ${seed}: call ${number} is shown ${before} ticks before`);
        // A page blocked for 100 ms still shows it in time.
        if (before * perTick <= 0.1) throw new Error(`seed ${seed}: ${before * perTick} s`);
      }
    }
    expect(calls).toBeGreaterThan(50_000);
  });
});
