/** A phrase in its setting as one loop to play: count-in, groove, the fill, and its answer. */

import type { Kit } from "../kit/kit";
import { type Click, clickBeats, clicksBetween } from "../pulse/clicks";
import { type Pulse, shiftPulse } from "../pulse/pulse";
import { isHand } from "../stroke/stroke";
import { barTicks, ticks } from "../time/time";
import { lastsFor, type Timeline, type TimelineEvent } from "../timeline/timeline";
import { followsSwing, makePerform, type Perform, STRAIGHT } from "./feel";
import { type Groove, layOutGroove } from "./groove";
import { playOstinato, playThroughout } from "./ostinato";
import type { Setting } from "./setting";
import type { Arrangement, Crash, LoopForm, SoundingNote } from "./sounding";

/**
 * Groove, then the bars of the fill, then a bar of silence after a hard stop. The groove plays up to the window and
 * resumes after it; if the phrase runs over, it waits.
 */
export function measureForm(
  timeline: Timeline,
  { grooveBars, ending }: Pick<Setting, "grooveBars" | "ending">,
): LoopForm {
  const { meter, window } = timeline;
  const bar = barTicks(meter);
  const fillAt = grooveBars * bar;
  const fillEnd = fillAt + Math.max(timeline.end, window.start + window.length);
  const bars = Math.max(1, Math.ceil(fillEnd / bar)) + (ending === "stop" ? 1 : 0);
  return { fillAt, fillStart: fillAt + window.start, fillEnd, length: bars * bar };
}

/**
 * The loop of a phrase in its setting. If the ending has a crash, it comes on one after the fill, every time but the
 * first. A groove in another meter is ignored. If there is a kit, groove, ostinatos and crash use what it has.
 */
export function arrange(
  timeline: Timeline,
  groove: Groove,
  setting: Setting,
  crash: Crash,
  kit: Kit | null = null,
): Arrangement {
  const { meter, tempo } = timeline;
  const bar = barTicks(meter);
  const form = measureForm(timeline, setting);
  const { fillAt, fillStart, fillEnd, length } = form;
  const pulse = shiftPulse(timeline.pulse, -fillAt);
  const perform = makePerform(setting.feel, meter, tempo);
  const performFill = setting.follows ? perform : makePerform(STRAIGHT, meter, tempo);

  const played = playGroove(groove, timeline, length, perform, kit);
  const stopsAt = setting.ending === "stop" ? length - bar : length;
  const notes: SoundingNote[] = [];
  for (const note of played) {
    if ((note.at >= fillStart && note.at < fillEnd) || note.at >= stopsAt) continue;
    if (setting.stops && note.at % bar !== 0) continue;
    // The cymbal hand leaves its place for the crash.
    const answered = isAnswered(form, setting) && note.at === 0 && isHand(note.limb) && note.place !== "sn";
    notes.push(answered ? { ...note, passes: "first" } : note);
  }
  if (isAnswered(form, setting) && timeline.events.length > 0) {
    notes.push(...answerWithCrash(notes, crash, perform));
  }
  const fill = timeline.events.map((event) => soundEvent(event, timeline, fillAt, performFill, "fill"));
  const scene = { pulse, form, setting, perform, kit, stopsAt };
  notes.push(...fill, ...playOstinato(played, fill, scene), ...playThroughout(notes, scene));

  return {
    meter,
    countIn: ticks(setting.countInBars * bar),
    length,
    fillAt,
    notes: inOrder(notes),
    ...soundSlots(timeline, fillAt, performFill),
    clicks: listClicks(pulse, 0, length, perform),
    countInClicks: clickBeats(pulse, 0, setting.countInBars * bar),
  };
}

/** Whether the loop returns to the groove, so that a crash can land on its first beat. */
function isAnswered({ fillStart }: LoopForm, { ending }: Setting): boolean {
  return ending === "crash" && fillStart > 0;
}

export interface RangeOptions {
  /** Slot numbers, including the last; all slots if absent. */
  readonly slots?: { readonly from: number; readonly to: number };
  /** Continues in silence to the next beat. */
  readonly toBeat?: boolean;
  readonly feel?: Setting["feel"];
  /** Bars of clicks before everything. */
  readonly countInBars?: number;
}

/** Some slots of a timeline as a loop, with clicks on the beats they cross. */
export function arrangeRange(
  timeline: Timeline,
  { slots, toBeat = false, feel = STRAIGHT, countInBars = 0 }: RangeOptions,
): Arrangement {
  const { meter, pulse, tempo, window } = timeline;
  const perform = makePerform(feel, meter, tempo);
  const from = Math.max(0, slots?.from ?? 0);
  const to = Math.min(timeline.slots.length - 1, slots?.to ?? timeline.slots.length - 1);
  const first = timeline.slots[from];
  const last = timeline.slots[to];
  const start = first?.at ?? window.start;
  const swungAt = (slot: typeof first, at: number) =>
    perform(at, slot !== undefined && followsRate(timeline, slot.cell), null);
  const base = swungAt(first, start);
  const writtenEnd = last ? last.at + last.duration : start;
  const beat = clickBeats(pulse, writtenEnd, writtenEnd + barTicks(meter))[0]?.at ?? writtenEnd;
  const slotsEnd = swungAt(last, writtenEnd) - base;
  const length = Math.max(1, toBeat ? beat - base : slotsEnd);
  const notes = timeline.events
    .filter(({ slot }) => slot >= from && slot <= to)
    .map((event) => soundEvent(event, timeline, 0, perform, "fill"))
    .map((note) => ({ ...note, at: ticks(note.at - start), sounds: note.sounds - base }));
  // Grace notes of the very first stroke need a little time before it.
  const leadIn = notes.reduce((most, { sounds }) => Math.max(most, -sounds), 0);
  const all = soundSlots(timeline, -start, (at, isSwung) => perform(at + start, isSwung, null) - base);
  return {
    meter,
    countIn: ticks(countInBars > 0 ? countInBars * barTicks(meter) : Math.ceil(leadIn)),
    length,
    fillAt: -start,
    notes: inOrder(notes),
    slots: all.slots.filter(({ slot }) => slot >= from && slot <= to),
    slotsEnd,
    clicks: listClicks(pulse, start, start + length, perform).map((click) => ({
      ...click,
      at: ticks(click.at - start),
    })),
    countInClicks: clickBeats(pulse, 0, countInBars * barTicks(meter)),
  };
}

/** Beats and their subdivisions: halves and quarters of a beat swing like notes. */
function listClicks(pulse: Pulse, from: number, to: number, perform: Perform): Click[] {
  const between = clicksBetween(pulse, from, to).map((click) => {
    const isSwung = click.between.some((division) => division !== "triplets");
    return { ...click, at: ticks(Math.round(perform(click.at, isSwung, null))) };
  });
  return [...clickBeats(pulse, from, to), ...between];
}

function inOrder(notes: readonly SoundingNote[]): SoundingNote[] {
  return notes.toSorted((a, b) => a.sounds - b.sounds);
}

function followsRate(timeline: Timeline, cell: number): boolean {
  const rate = timeline.cells[cell]?.rate;
  return rate !== undefined && followsSwing(rate);
}

/** An event moved by `shift` ticks. Grace notes keep their distance from their stroke. */
function soundEvent(
  event: TimelineEvent,
  timeline: Timeline,
  shift: number,
  perform: Perform,
  role: SoundingNote["role"],
): SoundingNote {
  const { limb, place, level, force, technique } = event;
  const slot = timeline.slots[event.slot];
  const main = slot ? slot.at + (event.part * slot.duration) / event.parts : event.at;
  const isSwung = slot !== undefined && followsRate(timeline, slot.cell);
  return {
    at: ticks(event.at + shift),
    sounds: perform(main + shift, isSwung, limb) - (main - event.at),
    limb,
    place,
    level,
    force,
    technique,
    lasts: lastsFor(event),
    role,
    slot: role === "fill" && event.grace === undefined ? event.slot : null,
    passes: "all",
  };
}

function soundSlots(timeline: Timeline, shift: number, perform: Perform): Pick<Arrangement, "slots" | "slotsEnd"> {
  const slots = timeline.slots.map(({ index, at, cell }) => ({
    slot: index,
    at: at + shift,
    sounds: perform(at + shift, followsRate(timeline, cell), null),
  }));
  return { slots, slotsEnd: timeline.end + shift };
}

function playGroove(
  groove: Groove,
  { meter, tempo }: Timeline,
  length: number,
  perform: Perform,
  kit: Kit | null,
): SoundingNote[] {
  const laid = layOutGroove(groove, meter, tempo, kit);
  if (!laid) return [];
  const notes: SoundingNote[] = [];
  for (let from = 0; from < length; from += laid.end) {
    for (const event of laid.events) {
      if (from + event.at < length) notes.push(soundEvent(event, laid, from, perform, "groove"));
    }
  }
  return notes;
}

function answerWithCrash(groove: readonly SoundingNote[], { hand, place }: Crash, perform: Perform): SoundingNote[] {
  const plain = { technique: "plain", lasts: null } as const;
  const shared = { ...plain, at: ticks(0), role: "crash", slot: null, passes: "later" } as const;
  const crash: SoundingNote = {
    ...shared,
    limb: hand,
    sounds: perform(0, false, hand),
    place,
    level: "accent",
    force: 2,
  };
  const kicks = groove.some((note) => note.at === 0 && note.place === "kk");
  if (kicks) return [crash];
  return [crash, { ...shared, limb: "K", sounds: perform(0, false, "K"), place: "kk", level: "normal", force: 1 }];
}
