import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  ALL_ON,
  arrange,
  arrangeRange,
  type Feel,
  HANDS_ONLY,
  ladderTempo,
  plainGroove,
  type Setting,
} from "~/core/groove";
import { readStickLine } from "~/core/line";
import { LEFT_CRASH, USUAL } from "~/core/testing/settings";
import { bpm, type Meter, makeMeter, ticks, ticksToSeconds } from "~/core/time";
import { layOut } from "~/core/timeline";
import { integratedLoudness } from "./loudness";
import { listOnsets, mixDown } from "./mixdown";
import { type Due, Schedule } from "./schedule";
import { measureRepeats, plainScore, type Score, type ScoreSource } from "./score";

const FOUR_FOUR = makeMeter(4, 4) as Meter;
const BAR = 40_320;

function timelineOf(text: string, tempo = 120, meter = FOUR_FOUR) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return layOut({
    meter,
    tempo: bpm(tempo),
    window: { start: ticks(0), length: ticks((BAR * meter.beats) / meter.unit) },
    line,
  });
}

function scoreOf(text: string, setting: Partial<Setting> = {}, tempo = 120, meter = FOUR_FOUR): Score {
  const timeline = timelineOf(text, tempo, meter);
  return plainScore(arrange(timeline, plainGroove(meter), { ...USUAL, ...setting }, LEFT_CRASH), timeline.tempo, {
    on: "beat",
    silentBars: 0,
  });
}
/** At 120 a quarter lasts half a second, a bar of 4/4 two. */
const BASE = scoreOf("@4 RLRLx4");
const steady =
  (score: Score): ScoreSource =>
  () =>
    score;

const notes = (due: readonly Due[]) => due.filter(({ event }) => event.kind === "note");
const clicks = (due: readonly Due[]) => due.filter(({ event }) => event.kind === "click");
const fillTimes = (due: readonly Due[]) =>
  due.flatMap(({ time, event }) => (event.kind === "note" && event.note.role === "fill" ? [time] : []));

describe("what is due", () => {
  test("does not depend on how the time is cut up", () => {
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
      { numRuns: 40 },
    );
  });
  test("after an hour every repeat still begins to the microsecond where it should", () => {
    const score = scoreOf("@5 RLRLKx4", {}, 97);
    const perRepeat = ticksToSeconds(score.arrangement.length, score.tempo, FOUR_FOUR);
    const schedule = new Schedule(steady(score), 0.06);
    const repeats = Math.ceil(3600 / perRepeat);
    schedule.take(repeats * perRepeat);
    const next = fillTimes(schedule.take((repeats + 1) * perRepeat + 0.05));
    expect(next[0]).toBeCloseTo(0.06 + repeats * perRepeat + perRepeat / 2, 6);
  });
  test("the count-in comes first, and grace notes before the first stroke are not lost", () => {
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
  test("what is muted is not sounded, what is soft is softer, and time stays", () => {
    const muted = new Schedule(steady({ ...scoreOf("@4 RKLK"), mix: HANDS_ONLY }), 0).take(3.9);
    const limbs = new Set(muted.flatMap(({ event }) => (event.kind === "note" ? [event.note.limb] : [])));
    expect(limbs).toEqual(new Set(["R", "L"]));
    expect(fillTimes(muted)).toEqual([2, 2.25]);
    const soft = new Schedule(steady({ ...BASE, mix: { ...ALL_ON, parts: { groove: "soft" } } }), 0).take(1.9);
    expect(notes(soft).every(({ gain }) => gain > 0 && gain < 0.5)).toBe(true);
  });
  test("clicks thin out by bars that go on over the repeats", () => {
    const score = { ...BASE, click: { on: "one", silentBars: 3 } as const };
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

describe("changes while it goes", () => {
  test("notes, tempo and layers at once: from the edge of what was handed over, in the same place", () => {
    const schedule = new Schedule(steady(scoreOf("@4 RLRLx4", { grooveBars: 0 })), 0);
    const before = schedule.take(1);
    schedule.change(steady(scoreOf("@4 RKRKx4", { grooveBars: 0 }, 60)), 0.9);
    const after = schedule.take(3);
    expect(fillTimes(before).at(-1)).toBe(0.875);
    // Half a bar had been played; the second half lasts two seconds at half the tempo.
    expect(fillTimes(after)).toEqual([1, 1.25, 1.5, 1.75, 2, 2.25, 2.5, 2.75]);
    expect(notes(after).some(({ event }) => event.kind === "note" && event.note.limb === "K")).toBe(true);
    expect(schedule.position(2)).toMatchObject({ repeat: 0, at: BAR * 0.75 });
    expect(schedule.position(0.5)?.at).toBe(BAR / 4);
  });
  test("another form at the next bar line, with nothing lost or doubled", () => {
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
  test("a loop of some slots, and back, while it goes", () => {
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
  test("whatever changes when: time never goes back, and nothing is due before what was handed over", () => {
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
        // It goes on: in ten seconds something sounds.
        expect(schedule.take(now + 10).length).toBeGreaterThan(0);
      }),
      { numRuns: 60 },
    );
  });
});

describe("mixing down", () => {
  const shuffle: Feel = { swing: { unit: 2, share: 2 / 3 }, push: { L: 12, R: -9 } };
  const cases: readonly (readonly [string, Score])[] = [
    ["straight", scoreOf("@4 RLRLx4", { countInBars: 1 })],
    ["swung, with limbs beside the beat", scoreOf("@2 R'LRLRLRL", { feel: shuffle }, 91)],
    [
      "mixed rates, graces, unisons, shared slots",
      scoreOf("@4 (RK){LL}''R- @3 (RLK)-{RR} @5 RLR'LK", { feel: shuffle }, 77),
    ],
    ["7/8", scoreOf("@6 RLRLLKKx3", {}, 143, makeMeter(7, 8) as Meter)],
  ];
  test.each(cases)("every onset of %s within a sample of the timeline with its feel, none elsewhere", (_, score) => {
    const sampleRate = 44_100;
    const silent = { ...score, click: null };
    const impulse = () => Float32Array.of(0.01);
    const options = { pans: { hh: 0.4 }, sampleRate, ringOut: 0.1, synthesise: impulse };
    const { left, right } = mixDown(steady(silent), 2, options);
    const countIn = score.arrangement.countIn > 0 ? 2.1 : 0;
    const heard = [...left.keys()].filter(
      (index) => index > countIn * sampleRate * 0.99 && (left[index] || right[index]),
    );
    const onsets = listOnsets(steady(silent), 2).map((time) => time * sampleRate);
    expect(onsets.length).toBeGreaterThan(20);
    for (const onset of onsets.filter((at) => at > countIn * sampleRate)) {
      expect(heard.some((index) => Math.abs(index - onset) <= 1)).toBe(true);
    }
    for (const index of heard) expect(onsets.some((onset) => Math.abs(index - onset) <= 1)).toBe(true);
  });
  test("the kit itself: within full scale, in stereo, with the open hi-hat choked, and progress told", () => {
    const told: number[] = [];
    const timeline = timelineOf("@1 >R/ho>R/hhR/c1>L", 60);
    const score = plainScore(arrangeRange(timeline, {}), timeline.tempo, null);
    const sampleRate = 22_050;
    const options = {
      pans: { ho: -0.7, hh: -0.7 },
      sampleRate,
      ringOut: 1,
      onProgress: (share: number) => told.push(share),
    };
    const { left, right } = mixDown(steady(score), 1, options);
    const loudest = (channel: Float32Array) => channel.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
    expect(Math.max(loudest(left), loudest(right))).toBeLessThanOrEqual(0.9501);
    const energy = (channel: Float32Array, from: number, to: number) =>
      channel.slice(from * sampleRate, to * sampleRate).reduce((sum, sample) => sum + sample * sample, 0);
    expect(energy(left, 0, 0.5)).toBeGreaterThan(3 * energy(right, 0, 0.5));
    expect(energy(left, 1.35, 1.9)).toBeLessThan(energy(left, 0.35, 0.9));
    expect(told.at(-1)).toBe(1);
  });
  test("a groove with a fill is about as loud as music is, and the loudest unison isn't cut off", () => {
    const sampleRate = 44_100;
    const pans = { hh: -0.5, t1: -0.2, f1: 0.5, c1: -0.5, c2: 0.5, rd: 0.4 };
    const loudness = (score: Score) => {
      const { left, right } = mixDown(steady(score), 2, { pans, sampleRate, ringOut: 1 });
      const peak = [left, right]
        .flatMap((channel) => [...channel])
        .reduce((most, one) => Math.max(most, Math.abs(one)), 0);
      return { lufs: integratedLoudness([left, right], sampleRate), peak };
    };
    const played = loudness(scoreOf("@4 >RlrR/t1 >L/t1rlK >R/f1LKK >RL>R/f1K", { grooveBars: 1, ending: "crash" }));
    expect(played.lufs).toBeGreaterThan(-20.5);
    expect(played.lufs).toBeLessThan(-15.5);
    expect(played.peak).toBeLessThanOrEqual(0.9501);
    const unison = loudness(scoreOf("@1 (>R/c1>L/c2>K) (!R!L>K) (>R/f1>L/t1>K) (>R/ch>L/sp>K)", {}));
    expect(unison.peak).toBeLessThanOrEqual(0.9501);
  });
  test("a choked cymbal is silent from where the hand takes hold of it; a buzz goes on for its note and no longer", () => {
    const sampleRate = 22_050;
    const sound = (text: string) => {
      const timeline = timelineOf(text, 60);
      const score = plainScore(arrangeRange(timeline, {}), timeline.tempo, null);
      return mixDown(steady(score), 1, { pans: {}, sampleRate, ringOut: 1 }).left;
    };
    const energy = (channel: Float32Array, from: number, to: number) =>
      channel.slice(from * sampleRate, to * sampleRate).reduce((sum, sample) => sum + sample * sample, 0);
    // A quarter lasts a second here.
    const choked = sound("@1 =R/c1---");
    expect(energy(choked, 0, 0.5)).toBeGreaterThan(0);
    expect(energy(choked, 0.55, 4)).toBe(0);
    expect(energy(sound("@1 R/c1---"), 0.55, 4)).toBeGreaterThan(0);
    const buzz = sound("@1 ~R---");
    expect(energy(buzz, 0.6, 1)).toBeGreaterThan(0);
    expect(energy(buzz, 1.05, 4)).toBe(0);
  });
  test("a crescendo is louder stroke by stroke", () => {
    const sampleRate = 22_050;
    const timeline = timelineOf("@1 <[RRRR]", 60);
    const score = plainScore(arrangeRange(timeline, {}), timeline.tempo, null);
    const { left } = mixDown(steady(score), 1, { pans: {}, sampleRate, ringOut: 1 });
    const peaks = [0, 1, 2, 3].map((beat) =>
      left
        .slice(beat * sampleRate, (beat + 1) * sampleRate)
        .reduce((most, sample) => Math.max(most, Math.abs(sample)), 0),
    );
    expect(peaks).toEqual(peaks.toSorted((a, b) => a - b));
    expect(new Set(peaks).size).toBe(4);
  });
});
