/**
 * What plays when: scores laid end to end on the audio clock, repeat after repeat. Pure: callers ask what is due before
 * a time, and report changes. Every repeat starts at the exact sum of the repeats before it, so nothing drifts.
 */

import { carryOver, gainOf, listCountIn, listPass, type PassEvent } from "~/core/groove";
import { isClicked } from "~/core/pulse";
import { barTicks, beatTicks } from "~/core/time";
import { type Score, type ScoreSource, secondsPerTick } from "./score";

/** A scheduled sound. */
export interface Due {
  /** Seconds on the audio clock. */
  readonly time: number;
  readonly event: PassEvent;
  /** 0 to 1. */
  readonly gain: number;
  /** Duration, where that matters; null where it rings out. */
  readonly seconds: number | null;
}

export interface Position {
  readonly repeat: number;
  /** Position in the loop in ticks, as heard. */
  readonly at: number;
  readonly score: Score;
}

/** The position of a moment in seconds. Your playing is compared with this. */
export interface Located {
  /** -1 for the count-in. */
  readonly repeat: number;
  /** Time from the start of the repeat, and time to its end. */
  readonly seconds: number;
  readonly left: number;
  readonly score: Score;
}

/** The count-in comes before the repeats. */
const COUNT_IN = -1;
/**
 * A repeat is prepared this long before it starts, for events that lead into it: grace notes, limbs that push. Seconds.
 */
const LEAD = 0.5;
/** Played events are dropped after this. Seconds; longer than any output's latency. */
const MEMORY = 4;
const SAME_TIME = 1e-9;

/** One repeat, or the remainder of one after a change. */
interface Segment {
  readonly repeat: number;
  readonly score: Score;
  /** The time of its position 0; playback may have joined later. */
  readonly start: number;
  readonly from: number;
  readonly end: number;
  readonly perTick: number;
  /** Bars played before its 0, not counting the count-in. */
  readonly barsBefore: number;
}

export class Schedule {
  private segments: Segment[];
  private queue: Due[] = [];
  /** Everything before this has been scheduled. */
  private edge: number;
  private waiting: ScoreSource | null = null;

  /** Starts with the count-in at `time`, or later if the first grace notes need room. */
  constructor(
    private source: ScoreSource,
    time: number,
  ) {
    const score = source(0);
    const { countIn } = score.arrangement;
    const leadIn = countIn > 0 ? 0 : Math.max(0, -(score.arrangement.notes[0]?.sounds ?? 0));
    const start = time + leadIn * secondsPerTick(score);
    this.edge = time;
    this.segments = [this.open(countIn > 0 ? COUNT_IN : 0, score, start, start, 0)];
  }

  /** Returns everything due before `until`, in order, once. */
  take(until: number): Due[] {
    const due: Due[] = [];
    for (;;) {
      const bar = this.waiting ? this.nextBar() : Number.POSITIVE_INFINITY;
      due.push(...this.takeQueued(Math.min(until, bar)));
      if (!this.waiting || bar >= until) return due;
      const source = this.waiting;
      this.waiting = null;
      this.source = source;
      this.join(bar);
    }
  }

  /**
   * Continues with other scores: immediately if the loop keeps its shape, otherwise at the next bar line. Scheduled
   * events are left alone.
   */
  change(source: ScoreSource, now: number) {
    this.edge = Math.max(this.edge, now);
    const here = this.at(this.edge);
    const next = source(Math.max(0, here.repeat)).arrangement;
    const { length, fillAt, countIn } = here.score.arrangement;
    const keepsShape = next.length === length && next.fillAt === fillAt && next.countIn === countIn;
    if (keepsShape || here.repeat === COUNT_IN) {
      this.waiting = null;
      this.source = source;
      this.join(this.edge);
    } else this.waiting = source;
  }

  /** The position heard at `time`; null during the count-in and before the start. */
  position(time: number): Position | null {
    const here = this.segments.findLast((segment) => segment.from <= time);
    if (!here || here.repeat === COUNT_IN) return null;
    const at = (time - here.start) / here.perTick;
    return at < 0 ? null : { repeat: here.repeat, at: Math.min(at, here.score.arrangement.length), score: here.score };
  }

  /** The position of `time`; null before the start, and for times long past or not yet scheduled. */
  locate(time: number): Located | null {
    const here = this.segments.findLast((segment) => segment.from <= time);
    if (!here || time < here.start || time > here.end + SAME_TIME) return null;
    return { repeat: here.repeat, seconds: time - here.start, left: here.end - time, score: here.score };
  }

  /** The count-in beat heard at `time`, counted from 0 through all its bars; null outside the count-in. */
  countInBeat(time: number): number | null {
    const here = this.segments.findLast((segment) => segment.from <= time);
    if (here?.repeat !== COUNT_IN || time < here.start) return null;
    return Math.floor((time - here.start) / (here.perTick * beatTicks(here.score.arrangement.meter)) + SAME_TIME);
  }

  private takeQueued(until: number): Due[] {
    for (;;) {
      const last = this.last();
      if (last.end - LEAD >= until) break;
      const repeat = last.repeat + 1;
      const bars = last.barsBefore + (last.repeat === COUNT_IN ? 0 : barsOf(last.score));
      this.segments.push(this.open(repeat, this.source(repeat), last.end, last.end, bars));
    }
    const split = this.queue.findIndex(({ time }) => time >= until);
    const due = split < 0 ? this.queue : this.queue.slice(0, split);
    this.queue = split < 0 ? [] : this.queue.slice(split);
    this.edge = Math.max(this.edge, until);
    while (this.segments.length > 1 && (this.segments[1] as Segment).from < until - MEMORY) this.segments.shift();
    return due;
  }

  /** A segment with its 0 at `start`, joined at `from`. Queues its remaining events. */
  private open(repeat: number, score: Score, start: number, from: number, barsBefore: number): Segment {
    const { arrangement, click, mix } = score;
    const perTick = secondsPerTick(score);
    const isCountIn = repeat === COUNT_IN;
    const events = isCountIn ? listCountIn(arrangement) : listPass(arrangement, repeat);
    // Joining in the middle of a repeat: nothing leads in from before.
    const earliest = from > start + SAME_TIME ? from : this.edge;
    for (const event of events) {
      const time = start + event.at * perTick;
      if (time < earliest - SAME_TIME) continue;
      const bar = barsBefore + Math.floor(event.at / barTicks(arrangement.meter) + SAME_TIME);
      const isHeard = event.kind === "note" || event.countIn || (click !== null && isClicked(click, event.click, bar));
      const gain = !isHeard ? 0 : event.kind === "note" ? gainOf(event.note, mix) : 1;
      if (gain <= 0) continue;
      const lasts = event.kind === "note" ? event.note.lasts : null;
      this.queue.push({ time, event, gain, seconds: lasts === null ? null : lasts * perTick });
    }
    this.queue.sort((a, b) => a.time - b.time);
    const length = isCountIn ? arrangement.countIn : arrangement.length;
    return { repeat, score, start, from, end: start + length * perTick, perTick, barsBefore };
  }

  /** Continues at `time` with the current source, from the position where the previous one was. */
  private join(time: number) {
    let here = this.at(time);
    let at = (time - here.start) / here.perTick;
    if (time >= here.end - SAME_TIME) {
      const bars = here.barsBefore + (here.repeat === COUNT_IN ? 0 : barsOf(here.score));
      here = { ...here, repeat: here.repeat + 1, barsBefore: bars };
      at = 0;
    }
    const score = this.source(Math.max(0, here.repeat));
    const { arrangement } = score;
    const moved =
      here.repeat === COUNT_IN ? Math.min(at, arrangement.countIn) : carryOver(here.score.arrangement, arrangement, at);
    this.edge = time;
    this.queue = [];
    this.segments = this.segments.filter(({ from }) => from < time);
    const start = time - moved * secondsPerTick(score);
    this.segments.push(this.open(here.repeat, score, start, time, here.barsBefore));
  }

  /** The segment that contains `time`; the first one for earlier times. */
  private at(time: number): Segment {
    return this.segments.findLast(({ from }) => from <= time) ?? (this.segments[0] as Segment);
  }

  private last(): Segment {
    return this.segments.at(-1) as Segment;
  }

  /** The first bar line at or after the edge, or the end of the loop. */
  private nextBar(): number {
    const { score, start, end, perTick } = this.at(this.edge);
    const bar = barTicks(score.arrangement.meter) * perTick;
    return Math.min(end, start + Math.ceil((this.edge - start) / bar - SAME_TIME) * bar);
  }
}

function barsOf({ arrangement }: Score): number {
  return arrangement.length / barTicks(arrangement.meter);
}
