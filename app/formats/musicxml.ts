/**
 * A score as MusicXML 4.0 (partwise): percussion staff, an instrument for each surface, sticking as the first line of
 * lyrics and the count as the second, cells as brackets. Elements are in the standard's order.
 */

import { XMLBuilder } from "fast-xml-parser";
import { type Kit, usualMidi } from "~/core/kit";
import { KIT_VOICE_NAMES, type KitVoice } from "~/core/stroke";
import { type Bpm, gcd, isCompound, type Meter, quarterBpm, TICKS_PER_QUARTER } from "~/core/time";
import type { StaffBar, WrittenVoice } from "~/engrave/score";
import { soundingTicks } from "~/engrave/spell";
import { type Attributes, type Element, el, instrumentOf, PART } from "./musicxml-element";
import { writeGraces, writeNote } from "./musicxml-note";

export interface ScoreHead {
  readonly title: string;
  readonly meter: Meter;
  readonly tempo: Bpm;
  /** Whose MIDI notes are used for surfaces; General MIDI's if absent. */
  readonly kit?: Kit | null;
  /** The stick line, so that the file can be read back exactly. */
  readonly line?: string;
}

/** The name of the field with the stick line. */
export const XML_LINE = "dime-stack-line";

/** The file as text. */
export function writeMusicXml(bars: readonly StaffBar[], head: ScoreHead): string {
  const places = [...new Set(bars.flatMap((bar) => [...placesOf(bar), ...(bar.lower ? placesOf(bar.lower) : [])]))];
  const scale = scaleOf(bars);
  const measures = bars.map((bar, index) => writeMeasure(bar, index, head, scale));
  const score = el(
    "score-partwise",
    [
      el("work", [el("work-title", head.title)]),
      el("identification", [
        el("encoding", [el("software", "Dime Stack")]),
        ...(head.line ? [el("miscellaneous", [el("miscellaneous-field", head.line, { name: XML_LINE })])] : []),
      ]),
      el("part-list", [writePart(places, head.kit ?? null)]),
      el("part", measures, { id: PART }),
    ],
    { version: "4.0" },
  );
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    format: true,
    indentBy: " ",
    suppressEmptyNode: true,
  });
  // No document type, so that programs that read the file fetch nothing.
  return `<?xml version="1.0" encoding="UTF-8"?>\n${builder.build([score])}\n`;
}

function placesOf({ notes }: WrittenVoice): KitVoice[] {
  return notes.flatMap(({ heads, graces }) => [...heads.map(({ place }) => place), ...(graces ? [graces.place] : [])]);
}

function writePart(places: readonly KitVoice[], kit: Kit | null): Element {
  const own = new Map(kit?.surfaces.map(({ place, midi }) => [place, midi]));
  return el(
    "score-part",
    [
      el("part-name", "Drum set"),
      ...places.map((place) =>
        el("score-instrument", [el("instrument-name", KIT_VOICE_NAMES[place])], { id: instrumentOf(place) }),
      ),
      ...places.map((place) =>
        el(
          "midi-instrument",
          // The standard counts channels and notes from 1.
          [el("midi-channel", 10), el("midi-unpitched", (own.get(place) ?? usualMidi(place)) + 1)],
          { id: instrumentOf(place) },
        ),
      ),
    ],
    { id: PART },
  );
}

/** Divisions per quarter that make every duration an integer, and the factor from ticks to divisions. */
function scaleOf(bars: readonly StaffBar[]): { readonly divisions: number; readonly times: number } {
  const durations = bars.flatMap((bar) =>
    [bar, ...(bar.lower ? [bar.lower] : [])].flatMap((voice) => durationsOf(voice, bar)),
  );
  const isWhole = (value: number) => Math.abs(value - Math.round(value)) < 1e-6;
  let finer = 1;
  while (finer < MAX_FINER && !durations.every((ticks) => isWhole(ticks * finer))) finer++;
  const shared = durations.reduce((all, ticks) => gcd(all, Math.round(ticks * finer)), TICKS_PER_QUARTER * finer);
  return { divisions: (TICKS_PER_QUARTER * finer) / shared, times: finer / shared };
}

/** Parts of shared slots divide ticks by at most 7, in tuplets by as much again. */
const MAX_FINER = 210;

/** Of each note; in a bar without values, until the next note. */
function durationsOf(voice: WrittenVoice, bar: StaffBar): number[] {
  const { notes, refusedAt } = voice;
  if (refusedAt === null) return notes.map((_, index) => soundingTicks(voice, index));
  const end = bar.start + bar.length;
  return notes.map(({ at }, index) => (notes[index + 1]?.at ?? end) - at);
}

interface Scale {
  readonly divisions: number;
  readonly times: number;
}

function writeMeasure(bar: StaffBar, index: number, { meter, tempo }: ScoreHead, scale: Scale): Element {
  const content: Element[] = [];
  if (bar.opens === "repeat")
    content.push(
      el("barline", [el("bar-style", "heavy-light"), el("repeat", [], { direction: "forward" })], { location: "left" }),
    );
  if (index === 0) {
    content.push(
      el("attributes", [
        el("divisions", scale.divisions),
        el("time", [el("beats", meter.beats), el("beat-type", meter.unit)]),
        el("clef", [el("sign", "percussion")]),
      ]),
      writeTempo(tempo, meter),
    );
  }
  if (bar.label) content.push(direction([el("words", bar.label.text)]));
  content.push(...writeVoice(bar, bar, 1, scale));
  if (bar.lower) {
    const length = durationsOf(bar, bar).reduce((sum, ticks) => sum + ticks, 0);
    content.push(el("backup", [el("duration", divide(length, scale))]), ...writeVoice(bar.lower, bar, 2, scale));
  }
  const style = { single: null, double: "light-light", final: "light-heavy", repeat: "light-heavy" }[bar.closes];
  if (style) {
    const times: Attributes = bar.times === null ? {} : { times: bar.times };
    const repeat = bar.closes === "repeat" ? [el("repeat", [], { direction: "backward", ...times })] : [];
    content.push(el("barline", [el("bar-style", style), ...repeat], { location: "right" }));
  }
  return el("measure", content, { number: bar.number + 1 });
}

function divide(ticks: number, { times }: Scale): number {
  return Math.round(ticks * times);
}

function direction(types: readonly Element[], more: readonly Element[] = []): Element {
  return el("direction", [...types.map((type) => el("direction-type", [type])), ...more], { placement: "above" });
}

function writeTempo(tempo: Bpm, meter: Meter): Element {
  const dotted = isCompound(meter);
  const unit = dotted ? (meter.unit === 8 ? "quarter" : "eighth") : meter.unit === 2 ? "half" : "quarter";
  const metronome = el("metronome", [
    el("beat-unit", unit),
    ...(dotted ? [el("beat-unit-dot")] : []),
    el("per-minute", Math.round(tempo)),
  ]);
  return direction([metronome], [el("sound", [], { tempo: Math.round(quarterBpm(tempo, meter) * 100) / 100 })]);
}

function writeVoice(voice: WrittenVoice, bar: StaffBar, number: 1 | 2, scale: Scale): Element[] {
  const durations = durationsOf(voice, bar);
  const content: Element[] = [];
  if (voice.refusedAt !== null) {
    const before = (voice.notes[0]?.at ?? bar.start) - bar.start;
    if (before > 0) content.push(el("forward", [el("duration", divide(before, scale))]));
  }
  for (const [index, note] of voice.notes.entries()) {
    if (number === 1) content.push(...writeMarks(bar, index, "before"));
    content.push(...writeGraces(note, number));
    content.push(...writeNote(voice, index, bar, number, divide(durations[index] ?? 0, scale)));
    if (number === 1) content.push(...writeMarks(bar, index, "after"));
  }
  return content;
}

/** Cell brackets and hairpins that start before a note or end after it. */
function writeMarks({ brackets, hairpins }: StaffBar, index: number, side: "before" | "after"): Element[] {
  const marks: Element[] = [];
  if (side === "before") {
    for (const { from, size, opens } of brackets) {
      if (from !== index || !opens) continue;
      const bracket = el("bracket", [], { type: "start", number: 1, "line-end": "down" });
      marks.push(direction([el("words", String(size))]), direction([bracket]));
    }
    for (const { from, left, right, opens } of hairpins) {
      if (from !== index || !opens) continue;
      const type = left < right ? "crescendo" : "diminuendo";
      marks.push(el("direction", [el("direction-type", [el("wedge", [], { type })])], { placement: "below" }));
    }
    return marks;
  }
  for (const { to, closes } of hairpins) {
    if (to !== index || !closes) continue;
    marks.push(el("direction", [el("direction-type", [el("wedge", [], { type: "stop" })])], { placement: "below" }));
  }
  for (const { to, closes } of brackets) {
    if (to !== index || !closes) continue;
    marks.push(direction([el("bracket", [], { type: "stop", number: 1, "line-end": "down" })]));
  }
  return marks;
}
