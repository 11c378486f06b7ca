/** What the sound tests run inside the browser: the app's own player, rendering offline, and live under load. */

import { listOnsets } from "../../app/audio/mixdown";
import { Player, renderScore } from "../../app/audio/player";
import { plainScore, type Score, type ScoreSource } from "../../app/audio/score";
import {
  arrange,
  barTicks,
  bpm,
  EVERY_BEAT,
  type Feel,
  layOut,
  parseMeter,
  plainGroove,
  readStickLine,
  type Setting,
  STRAIGHT,
  ticks,
} from "../../app/core";

export interface RenderWish {
  readonly text: string;
  readonly meter: string;
  readonly tempo: number;
  readonly grooveBars: number;
  readonly countInBars: number;
  readonly feel?: Feel;
  readonly passes: number;
  readonly sampleRate: number;
  /** "impulse": each stroke is one sample of the wished height, so that every onset can be seen. */
  readonly sound: "impulse" | "kit";
}

function makeSource(wish: Omit<RenderWish, "passes" | "sampleRate" | "sound">): ScoreSource {
  const { line } = readStickLine(wish.text);
  const meter = parseMeter(wish.meter);
  if (!line || !meter) throw new Error(wish.text);
  const tempo = bpm(wish.tempo);
  const timeline = layOut({ meter, tempo, window: { start: ticks(0), length: barTicks(meter) }, line });
  const setting: Setting = {
    grooveBars: wish.grooveBars,
    countInBars: wish.countInBars,
    ending: "crash",
    during: "nothing",
    foot: "none",
    kickOnBeats: false,
    stops: false,
    feel: wish.feel ?? STRAIGHT,
    follows: true,
  };
  const score: Score = plainScore(arrange(timeline, plainGroove(meter), setting, "L"), tempo, null);
  return () => score;
}

/** Samples, and the times at which the schedule says that notes begin (seconds from the count-in). */
export async function render(wish: RenderWish): Promise<{ samples: number[]; onsets: number[] }> {
  const source = makeSource(wish);
  const synthesise = wish.sound === "impulse" ? { synthesise: () => Float32Array.of(0.5) } : {};
  const samples = await renderScore(source, wish.passes, { pans: {}, ...synthesise }, wish.sampleRate);
  return { samples: Array.from(samples), onsets: listOnsets(source, wish.passes) };
}

export interface LoadWish {
  readonly seconds: number;
  /** Milliseconds for which the page is held up, once in each `every`. */
  readonly blocked: number;
  readonly every: number;
}

/** Plays a busy fill in its groove while the page is held up again and again; how well the player kept ahead. */
export async function playUnderLoad({ seconds, blocked, every }: LoadWish) {
  const base = makeSource({
    text: "@8 [>RLrrLKRL]x3 'RLK{RR}L(RK)LK",
    meter: "4/4",
    tempo: 132,
    grooveBars: 1,
    countInBars: 0,
  });
  const source: ScoreSource = (repeat) => ({ ...base(repeat), click: EVERY_BEAT });
  const player = new Player({ pans: {} });
  player.setVolume(0.2);
  await player.start(source);
  const hold = setInterval(() => {
    const until = performance.now() + blocked;
    while (performance.now() < until);
  }, every);
  await new Promise((resolve) => setTimeout(resolve, seconds * 1000));
  clearInterval(hold);
  const { events, late, least } = player.punctuality;
  player.stop();
  return { events, late, least };
}
