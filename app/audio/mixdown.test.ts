import { describe, expect, test } from "vitest";
import { arrangeRange, type Feel } from "~/core/groove";
import { type Meter, makeMeter } from "~/core/time";
import { integratedLoudness } from "./loudness";
import { listOnsets, mixDown } from "./mixdown";
import { plainScore, type Score } from "./score";
import { SOUND_KITS, type SoundSetup, USUAL_SETUP } from "./sound-setup";
import { scoreOf, shippedTakes, steady, timelineOf } from "./testing";

/** Only the stereo positions matter here. */
function panned(pans: Record<string, number>): SoundSetup {
  const spots = Object.entries(pans).map(([place, pan]) => [place, { pan, scale: 1 }]);
  return { ...USUAL_SETUP, spots: Object.fromEntries(spots) };
}

describe("a mixdown", () => {
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
  test.each(cases)("has every onset of %s within a sample of the timeline with its feel, and no others", (_, score) => {
    const sampleRate = 44_100;
    const silent = { ...score, click: null };
    const impulse = () => Float32Array.of(0.01);
    const options = { setup: panned({ hh: 0.4 }), sampleRate, ringOut: 0.1, synthesise: impulse };
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
  test("has the kit within full scale, in stereo, with the open hi-hat choked, and reports progress", () => {
    const told: number[] = [];
    const timeline = timelineOf("@1 >R/ho>R/hhR/c1>L", 60);
    const score = plainScore(arrangeRange(timeline, {}), timeline.tempo, null);
    const sampleRate = 22_050;
    const options = {
      setup: panned({ ho: -0.7, hh: -0.7 }),
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
  test.each(SOUND_KITS)(
    "of a groove with a fill on the %s kit has a musical loudness, and doesn't clip unisons",
    (kit) => {
      const sampleRate = 44_100;
      const takes = shippedTakes();
      const pans = { hh: -0.5, t1: -0.2, f1: 0.5, c1: -0.5, c2: 0.5, rd: 0.4 };
      const setup: SoundSetup = { ...panned(pans), kit, weaker: "L", room: 0.5 };
      const mixed = (score: Score) => {
        const { left, right } = mixDown(steady(score), 2, { setup, takes, sampleRate, ringOut: 1 });
        return [left, right];
      };
      const peak = (channels: readonly Float32Array[]) =>
        Math.max(...channels.map((samples) => samples.reduce((most, one) => Math.max(most, Math.abs(one)), 0)));
      const played = mixed(scoreOf("@4 >RlrR/t1 >L/t1rlK >R/f1LKK >RL>R/f1K", { grooveBars: 1, ending: "crash" }));
      const lufs = integratedLoudness(played, sampleRate);
      expect(lufs).toBeGreaterThan(-20.5);
      expect(lufs).toBeLessThan(-15.5);
      expect(peak(played)).toBeLessThanOrEqual(0.9501);
      const unison = mixed(scoreOf("@1 (>R/c1>L/c2>K) (!R!L>K) (>R/f1>L/t1>K) (>R/ch>L/sp>K)", {}));
      expect(peak(unison)).toBeLessThanOrEqual(0.9501);
    },
  );
  test("stops a choked cymbal when the hand grabs it; a buzz lasts exactly its note", () => {
    const sampleRate = 22_050;
    const sound = (text: string) => {
      const timeline = timelineOf(text, 60);
      const score = plainScore(arrangeRange(timeline, {}), timeline.tempo, null);
      return mixDown(steady(score), 1, { setup: USUAL_SETUP, sampleRate, ringOut: 1 }).left;
    };
    const energy = (channel: Float32Array, from: number, to: number) =>
      channel.slice(from * sampleRate, to * sampleRate).reduce((sum, sample) => sum + sample * sample, 0);
    // A quarter note lasts a second here.
    const choked = sound("@1 =R/c1---");
    expect(energy(choked, 0, 0.5)).toBeGreaterThan(0);
    expect(energy(choked, 0.55, 4)).toBe(0);
    expect(energy(sound("@1 R/c1---"), 0.55, 4)).toBeGreaterThan(0);
    const buzz = sound("@1 ~R---");
    expect(energy(buzz, 0.6, 1)).toBeGreaterThan(0);
    expect(energy(buzz, 1.05, 4)).toBe(0);
  });
  test("plays a crescendo louder stroke by stroke", () => {
    const sampleRate = 22_050;
    const timeline = timelineOf("@1 <[RRRR]", 60);
    const score = plainScore(arrangeRange(timeline, {}), timeline.tempo, null);
    const { left } = mixDown(steady(score), 1, { setup: USUAL_SETUP, sampleRate, ringOut: 1 });
    const peaks = [0, 1, 2, 3].map((beat) =>
      left
        .slice(beat * sampleRate, (beat + 1) * sampleRate)
        .reduce((most, sample) => Math.max(most, Math.abs(sample)), 0),
    );
    expect(peaks).toEqual(peaks.toSorted((a, b) => a - b));
    expect(new Set(peaks).size).toBe(4);
  });
});
