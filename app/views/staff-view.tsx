/** The engraved percussion staff, with sticking and count on lines of their own beneath it. */

import { memo, useEffect, useMemo, useRef, useState } from "react";
import {
  Articulation,
  Beam,
  Dot,
  Formatter,
  GraceNote,
  GraceNoteGroup,
  ModifierPosition,
  Parenthesis,
  Renderer,
  Stave,
  StaveNote,
  Stem,
  type SVGContext,
  Tuplet,
  Voice,
  VoiceMode,
} from "vexflow/bravura";
import type { CountStyle, Meter, Place, Timeline } from "~/core";
import { makeScore, type StaffBar, type StaffHead, type StaffNote } from "~/engrave/score";
import { type PickSlot, pointerHandlers, useLighting } from "./lighting";
import type { Section } from "./section";
import { useWidth } from "./use-width";

/** Where each surface stands on the staff, and with which head. */
const KEYS: Record<Place, string> = {
  sn: "c/5",
  t1: "e/5",
  t2: "d/5",
  t3: "b/4",
  f1: "a/4",
  f2: "g/4",
  hh: "g/5/x2",
  ho: "g/5/x2",
  rd: "f/5/x2",
  rb: "f/5/d1",
  c1: "a/5/x2",
  c2: "b/5/x2",
  ch: "c/6/x2",
  sp: "d/6/x2",
  cb: "e/5/t1",
  kk: "f/4",
  k2: "e/4",
  hp: "d/4/x2",
  x1: "b/4/t1",
  x2: "a/4/t1",
};

const SYSTEM_HEIGHT = 155;
const STAVE_TOP = 24;
const STICKING_Y = 131;
const COUNT_Y = 147;
/** Pixels that a note needs, and a bar beside its notes. */
const NOTE_ROOM = 27;
const GRACE_ROOM = 12;
const BAR_ROOM = 30;
const CLEF_ROOM = 62;
/** The most bars that are engraved at a time; a long line is shown in part. */
const MOST_BARS = 16;
/** Pixels between syllables that are not at notes. */
const COUNT_ROOM = 19;
/** Closer than this notes cannot be told apart: then the staff scrolls sideways. */
const TIGHTEST_NOTE = 19;
const SVG_NAMESPACE = "http://www.w3.org/2000/svg";

export interface StaffViewProps {
  readonly timeline: Timeline;
  readonly section: Section;
  readonly countStyle: CountStyle;
  readonly onPick: PickSlot;
}

export default memo(function StaffView({ timeline, section, countStyle, onPick }: StaffViewProps) {
  const frame = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const [fontsReady, setFontsReady] = useState(false);
  const bars = useMemo(() => makeScore(timeline, section.slots, countStyle), [timeline, section, countStyle]);
  const shown = useMemo(() => bars.slice(0, MOST_BARS), [bars]);

  useEffect(() => {
    // Measured with another font, everything would stand in the wrong place.
    document.fonts.load("30px Bravura").then(
      () => setFontsReady(true),
      () => setFontsReady(true),
    );
  }, []);

  useEffect(() => {
    if (!sheet.current || width < 120 || !fontsReady) return;
    const began = performance.now();
    const tightest = Math.max(...shown.map((bar) => CLEF_ROOM + BAR_ROOM + bar.notes.length * TIGHTEST_NOTE));
    drawSystems(sheet.current, shown, timeline.meter, Math.max(width, tightest));
    // For `npm run bench`, and for the browser's own tools.
    performance.clearMeasures("staff");
    performance.measure("staff", { start: began });
  }, [shown, timeline.meter, width, fontsReady]);
  useLighting(frame);

  return (
    <div ref={frame} className="staff-ink drawing overflow-x-auto" {...pointerHandlers(onPick)}>
      <div ref={sheet} role="img" aria-label={sayStaff(shown)} />
      {bars.length > shown.length ? (
        <p className="text-sm quiet px-2 pb-1">
          {shown.length} of {bars.length} bars of this part are engraved.
        </p>
      ) : null}
    </div>
  );
});

function sayStaff(bars: readonly StaffBar[]): string {
  const sticking = bars.map((bar) => bar.notes.map((note) => note.sticking || "rest").join(" "));
  return `Staff, ${bars.length} ${bars.length === 1 ? "bar" : "bars"}: ${sticking.join(", bar line, ").slice(0, 600)}`;
}

/** Bars that stand in one line, and how wide each is to be. */
interface StaffSystem {
  readonly bars: readonly { readonly bar: StaffBar; readonly width: number }[];
}

function barRoom({ notes }: StaffBar): number {
  return BAR_ROOM + notes.reduce((sum, note) => sum + NOTE_ROOM + note.graces * GRACE_ROOM, 0);
}

/** As many bars on a line as have room, each line stretched to the full width. */
function breakSystems(bars: readonly StaffBar[], width: number): StaffSystem[] {
  const lines: StaffBar[][] = [];
  let used = 0;
  for (const bar of bars) {
    const open = lines.at(-1);
    if (open && used + barRoom(bar) <= width) {
      open.push(bar);
      used += barRoom(bar);
    } else {
      lines.push([bar]);
      used = CLEF_ROOM + barRoom(bar);
    }
  }
  return lines.map((line) => {
    const total = line.reduce((sum, bar) => sum + barRoom(bar), 0);
    const free = width - CLEF_ROOM;
    return {
      bars: line.map((bar, index) => ({ bar, width: (free * barRoom(bar)) / total + (index === 0 ? CLEF_ROOM : 0) })),
    };
  });
}

function drawSystems(sheet: HTMLDivElement, bars: readonly StaffBar[], meter: Meter, width: number) {
  const systems = breakSystems(bars, width - 8);
  const fresh = document.createElement("div");
  const renderer = new Renderer(fresh, Renderer.Backends.SVG);
  renderer.resize(width, systems.length * SYSTEM_HEIGHT);
  const context = renderer.getContext() as SVGContext;
  context.setFillStyle("currentColor");
  context.setStrokeStyle("currentColor");
  for (const [line, system] of systems.entries()) {
    let x = 2;
    for (const [index, { bar, width: barWidth }] of system.bars.entries()) {
      const stave = new Stave(x, line * SYSTEM_HEIGHT + STAVE_TOP, barWidth);
      if (index === 0) stave.addClef("percussion");
      if (index === 0 && line === 0) stave.addTimeSignature(`${meter.beats}/${meter.unit}`);
      stave.setContext(context).draw();
      drawBar(context, stave, bar, meter, line * SYSTEM_HEIGHT);
      x += barWidth;
    }
  }
  sheet.replaceChildren(...fresh.childNodes);
}

function drawBar(context: SVGContext, stave: Stave, bar: StaffBar, meter: Meter, top: number) {
  const notes = bar.notes.map((note) => engraveNote(note, bar.notes.length === 1));
  for (const [index, note] of bar.notes.entries()) {
    const engraved = notes[index];
    if (engraved && note.graces > 0) addGraces(engraved, note);
  }
  // Inner tuplets first: an outer one counts the time that they have taken already.
  const tuplets = bar.tuplets
    .toSorted((a, b) => a.to - a.from - (b.to - b.from))
    .map(
      ({ from, to, notes: count, inTimeOf }) =>
        new Tuplet(notes.slice(from, to + 1), {
          numNotes: count,
          notesOccupied: inTimeOf,
          ratioed: false,
          bracketed: true,
        }),
    );
  const beams = beamsOf(bar.notes).map((group) => new Beam(group.map((index) => notes[index] as StaveNote)));
  const voice = new Voice({ numBeats: meter.beats, beatValue: meter.unit }).setMode(VoiceMode.SOFT);
  voice.addTickables(notes);
  const room = stave.getWidth() - (stave.getNoteStartX() - stave.getX()) - 14;
  new Formatter({ softmaxFactor: 8 }).joinVoices([voice]).format([voice], Math.max(60, room));
  voice.draw(context, stave);
  for (const beam of beams) beam.setContext(context).draw();
  for (const tuplet of tuplets) tuplet.setContext(context).draw();
  markAndLetter(context, stave, bar, notes, top);
}

function engraveNote(note: StaffNote, wholeBar: boolean): StaveNote {
  if (note.heads.length === 0) {
    const restNote = new StaveNote({
      keys: ["b/4"],
      duration: `${note.value.name}r`,
      dots: note.value.dots,
      ...(wholeBar ? { alignCenter: true } : {}),
    });
    if (note.value.dots) Dot.buildAndAttach([restNote], { all: true });
    return restNote;
  }
  // Two hands on one drum are one head: the letters under it tell.
  const heads = note.heads.filter(
    (head, index) => note.heads.findIndex((other) => keyOf(other) === keyOf(head)) === index,
  );
  const staveNote = new StaveNote({
    keys: heads.map(keyOf),
    duration: note.value.name,
    dots: note.value.dots,
    stemDirection: Stem.UP,
    autoStem: false,
  });
  if (note.value.dots) Dot.buildAndAttach([staveNote], { all: true });
  if (note.accent) staveNote.addModifier(new Articulation("a>").setPosition(ModifierPosition.ABOVE), 0);
  for (const [index, head] of heads.entries()) {
    if (!head.ghost) continue;
    staveNote.addModifier(new Parenthesis(ModifierPosition.LEFT), index);
    staveNote.addModifier(new Parenthesis(ModifierPosition.RIGHT), index);
  }
  return staveNote;
}

function keyOf(head: StaffHead): string {
  const key = KEYS[head.place];
  return head.rimShot ? `${key.split("/").slice(0, 2).join("/")}/x3` : key;
}

function addGraces(staveNote: StaveNote, note: StaffNote) {
  const place = note.heads[0]?.place ?? "sn";
  const graces = Array.from(
    { length: note.graces },
    () =>
      new GraceNote({
        keys: [KEYS[place]],
        duration: note.graces === 1 ? "8" : "16",
        slash: note.graces === 1,
        stemDirection: Stem.UP,
      }),
  );
  const group = new GraceNoteGroup(graces, true);
  if (graces.length > 1) group.beamNotes();
  staveNote.addModifier(group, 0);
}

/** Runs of notes short enough to be beamed, within their groups, not over rests. */
function beamsOf(notes: readonly StaffNote[]): number[][] {
  const groups: number[][] = [];
  let open: number[] = [];
  let openBeam = -1;
  const close = () => {
    if (open.length > 1) groups.push(open);
    open = [];
  };
  for (const [index, note] of notes.entries()) {
    const beamable = note.heads.length > 0 && !["w", "h", "q"].includes(note.value.name);
    if (!beamable || note.beam !== openBeam) close();
    openBeam = note.beam;
    if (beamable) open.push(index);
  }
  close();
  return groups;
}

/** Marks the notes with their slots, and writes sticking and count under them. */
function markAndLetter(context: SVGContext, stave: Stave, bar: StaffBar, notes: readonly StaveNote[], top: number) {
  const xs = notes.map((note) => note.getAbsoluteX() + 6);
  for (const [index, note] of bar.notes.entries()) {
    if (note.slot === null) continue;
    const drawn = context.svg.querySelector(`#vf-${notes[index]?.getAttribute("id")}`);
    drawn?.setAttribute("data-slot", String(note.slot));
    if (note.sticking) writeText(context.svg, note.sticking, xs[index] ?? 0, top + STICKING_Y, note.slot, 12.5, true);
  }
  const end = stave.getX() + stave.getWidth() - 10;
  let written = Number.NEGATIVE_INFINITY;
  for (const count of bar.counts) {
    const from = xs[count.note] ?? 0;
    const to = xs[count.note + 1] ?? end;
    const x = from + (to - from) * count.share;
    // Under a long note there may be no room for every syllable; those at notes are always written.
    const crowded = x - written < COUNT_ROOM || to - x < COUNT_ROOM;
    if (count.share > 0 && crowded) continue;
    writeText(context.svg, count.syllable, x, top + COUNT_Y, count.slot, 11, count.onBeat);
    written = x;
  }
}

function writeText(svg: SVGElement, text: string, x: number, y: number, slot: number, size: number, strong: boolean) {
  const element = document.createElementNS(SVG_NAMESPACE, "text");
  element.textContent = text;
  for (const [name, value] of Object.entries({
    x: x.toFixed(1),
    y: String(y),
    "text-anchor": "middle",
    "font-size": String(size),
    "font-weight": strong ? "650" : "420",
    fill: strong ? "currentColor" : "var(--nickel)",
    stroke: "none",
    "data-slot": String(slot),
  })) {
    element.setAttribute(name, value);
  }
  svg.append(element);
}
