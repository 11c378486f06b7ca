/**
 * Groove and fill as one score: hands with stems up, the groove's feet and what continues under the fill with stems
 * down.
 */

import type { Arrangement, LoopForm, Setting, SoundingNote } from "~/core/groove";
import type { CountStyle } from "~/core/pulse";
import {
  homePlace,
  isHand,
  type Limb,
  makeSilence,
  makeStroke,
  makeStrokes,
  mapParts,
  partsOf,
  type Slot,
  type Stroke,
  strokesOf,
} from "~/core/stroke";
import { barTicks, TICKS_PER_QUARTER } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import type { RepeatStyle } from "./notation";
import { writeRepeats } from "./repeats";
import {
  bracketCells,
  type CountedScoreSlot,
  closeHats,
  countBar,
  PLAIN_BAR,
  type StaffBar,
  toScoreSlot,
  writeHairpins,
} from "./score";
import { type ScoreSlot, type SpellingChoices, spellVoice } from "./spell";

export interface FormScoreOptions {
  readonly countStyle: CountStyle;
  /** The fill's feet also have stems down, if nothing else continues under it. */
  readonly feetBelow: boolean;
  readonly choices?: SpellingChoices;
  readonly repeats?: RepeatStyle;
}

/** All bars of the loop, and the bar the fill lands in if a crash answers it. */
export function makeFormScore(
  timeline: Timeline,
  groove: Timeline | null,
  arrangement: Arrangement,
  form: LoopForm,
  setting: Setting,
  { countStyle, feetBelow, choices, repeats = "written" }: FormScoreOptions,
): StaffBar[] {
  const { meter } = timeline;
  const bar = barTicks(meter);
  const ostinato = arrangement.notes.filter(({ role }) => role === "under");
  const splitsFill = feetBelow && ostinato.length === 0;
  const fill = timeline.slots.map((slot) => shift(toScoreSlot(slot, timeline), form.fillAt));
  const grooves = groove ? slotsOfGroove(groove, form, setting, bar) : [];
  const upper = [
    ...grooves.map((slot) => only(slot, isHand)),
    ...fill.map((slot) => (splitsFill ? only(slot, isHand) : slot)),
  ].sort(byTime);
  const lower = [
    // The groove's feet and the parts that continue with them are one voice, and neither waits for the other's slots to
    // end.
    ...slotsOfNotes([...footNotes(grooves), ...ostinato], form.length),
    ...(splitsFill ? fill.map((slot) => only(slot, isFoot)) : []),
  ].sort(byTime);

  const range = { from: 0, to: Math.ceil(form.length / bar) };
  const lowers = spellVoice(lower, meter, range, choices);
  const bars = spellVoice(upper, meter, range, choices).map((voice, number): StaffBar => {
    const start = number * bar;
    const inBar = <Item extends ScoreSlot>(slots: readonly Item[]) =>
      slots.filter((slot) => slot.at >= start && slot.at < start + bar);
    const written = inBar(upper);
    const below = inBar(lower);
    const opensFill = form.fillStart >= start && form.fillStart < start + bar;
    const label = opensFill
      ? {
          text: "fill",
          note: Math.max(
            0,
            voice.notes.findIndex((note) => note.at >= form.fillStart),
          ),
        }
      : number === 0 && grooves.length > 0
        ? { text: "groove", note: 0 }
        : null;
    return {
      number,
      start,
      length: bar,
      ...voice,
      ...PLAIN_BAR,
      lower: sounds(below) ? (lowers[number] ?? null) : null,
      counts: sounds(written) ? countBar(written, voice.notes, meter, countStyle) : [],
      brackets: bracketCells(timeline, form.fillAt, voice.notes, start),
      hairpins: writeHairpins(timeline, form.fillAt, voice.notes, start),
      label,
    };
  });
  const written = writeRepeats(lineBars(bars, repeats), repeats);
  const crash = arrangement.notes.filter((note) => note.at === 0 && note.passes !== "first" && note.role !== "fill");
  if (crash.some(({ role }) => role === "crash")) written.push(landingBar(crash, bars.length, timeline));
  return closeHats(written);
}

/**
 * A double line where groove and fill meet at a bar line; repeat signs around the loop, unless some bars have their
 * own.
 */
function lineBars(bars: readonly StaffBar[], repeats: RepeatStyle): StaffBar[] {
  const last = bars.length - 1;
  const goesRound = repeats !== "times";
  return bars.map((bar, index) => {
    const next = bars[index + 1];
    const isSection = next?.label && next.notes[next.label.note]?.at === next.notes[0]?.at;
    return {
      ...bar,
      opens: index === 0 && goesRound ? "repeat" : "plain",
      closes: index === last ? (goesRound ? "repeat" : "double") : isSection ? "double" : "single",
    };
  });
}

/** The following bar, where the crash answers: one stroke, then the groove continues. */
function landingBar(notes: readonly SoundingNote[], number: number, { meter }: Timeline): StaffBar {
  const start = number * barTicks(meter);
  const limbs = new Map(notes.map((note) => [note.limb, note]));
  const slot: ScoreSlot = {
    index: null,
    at: start,
    duration: TICKS_PER_QUARTER,
    voiced: strokesOfNotes([...limbs.values()]),
    rate: { slots: 1, quarters: 1 },
  };
  // In a bar shorter than a quarter note, the stroke is as long as the bar.
  const fits = TICKS_PER_QUARTER <= barTicks(meter) ? slot : { ...slot, duration: barTicks(meter) };
  // The rest of the bar is groove again, and left open.
  const [bar] = spellVoice([fits], meter, { from: number, to: number + 1 });
  const stroke = bar?.notes[0];
  return {
    number,
    start,
    length: barTicks(meter),
    notes: stroke ? [stroke] : [],
    tuplets: [],
    refusedAt: null,
    ...PLAIN_BAR,
    label: { text: "and on", note: 0 },
    closes: "final",
  };
}

/** One stroke with its own duration. */
type StruckNote = Pick<SoundingNote, "limb" | "place" | "level" | "technique"> & { readonly at: number };

function strokesOfNotes(notes: readonly StruckNote[]): Slot {
  return makeStrokes(notes.map(({ limb, place, level, technique }) => makeStroke(limb, { place, level, technique })));
}

const byTime = (a: ScoreSlot, b: ScoreSlot) => a.at - b.at;
const isFoot = (limb: Limb) => !isHand(limb);

function sounds(slots: readonly ScoreSlot[]): boolean {
  return slots.some(({ voiced }) => strokesOf(voiced).length > 0);
}

/** What feet play in slots, stroke by stroke. */
function footNotes(slots: readonly ScoreSlot[]): StruckNote[] {
  return slots.flatMap(({ at, duration, voiced }) =>
    partsOf(voiced).flatMap((part, index, parts) =>
      strokesOf(part)
        .filter(({ limb }) => isFoot(limb))
        .map(({ limb, level, technique, place = homePlace(limb) }) => ({
          at: at + (index * duration) / parts.length,
          limb,
          place,
          level,
          technique,
        })),
    ),
  );
}

function shift<Item extends ScoreSlot>(slot: Item, by: number): Item {
  return { ...slot, at: slot.at + by };
}

/** A slot with only some limbs, and silence for the others. */
function only<Item extends ScoreSlot>(slot: Item, isWanted: (limb: Limb) => boolean): Item {
  const voiced: Slot = mapParts(slot.voiced, (part) => {
    const kept: readonly Stroke[] = strokesOf(part).filter(({ limb }) => isWanted(limb));
    return kept.length > 0 ? makeStrokes(kept) : makeSilence();
  });
  // A shared slot with only silent parts is written as plain silence.
  const isSilent = partsOf(voiced).every(({ kind }) => kind === "silence");
  return { ...slot, voiced: isSilent ? makeSilence() : voiced };
}

/** The groove's slots outside the fill's window; slots that run into it are cut. */
function slotsOfGroove(groove: Timeline, form: LoopForm, { ending, stops }: Setting, bar: number): CountedScoreSlot[] {
  const end = ending === "stop" ? form.length - bar : form.length;
  const slots: CountedScoreSlot[] = [];
  for (let from = 0; from < end; from += groove.end) {
    for (const one of groove.slots) {
      const slot = { ...shift(toScoreSlot(one, groove), from), index: null };
      if (slot.at >= end || (slot.at >= form.fillStart && slot.at < form.fillEnd)) continue;
      if (stops && slot.at % bar !== 0) continue;
      const limit = slot.at < form.fillStart ? form.fillStart : end;
      slots.push({ ...slot, duration: Math.min(slot.duration, limit - slot.at) });
    }
  }
  return slots;
}

/** Notes as slots, each lasting until the next or until `end`. */
function slotsOfNotes(notes: readonly StruckNote[], end: number): ScoreSlot[] {
  const times = [...new Set(notes.map(({ at }) => at))].sort((a, b) => a - b);
  return times.map((at, index) => {
    const limbs = new Map(notes.filter((note) => note.at === at).map((note) => [note.limb, note]));
    const voiced = strokesOfNotes([...limbs.values()]);
    // A note lasts at most until the next beat: the remaining rest isn't drawn in the lower voice.
    const next = Math.min(times[index + 1] ?? end, end, (Math.floor(at / TICKS_PER_QUARTER) + 1) * TICKS_PER_QUARTER);
    return { index: null, at, duration: next - at, voiced, rate: { slots: 1, quarters: 1 } };
  });
}
