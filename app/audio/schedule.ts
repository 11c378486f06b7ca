/**
 * What sounds when, for as long as it goes: scores laid end to end on the audio clock, repeat after repeat. Pure: it is
 * asked for what is due before a time, and told of changes. Every repeat begins at a time that is the sum of whole
 * repeats before it, so that nothing drifts.
 */

import { carryOver, gainOf, listCountIn, listPass, type PassEvent } from "~/core/groove";
import { isClicked } from "~/core/pulse";
import { barTicks, beatTicks } from "~/core/time";
import { type Score, type ScoreSource, secondsPerTick } from "./score";

/** Something to sound. */
export interface Due {
  /** Seconds of the audio clock. */
  readonly time: number;
  readonly event: PassEvent;
  /** 0 to 1. */
  readonly gain: number;
  /** How long it sounds, where that is played; null where it rings out. */
  readonly seconds: number | null;
}

export interface Position {
  readonly repeat: number;
  /** Ticks in the loop, as it sounds. */
  readonly at: number;
  readonly score: Score;
}

/** Where a moment lies, in seconds: what is played along is held against that. */
export interface Located {
  /** -1 for the count-in. */
  readonly repeat: number;
  /** From the start of the repeat, and to its end. */
  readonly seconds: number;
  readonly left: number;
  readonly score: Score;
}

/** The count-in goes before the repeats. */
const COUNT_IN = -1;
/** A repeat is opened this long before it begins, for what leads into it: grace notes, limbs that push. Seconds. */
const LEAD = 0.5;
/** What has been heard is forgotten after this. Seconds: more than any output's latency. */
const MEMORY = 4;
const SAME_TIME = 1e-9;

/** One repeat, or the rest of one after a change. */
interface Segment {
  readonly repeat: number;
  readonly score: Score;
  /** Where its 0 stands; it may have been joined later than that. */
  readonly start: number;
  readonly from: number;
  readonly end: number;
  readonly perTick: number;
  /** Bars that were played before its 0, the count-in aside. */
  readonly barsBefore: number;
}

export class Schedule {
  private segments: Segment[];
  private queue: Due[] = [];
  /** All before this has been handed over. */
  private edge: number;
  private waiting: ScoreSource | null = null;

  /** Begins with the count-in at `time`, or as much later as the first grace notes need. */
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

  /** All that is to sound before `until`, in order, and not again. */
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
   * Goes on with other scores: at once where the loop keeps its shape, else at the next bar line. What has been handed
   * over sounds as it was.
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

  /** What is heard at `time`; null in the count-in and before the beginning. */
  position(time: number): Position | null {
    const here = this.segments.findLast((segment) => segment.from <= time);
    if (!here || here.repeat === COUNT_IN) return null;
    const at = (time - here.start) / here.perTick;
    return at < 0 ? null : { repeat: here.repeat, at: Math.min(at, here.score.arrangement.length), score: here.score };
  }

  /** Where `time` lies; null before the beginning, and for what is long past or not begun. */
  locate(time: number): Located | null {
    const here = this.segments.findLast((segment) => segment.from <= time);
    if (!here || time < here.start || time > here.end + SAME_TIME) return null;
    return { repeat: here.repeat, seconds: time - here.start, left: here.end - time, score: here.score };
  }

  /** The beat of the count-in that is heard at `time`, from 0 through all its bars; null before and after it. */
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

  /** A segment whose 0 is at `start`, joined at `from`; what of it is still to sound is queued. */
  private open(repeat: number, score: Score, start: number, from: number, barsBefore: number): Segment {
    const { arrangement, click, mix } = score;
    const perTick = secondsPerTick(score);
    const isCountIn = repeat === COUNT_IN;
    const events = isCountIn ? listCountIn(arrangement) : listPass(arrangement, repeat);
    // Into a repeat that is joined in the middle nothing leads from before.
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

  /** Goes on at `time` with the source of the moment, from the place where the one before stood. */
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

  /** The segment that `time` is in: the first one before its beginning. */
  private at(time: number): Segment {
    return this.segments.findLast(({ from }) => from <= time) ?? (this.segments[0] as Segment);
  }

  private last(): Segment {
    return this.segments.at(-1) as Segment;
  }

  /** The first bar line at or after the edge, or the loop's end. */
  private nextBar(): number {
    const { score, start, end, perTick } = this.at(this.edge);
    const bar = barTicks(score.arrangement.meter) * perTick;
    return Math.min(end, start + Math.ceil((this.edge - start) / bar - SAME_TIME) * bar);
  }
}

function barsOf({ arrangement }: Score): number {
  return arrangement.length / barTicks(arrangement.meter);
}
