/**
 * Sound as samples, without an audio context: the same sounds at the same times as the player's, added up. Faster by far
 * than it sounds, and anywhere that code runs.
 */

import { CHOKE, chokesHat, gainForForce, keyOf, ringsHat, type SoundWanted, soundOf, variationOf } from "./kit-sounds";
import type { Pans } from "./pans";
import { Schedule } from "./schedule";
import { measureRepeats, type ScoreSource } from "./score";
import { synthesise, synthesiseClick } from "./synthesis";

export interface Mixdown {
  /** Between -1 and 1. */
  readonly left: Float32Array;
  readonly right: Float32Array;
}

export interface MixdownOptions {
  readonly pans: Pans;
  readonly sampleRate: number;
  /** Seconds for the last strokes to ring out. */
  readonly ringOut: number;
  /** Told now and then, 0 to 1. */
  readonly onProgress?: (share: number) => void;
  /** Gives samples for a sound; the tests put single impulses here. */
  readonly synthesise?: (sound: SoundWanted, sampleRate: number) => Float32Array;
}

/** The highest peak: what would be louder is all turned down together, so that levels keep their distances. */
const MOST_PEAK = 0.95;
/** Events between two reports. */
const REPORT_EVERY = 64;

/** `repeats` times round from the beginning of the count-in. Every onset stands at the sample nearest to its time. */
export function mixDown(source: ScoreSource, repeats: number, options: MixdownOptions): Mixdown {
  const { pans, sampleRate, ringOut, onProgress } = options;
  const make = options.synthesise ?? synthesise;
  const span = measureRepeats(source, repeats);
  const length = Math.ceil((span + ringOut) * sampleRate);
  const left = new Float32Array(length);
  const right = new Float32Array(length);
  const sounds = new Map<string, Float32Array>();
  const soundFor = (key: string, made: () => Float32Array) => {
    const found = sounds.get(key) ?? made();
    sounds.set(key, found);
    return found;
  };
  const due = new Schedule(source, 0).take(span);
  const chokes = due
    .filter(({ event }) => event.kind === "note" && chokesHat(event.note.place))
    .map(({ time }) => time);
  let strokes = 0;
  for (const [index, { time, event, gain, seconds }] of due.entries()) {
    if (index % REPORT_EVERY === 0) onProgress?.(index / due.length);
    if (event.kind === "click") {
      const { strong } = event.click;
      const samples = soundFor(`click ${strong}`, () => synthesiseClick(strong, sampleRate));
      add(samples, left, right, Math.round(time * sampleRate), 0, 1, null);
      continue;
    }
    const { note } = event;
    const wanted = soundOf(note, variationOf(note.limb, strokes++));
    const samples = soundFor(keyOf(wanted), () => make(wanted, sampleRate));
    const closed = ringsHat(note.place) ? chokes.find((at) => at > time) : undefined;
    const choked = seconds === null ? (closed ?? null) : time + seconds;
    const fade = choked === null ? null : { from: (choked - time) * sampleRate, length: CHOKE * sampleRate };
    add(
      samples,
      left,
      right,
      Math.round(time * sampleRate),
      pans[note.place] ?? 0,
      gain * gainForForce(note.force),
      fade,
    );
  }
  onProgress?.(1);
  turnDown(left, right);
  return { left, right };
}

/** Adds a sound from sample `at`, placed by equal power as the Web Audio API's stereo panner does. */
function add(
  samples: Float32Array,
  left: Float32Array,
  right: Float32Array,
  at: number,
  pan: number,
  gain: number,
  fade: { readonly from: number; readonly length: number } | null,
) {
  const angle = ((pan + 1) * Math.PI) / 4;
  const [toLeft, toRight] = [Math.cos(angle) * gain, Math.sin(angle) * gain];
  const end = Math.min(samples.length, left.length - at, fade ? Math.ceil(fade.from + fade.length) : samples.length);
  for (let index = Math.max(0, -at); index < end; index++) {
    const level = fade && index > fade.from ? 1 - (index - fade.from) / fade.length : 1;
    const sample = (samples[index] ?? 0) * level;
    left[at + index] = (left[at + index] ?? 0) + sample * toLeft;
    right[at + index] = (right[at + index] ?? 0) + sample * toRight;
  }
}

function turnDown(...channels: readonly Float32Array[]) {
  let peak = 0;
  for (const channel of channels) for (const sample of channel) peak = Math.max(peak, Math.abs(sample));
  if (peak <= MOST_PEAK) return;
  const gain = MOST_PEAK / peak;
  for (const channel of channels) for (const index of channel.keys()) channel[index] = (channel[index] ?? 0) * gain;
}

/** When each stroke of `repeats` times round begins, in seconds from the beginning of the count-in: what a mixdown holds to. */
export function listOnsets(source: ScoreSource, repeats: number): number[] {
  return new Schedule(source, 0)
    .take(measureRepeats(source, repeats))
    .filter(({ event }) => event.kind === "note")
    .map(({ time }) => time);
}
