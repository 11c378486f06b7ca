/** A phrase in its setting: count-in, bars of groove, the fill, and the crash that answers it, as one loop to be played. */

import { foldPlace, type Kit } from "./kit/kit";
import { type Line, makeLine } from "./phrase";
import { type Hand, isHand, type Level, type Limb, makeStroke, makeStrokes, type Place } from "./stroke";
import { type Bpm, barTicks, beatTicks, isCompound, type Meter, type Ticks, ticks, unitTicks } from "./time";
import { layOut, type Timeline, type TimelineEvent } from "./timeline";

/** A groove: whole bars in a meter, written as a stick line over the surfaces of a kit. */
export interface Groove {
  readonly meter: Meter;
  readonly line: Line;
}

export interface Form {
  /** Bars of groove before each fill, 0 to 8. */
  readonly grooveBars: number;
  /** Bars of clicks before all, 0 to 2. */
  readonly countInBars: number;
}

export interface SoundingNote {
  /** From the start of the loop. A grace note before the loop's first stroke stands before 0. */
  readonly at: Ticks;
  readonly limb: Limb;
  readonly place: Place;
  readonly level: Level;
  readonly rimShot: boolean;
  readonly role: "groove" | "fill" | "crash";
  /** The slot of the phrase, for notes of the fill that are not grace notes. */
  readonly slot: number | null;
  /** The first time round there is no fill behind it to answer with a crash. */
  readonly passes: "all" | "first" | "later";
}

export interface Click {
  readonly at: Ticks;
  readonly strong: boolean;
}

export interface Arrangement {
  readonly countIn: Ticks;
  /** Length of the loop. */
  readonly length: Ticks;
  /** The bar line in the loop that the phrase's positions count from. */
  readonly fillAt: Ticks;
  /** In order of time. */
  readonly notes: readonly SoundingNote[];
  /** One a beat, over the loop. */
  readonly clicks: readonly Click[];
  readonly countInClicks: readonly Click[];
}

/**
 * Puts a phrase after `form.grooveBars` of groove. In the fill's own bars the groove runs up to where the window
 * begins and takes up where it ends; the crash on one answers the fill each time but the first.
 * `crashHand` plays the crash. A groove in another meter than the phrase's is not used. Groove and crash sound on what
 * the kit has, where there is one.
 */
export function arrange(
  timeline: Timeline,
  groove: Groove,
  form: Form,
  crashHand: Hand,
  kit: Kit | null = null,
): Arrangement {
  const { meter, tempo, window } = timeline;
  const bar = barTicks(meter);
  const fillAt = form.grooveBars * bar;
  const fillStart = fillAt + window.start;
  const fillEnd = fillAt + Math.max(timeline.end, window.start + window.length);
  const length = Math.max(bar, Math.ceil(fillEnd / bar) * bar);

  const notes: SoundingNote[] = [];
  for (const note of playGroove(groove, meter, tempo, length, kit)) {
    if (note.at >= fillStart && note.at < fillEnd) continue;
    // The hand on the cymbal leaves it for the crash.
    const answered = form.grooveBars > 0 && note.at === 0 && isHand(note.limb) && note.place !== "sn";
    notes.push(answered ? { ...note, passes: "first" } : note);
  }
  if (form.grooveBars > 0 && timeline.events.length > 0) notes.push(...answerWithCrash(notes, crashHand, kit));
  for (const event of timeline.events) notes.push(sound(event, fillAt + event.at, "fill"));
  notes.sort((a, b) => a.at - b.at);

  return {
    countIn: ticks(form.countInBars * bar),
    length: ticks(length),
    fillAt: ticks(fillAt),
    notes,
    clicks: clickBeats(meter, length),
    countInClicks: clickBeats(meter, form.countInBars * bar),
  };
}

/** A timeline by itself, round and round from its first stroke to its end, with clicks on the beats. */
export function arrangeLoop(timeline: Timeline): Arrangement {
  const { meter, window, end } = timeline;
  const length = Math.max(1, end - window.start);
  const notes = timeline.events.map((event) => sound(event, event.at - window.start, "fill"));
  // Grace notes of the very first stroke need a little time before it.
  const leadIn = notes.reduce((most, note) => Math.max(most, -note.at), 0);
  return {
    countIn: ticks(leadIn),
    length: ticks(length),
    fillAt: ticks(0),
    notes: notes.toSorted((a, b) => a.at - b.at),
    clicks: clickBeats(meter, length + beatTicks(meter) - 1),
    countInClicks: [],
  };
}

function sound(event: TimelineEvent, at: number, role: SoundingNote["role"]): SoundingNote {
  const { limb, place, level, rimShot } = event;
  const slot = role === "fill" && event.grace === undefined ? event.slot : null;
  return { at: ticks(at), limb, place, level, rimShot, role, slot, passes: "all" };
}

function playGroove(groove: Groove, meter: Meter, tempo: Bpm, length: number, kit: Kit | null): SoundingNote[] {
  const window = { start: ticks(0), length: barTicks(groove.meter) };
  const laid = layOut({ meter: groove.meter, tempo, window, line: groove.line }, kit);
  if (laid.end <= 0 || groove.meter.beats !== meter.beats || groove.meter.unit !== meter.unit) return [];
  const notes: SoundingNote[] = [];
  for (let from = 0; from < length; from += laid.end) {
    for (const event of laid.events) if (from + event.at < length) notes.push(sound(event, from + event.at, "groove"));
  }
  return notes;
}

function answerWithCrash(groove: readonly SoundingNote[], hand: Hand, kit: Kit | null): SoundingNote[] {
  const shared = { at: ticks(0), rimShot: false, role: "crash", slot: null, passes: "later" } as const;
  const crash: SoundingNote = {
    ...shared,
    limb: hand,
    place: kit ? foldPlace(kit, hand, "c1") : "c1",
    level: "accent",
  };
  const kicks = groove.some((note) => note.at === 0 && note.place === "kk");
  return kicks ? [crash] : [crash, { ...shared, limb: "K", place: "kk", level: "normal" }];
}

function clickBeats(meter: Meter, length: number): Click[] {
  const beat = beatTicks(meter);
  const bar = barTicks(meter);
  return Array.from({ length: Math.floor(length / beat) }, (_, index) => {
    const at = index * beat;
    return { at: ticks(at), strong: at % bar === 0 };
  });
}

/**
 * The plainest groove of any meter, for meters that no written groove fits: hi-hat on every written unit (eighths
 * under larger ones), bass drum on one, snare on every second beat, or the middle of a compound bar.
 */
export function plainGroove(meter: Meter): Groove {
  const step = Math.min(unitTicks(meter), 5040);
  const steps = barTicks(meter) / step;
  const perBeat = beatTicks(meter) / step;
  const beats = steps / perBeat;
  const slots = Array.from({ length: steps }, (_, index) => {
    const strokes = [makeStroke("R", { place: "hh", level: index % perBeat === 0 ? "normal" : "ghost" })];
    const beat = index / perBeat;
    const middle = isCompound(meter) ? beat % 2 === 1 : beat === Math.floor(beat) && beat % 2 === 1;
    if (index === 0) strokes.push(makeStroke("K"));
    else if (middle || (beats === 1 && beat === 0.5)) strokes.push(makeStroke("L", { level: "accent" }));
    return makeStrokes(strokes);
  });
  return {
    meter,
    line: makeLine([
      { kind: "rate", rate: { slots: 10_080 / step, quarters: 1 } },
      { kind: "cell", slots, count: 1 },
    ]),
  };
}
