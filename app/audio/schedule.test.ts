import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ALL_ON, arrangeRange, HANDS_ONLY, ladderTempo } from "~/core/groove";
import { runs } from "~/core/testing/seed";
import { bpm, ticksToSeconds } from "~/core/time";
import { type Due, Schedule } from "./schedule";
import { measureRepeats, plainScore, type Score, type ScoreSource } from "./score";
import { BAR, FOUR_FOUR, scoreOf, steady, timelineOf } from "./testing";

/** At 120 bpm, a quarter note lasts half a second and a bar of 4/4 two seconds. */
const BASE = scoreOf("@4 RLRLx4");
const notes = (due: readonly Due[]) => due.filter(({ event }) => event.kind === "note");
const clicks = (due: readonly Due[]) => due.filter(({ event }) => event.kind === "click");
const fillTimes = (due: readonly Due[]) =>
  due.flatMap(({ time, event }) => (event.kind === "note" && event.note.role === "fill" ? [time] : []));

describe("due events", () => {
  test("don't depend on how the time is divided", () => {
    const all = new Schedule(steady(BASE), 1).take(20);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.001, max: 2, noNaN: true }), { minLength: 1, maxLength: 30 }),
        (steps) => {
          const schedule = new Schedule(steady(BASE), 1);
          const pieces: Due[] = [];
          let until = 0;
          for (const step of steps) {
            until = Math.min(20, until + step);
            pieces.push(...schedule.take(until));
          }
          pieces.push(...schedule.take(20));
          expect(pieces.map(({ time, event }) => [time, event.kind])).toEqual(
            all.map(({ time, event }) => [time, event.kind]),
          );
        },
      ),
      runs(40),
    );
  });
  test("of every repeat start where they should to the microsecond, even after an hour", () => {
    const score = scoreOf("@5 RLRLKx4", {}, 97);
    const perRepeat = ticksToSeconds(score.arrangement.length, score.tempo, FOUR_FOUR);
    const schedule = new Schedule(steady(score), 0.06);
    const repeats = Math.ceil(3600 / perRepeat);
    schedule.take(repeats * perRepeat);
    const next = fillTimes(schedule.take((repeats + 1) * perRepeat + 0.05));
    expect(next[0]).toBeCloseTo(0.06 + repeats * perRepeat + perRepeat / 2, 6);
  });
  test("include the count-in first, and grace notes before the first stroke", () => {
    const counted = new Schedule(steady(scoreOf("@4 RLRL", { countInBars: 1 })), 0).take(4.1);
    expect(clicks(counted).filter(({ time }) => time < 2 - 1e-9)).toHaveLength(4);
    expect(notes(counted)[0]?.time).toBeCloseTo(2, 9);
    const waiting = new Schedule(steady(scoreOf("@4 RLRL", { countInBars: 1 })), 1);
    expect([0.9, 1, 1.49, 1.5, 2.99].map((time) => waiting.countInBeat(time))).toEqual([null, 0, 0, 1, 3]);
    waiting.take(4);
    expect(waiting.countInBeat(3.01)).toBeNull();
    const graced = new Schedule(steady(scoreOf("@4 'RLRL", { grooveBars: 0 })), 1).take(9);
    expect(notes(graced)[0]?.time).toBeCloseTo(1, 9);
    // Once before each repeat.
    const ghosts = graced.filter(
      ({ event }) => event.kind === "note" && event.note.slot === null && event.note.role === "fill",
    );
    expect(ghosts.length).toBeGreaterThanOrEqual(4);
  });
  test("leave out muted parts and soften soft ones without changing the time", () => {
    const muted = new Schedule(steady({ ...scoreOf("@4 RKLK"), mix: HANDS_ONLY }), 0).take(3.9);
    const limbs = new Set(muted.flatMap(({ event }) => (event.kind === "note" ? [event.note.limb] : [])));
    expect(limbs).toEqual(new Set(["R", "L"]));
    expect(fillTimes(muted)).toEqual([2, 2.25]);
    const soft = new Schedule(steady({ ...BASE, mix: { ...ALL_ON, parts: { groove: "soft" } } }), 0).take(1.9);
    expect(notes(soft).every(({ gain }) => gain > 0 && gain < 0.5)).toBe(true);
  });
  test("thin out clicks by bars across repeats", () => {
    const score = { ...BASE, click: { on: "one", between: null, silentBars: 3 } as const };
    const ones = clicks(new Schedule(steady(score), 0).take(24)).map(({ time }) => time / 2);
    expect(ones).toEqual([0, 1, 2, 6, 7, 8]);
  });
});

describe("ladders", () => {
  test("each repeat has its own tempo, one after another without a gap", () => {
    const ladder = { from: bpm(60), to: bpm(120), step: 30, every: 1 };
    const source: ScoreSource = (repeat) => scoreOf("@4 RLRLx4", { grooveBars: 0 }, ladderTempo(ladder, repeat));
    const times = fillTimes(new Schedule(source, 0).take(measureRepeats(source, 4)));
    // Bars of 4, 8/3, 2 and 2 seconds.
    expect([times[0], times[16], times[32], times[48]].map((time) => Math.round((time ?? 0) * 1000))).toEqual([
      0, 4000, 6667, 8667,
    ]);
    expect(times).toHaveLength(64);
  });
});

describe("changes during playback", () => {
  test("of notes, tempo and layers take effect after what is scheduled, at the same position", () => {
    const schedule = new Schedule(steady(scoreOf("@4 RLRLx4", { grooveBars: 0 })), 0);
    const before = schedule.take(1);
    schedule.change(steady(scoreOf("@4 RKRKx4", { grooveBars: 0 }, 60)), 0.9);
    const after = schedule.take(3);
    expect(fillTimes(before).at(-1)).toBe(0.875);
    // Half a bar has been played; at half the tempo, the second half lasts two seconds.
    expect(fillTimes(after)).toEqual([1, 1.25, 1.5, 1.75, 2, 2.25, 2.5, 2.75]);
    expect(notes(after).some(({ event }) => event.kind === "note" && event.note.limb === "K")).toBe(true);
    expect(schedule.position(2)).toMatchObject({ repeat: 0, at: BAR * 0.75 });
    expect(schedule.position(0.5)?.at).toBe(BAR / 4);
  });
  test("of form take effect at the next bar line, without losing or doubling anything", () => {
    const schedule = new Schedule(steady(BASE), 0);
    schedule.take(0.7);
    schedule.change(steady(scoreOf("@4 RLRLx4", { grooveBars: 3 })), 0.7);
    const after = schedule.take(8);
    const grooveAt = (from: number, to: number) =>
      notes(after).filter(
        ({ time, event }) => time >= from && time < to && event.kind === "note" && event.note.role === "groove",
      );
    expect(fillTimes(after)[0]).toBeCloseTo(2, 9);
    expect(grooveAt(2, 4)).toHaveLength(0);
    expect(fillTimes(after).at(-1)).toBeLessThan(4);
    expect(grooveAt(4, 6).length).toBeGreaterThan(0);
    expect(fillTimes(after).filter((time) => time > 4)).toEqual([]);
    const keys = after.map(({ time, event }) => `${time.toFixed(6)} ${JSON.stringify(event)}`);
    expect(new Set(keys).size).toBe(keys.length);
  });
  test("switch to a loop of some slots and back", () => {
    const timeline = timelineOf("@4 RLRLx4");
    const loop = plainScore(arrangeRange(timeline, { slots: { from: 0, to: 4 } }), timeline.tempo, null);
    const schedule = new Schedule(steady(BASE), 0);
    schedule.take(0.5);
    schedule.change(steady(loop), 0.5);
    const looped = schedule.take(5);
    const five = 5 * 0.125;
    expect(
      fillTimes(looped)
        .filter((time) => time >= 2)
        .slice(0, 11),
    ).toEqual(Array.from({ length: 11 }, (_, index) => expect.closeTo(2 + index * 0.125, 9)));
    expect(schedule.position(2 + five * 1.5)).toMatchObject({ at: expect.closeTo(2.5 * 2_520, 3) });
    schedule.change(steady(BASE), 5);
    expect(notes(schedule.take(9)).length).toBeGreaterThan(10);
  });
  test("of any kind never move time backwards or schedule anything earlier than before", () => {
    const scores = [
      BASE,
      scoreOf("@3 RLKx4", { grooveBars: 2, countInBars: 1 }),
      scoreOf("@4 'RLRL", { grooveBars: 0 }, 73),
      plainScore(arrangeRange(timelineOf("@4 RLRLx4"), { slots: { from: 2, to: 8 } }), bpm(200), null),
    ];
    const step = fc.record({
      by: fc.double({ min: 0.01, max: 1.5, noNaN: true }),
      score: fc.option(fc.nat(scores.length - 1)),
    });
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 40 }), (steps) => {
        const schedule = new Schedule(steady(BASE), 0);
        let now = 0;
        for (const { by, score } of steps) {
          const edge = now;
          now += by;
          const due = schedule.take(now);
          for (const [index, { time }] of due.entries()) {
            expect(time).toBeGreaterThanOrEqual((due[index - 1]?.time ?? edge) - 1e-6);
            expect(time).toBeLessThan(now);
          }
          if (score !== null) schedule.change(steady(scores[score] as Score), now);
        }
        // It continues: ten seconds later there is still sound.
        expect(schedule.take(now + 10).length).toBeGreaterThan(0);
      }),
      runs(60),
    );
  });
});
