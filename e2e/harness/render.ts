/** What the sound tests run inside the browser: the app's own player, rendering offline. */
import { renderScore, type Score } from "../../app/audio/player";
import {
  arrange,
  barTicks,
  bpm,
  type Form,
  layOut,
  listLoopEvents,
  parseMeter,
  plainGroove,
  readStickLine,
  ticks,
  ticksToSeconds,
} from "../../app/core";

export interface RenderWish {
  readonly text: string;
  readonly meter: string;
  readonly tempo: number;
  readonly form: Form;
  readonly passes: number;
  readonly sampleRate: number;
  /** "impulse": each stroke is one sample of the wished height, so that every onset can be seen. */
  readonly sound: "impulse" | "kit";
}

function makeScore(wish: RenderWish): Score {
  const { line } = readStickLine(wish.text);
  const meter = parseMeter(wish.meter);
  if (!line || !meter) throw new Error(wish.text);
  const tempo = bpm(wish.tempo);
  const timeline = layOut({ meter, tempo, window: { start: ticks(0), length: barTicks(meter) }, line });
  return { arrangement: arrange(timeline, plainGroove(meter), wish.form, "L"), tempo, meter, click: false };
}

/** Samples, and the times at which the arrangement says that notes begin (seconds from the count-in). */
export async function render(wish: RenderWish): Promise<{ samples: number[]; onsets: number[] }> {
  const score = makeScore(wish);
  const synthesise = wish.sound === "impulse" ? { synthesise: () => Float32Array.of(0.5) } : {};
  const samples = await renderScore(score, wish.passes, { pans: {}, ...synthesise }, wish.sampleRate);
  const span = score.arrangement.countIn + wish.passes * score.arrangement.length;
  const onsets = listLoopEvents(score.arrangement, 0, span)
    .filter((event) => event.kind === "note")
    .map((event) => ticksToSeconds(event.at, score.tempo, score.meter));
  return { samples: Array.from(samples), onsets };
}
