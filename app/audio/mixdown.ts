/**
 * Renders sound as samples without an audio context: the same sounds at the same times as the player. Much faster than
 * real time, and it runs anywhere.
 */

import {
  CHOKE,
  chokesHat,
  gainFrom,
  HEADROOM,
  Humaniser,
  keyOf,
  kindOfClick,
  ringsHat,
  type SoundWanted,
  soundOf,
} from "./kit-sounds";
import { addConvolved, makeRoom, ROOM_GAIN } from "./room";
import { Schedule } from "./schedule";
import { measureRepeats, type ScoreSource } from "./score";
import { gainOfEvent, gainOfFader, type SoundSetup } from "./sound-setup";
import { USUAL_SPOT } from "./spots";
import { synthesise, synthesiseClick } from "./synthesis";
import type { Takes } from "./takes";

export interface Mixdown {
  /** Between -1 and 1. */
  readonly left: Float32Array;
  readonly right: Float32Array;
}

export interface MixdownOptions {
  readonly setup: SoundSetup;
  /** The studio kit's takes; null to use the synthesized sounds instead. */
  readonly takes?: Takes | null;
  readonly sampleRate: number;
  /** Seconds for the last strokes to ring out. */
  readonly ringOut: number;
  /** Called from time to time with the progress, 0 to 1. */
  readonly onProgress?: (share: number) => void;
  /** Supplies the samples of a sound. Tests pass single impulses here. */
  readonly synthesise?: (sound: SoundWanted, sampleRate: number) => Float32Array;
}

/** Peak limit, and the limiter's attack and release in seconds. */
const LIMIT = { peak: 0.95, attack: 0.003, release: 0.08 } as const;
/** Events between two progress reports. */
const REPORT_EVERY = 64;

/** `repeats` times round, starting with the count-in. Every onset is at the sample nearest to its time. */
export function mixDown(source: ScoreSource, repeats: number, options: MixdownOptions): Mixdown {
  const { setup, takes = null, sampleRate, ringOut, onProgress } = options;
  const make = options.synthesise ?? ((sound, rate) => synthesise(sound, rate, takes));
  const span = measureRepeats(source, repeats);
  const length = Math.ceil((span + ringOut) * sampleRate);
  const kit = silent(length);
  const clicks = silent(length);
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
  const humaniser = new Humaniser();
  for (const [index, { time, event, gain, seconds }] of due.entries()) {
    if (index % REPORT_EVERY === 0) onProgress?.(index / due.length);
    const at = Math.round(time * sampleRate);
    const turned = gain * gainOfEvent(event, setup.faders);
    if (event.kind === "click") {
      const [kind, sound] = [kindOfClick(event.click), event.countIn ? "sticks" : "click"] as const;
      const samples = soundFor(`${sound} ${kind}`, () => synthesiseClick(kind, sound, sampleRate));
      add(samples, clicks, at, 0, turned, null);
      continue;
    }
    const { note } = event;
    const wanted = soundOf(note, humaniser.next(note), setup);
    const samples = soundFor(keyOf(wanted), () => make(wanted, sampleRate));
    const closed = ringsHat(note.place) ? chokes.find((at) => at > time) : undefined;
    const choked = seconds === null ? (closed ?? null) : time + seconds;
    const fade = choked === null ? null : { from: (choked - time) * sampleRate, length: CHOKE * sampleRate };
    const { pan } = setup.spots[note.place] ?? USUAL_SPOT;
    add(samples, kit, at, pan, turned * gainFrom(wanted.level, note.force), fade);
  }
  onProgress?.(1);
  return limit(inRoom(kit, gainOfFader(setup.room) * ROOM_GAIN, sampleRate), clicks, sampleRate);
}

function silent(length: number): Mixdown {
  return { left: new Float32Array(length), right: new Float32Array(length) };
}

/** The kit with its room; clicks have no room. */
function inRoom(kit: Mixdown, gain: number, sampleRate: number): Mixdown {
  if (gain === 0) return kit;
  const [left, right] = makeRoom(sampleRate);
  const heard = { left: kit.left.slice(), right: kit.right.slice() };
  addConvolved(kit.left, left, gain, heard.left);
  addConvolved(kit.right, right, gain, heard.right);
  return heard;
}

/** Adds a sound from sample `at`, with equal-power panning as in the Web Audio API's stereo panner. */
function add(
  samples: Float32Array,
  { left, right }: Mixdown,
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

/**
 * Mixes kit and clicks at playback loudness and limits the peaks: the gain goes down a little before each peak and
 * comes back up after it.
 */
function limit(kit: Mixdown, clicks: Mixdown, sampleRate: number): Mixdown {
  const left = kit.left.map((sample, index) => sample + (clicks.left[index] as number));
  const right = kit.right.map((sample, index) => sample + (clicks.right[index] as number));
  const { peak, attack, release } = LIMIT;
  const up = 10 ** (HEADROOM / 20);
  const falls = 1 - Math.exp(-1 / (attack * sampleRate));
  const rises = 1 - Math.exp(-1 / (release * sampleRate));
  const ahead = Math.round(5 * attack * sampleRate);
  // The maximum gain for each sample, spread backwards to the samples before it.
  const most = new Float32Array(left.length).fill(1);
  for (let index = 0; index < left.length; index++) {
    const loud = up * Math.max(Math.abs(left[index] as number), Math.abs(right[index] as number));
    if (loud <= peak) continue;
    for (let at = Math.max(0, index - ahead); at <= index; at++) most[at] = Math.min(most[at] as number, peak / loud);
  }
  let gain = 1;
  for (let index = 0; index < left.length; index++) {
    const target = most[index] as number;
    gain += (target - gain) * (target < gain ? falls : rises);
    const held =
      up *
      Math.min(
        gain,
        peak / Math.max(peak, up * Math.max(Math.abs(left[index] as number), Math.abs(right[index] as number))),
      );
    left[index] = (left[index] as number) * held;
    right[index] = (right[index] as number) * held;
  }
  return { left, right };
}

/**
 * Start time in seconds of every stroke in `repeats` times round, from the start of the count-in. A mixdown must match
 * these.
 */
export function listOnsets(source: ScoreSource, repeats: number): number[] {
  return new Schedule(source, 0)
    .take(measureRepeats(source, repeats))
    .filter(({ event }) => event.kind === "note")
    .map(({ time }) => time);
}
