/**
 * Plays an arrangement in a loop: looks a little ahead of the audio clock and hands every event to the kit with its
 * exact time. Edits and tempo changes take hold at the edge of what has been handed over.
 */

import * as Tone from "tone";
import {
  type Arrangement,
  type Bpm,
  carryOver,
  listLoopEvents,
  loopPosition,
  type Meter,
  ticksToSeconds,
} from "~/core";
import { type KitOptions, SoundingKit } from "./kit";
import type { Pans } from "./pans";

/** What is to be played; may change at any time while playing. */
export interface Score {
  readonly arrangement: Arrangement;
  readonly tempo: Bpm;
  readonly meter: Meter;
  /** Whether the metronome goes on after the count-in. */
  readonly click: boolean;
}

/** Seconds of sound that are handed over in advance: more than a busy page holds up the clock. */
const LOOK_AHEAD = 0.15;
/** Seconds before the first sound after start. */
const RUN_UP = 0.06;
/** A full-scale mix would be loud on headphones: the fader's top is here, in dB. */
const HEADROOM = -6;

/** From `at` ticks, sounding at `time`, on. */
interface Anchor {
  readonly at: number;
  readonly time: number;
  readonly secondsPerTick: number;
}

/**
 * One player a page; its audio context waits for the user's first gesture.
 *
 * @public loaded by name when sound is first wanted
 */
export class Player {
  private readonly gain: Tone.Gain;
  private readonly kit: SoundingKit;
  private score: Score | null = null;
  private anchors: Anchor[] = [];
  /** Ticks up to which everything has been handed over. */
  private edge = 0;
  private readonly onTick = () => this.handOver();

  constructor(options: KitOptions) {
    const limiter = new Tone.Limiter(-1).toDestination();
    this.gain = new Tone.Gain(0.5).connect(limiter);
    this.kit = new SoundingKit(this.gain, options);
  }

  get isPlaying(): boolean {
    return this.score !== null;
  }

  /** Volume from 0 to 1, as a fader: 60 dB of range. */
  setVolume(volume: number) {
    const gain = volume <= 0 ? 0 : 10 ** ((HEADROOM - 48 * (1 - volume)) / 20);
    this.gain.gain.rampTo(gain, 0.02);
  }

  setPans(pans: Pans) {
    this.kit.setPans(pans);
  }

  /** Starts from the count-in. Must be called from a user's gesture the first time: browsers keep silent until then. */
  async start(score: Score): Promise<void> {
    await Tone.start();
    this.stop();
    this.kit.prepare(score.arrangement.notes);
    this.score = score;
    this.edge = 0;
    this.anchors = [{ at: 0, time: Tone.getContext().currentTime + RUN_UP, secondsPerTick: secondsPerTick(score) }];
    Tone.getContext().on("tick", this.onTick);
    this.handOver();
  }

  stop() {
    Tone.getContext().off("tick", this.onTick);
    this.score = null;
    this.anchors = [];
    this.kit.silence();
  }

  /** Goes on with another score from the same place in the loop. */
  update(score: Score) {
    if (!this.score) return;
    this.kit.prepare(score.arrangement.notes);
    const time = this.timeOf(this.edge);
    this.edge = carryOver(this.score.arrangement, score.arrangement, this.edge);
    const anchor = { at: this.edge, time, secondsPerTick: secondsPerTick(score) };
    // Keeps the anchors that what is still to be heard was timed by.
    const now = Tone.getContext().currentTime;
    this.anchors = [...this.anchors.filter((_, index) => (this.anchors[index + 1]?.time ?? time) > now - 1), anchor];
    this.score = score;
  }

  /** Where the ear is now: ticks in the loop, or null during the count-in and when stopped. */
  position(): { pass: number; at: number } | null {
    if (!this.score) return null;
    const context = Tone.getContext().rawContext as Partial<AudioContext>;
    const heard = Tone.getContext().currentTime - (context.outputLatency ?? 0);
    const anchor = this.anchors.findLast((candidate) => candidate.time <= heard);
    if (!anchor) return null;
    return loopPosition(this.score.arrangement, anchor.at + (heard - anchor.time) / anchor.secondsPerTick);
  }

  private timeOf(at: number): number {
    const anchor = this.anchors.at(-1);
    return anchor ? anchor.time + (at - anchor.at) * anchor.secondsPerTick : 0;
  }

  private handOver() {
    const anchor = this.anchors.at(-1);
    if (!this.score || !anchor) return;
    const until = Tone.getContext().currentTime + LOOK_AHEAD;
    const to = anchor.at + (until - anchor.time) / anchor.secondsPerTick;
    if (to <= this.edge) return;
    scheduleEvents(this.kit, this.score, this.edge, to, (at) => this.timeOf(at));
    this.edge = to;
  }
}

function secondsPerTick(score: Score): number {
  return ticksToSeconds(1, score.tempo, score.meter);
}

function scheduleEvents(kit: SoundingKit, score: Score, from: number, to: number, timeOf: (at: number) => number) {
  for (const event of listLoopEvents(score.arrangement, from, to)) {
    const time = timeOf(event.at);
    if (event.kind === "note") kit.strike(event.note, time);
    else if (event.countIn || score.click) kit.click(event.click, time);
  }
}

/**
 * Renders `passes` times round, count-in included, faster than it sounds. Mono samples at `sampleRate`; time 0 is the
 * beginning of the count-in.
 */
export async function renderScore(
  score: Score,
  passes: number,
  options: KitOptions,
  sampleRate = 44_100,
): Promise<Float32Array> {
  const perTick = secondsPerTick(score);
  const span = score.arrangement.countIn + passes * score.arrangement.length;
  const buffer = await Tone.Offline(
    () => {
      const kit = new SoundingKit(Tone.getDestination(), options);
      scheduleEvents(kit, score, 0, span, (at) => at * perTick);
    },
    span * perTick + 0.5,
    1,
    sampleRate,
  );
  return buffer.getChannelData(0);
}
