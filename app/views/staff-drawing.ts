/** A score on the page: systems of bars, drawn by the engraving package, with sticking and count beneath. */

import {
  Articulation,
  Beam,
  Dot,
  Formatter,
  GhostNote,
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
import type { Place } from "~/core/stroke";
import type { Meter } from "~/core/time";
import type { StaffBar, StaffGraces, StaffHairpin, StaffHead, StaffNote, WrittenVoice } from "~/engrave/score";

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
  hf: "g/5/x2",
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
  hs: "d/4/x2",
  cs: "c/5/x2",
  x1: "b/4/t1",
  x2: "a/4/t1",
};

/** Signs of the music font, by their names in SMuFL, that the engraving package has no names for. */
const GLYPHS = {
  stringsHarmonic: "\uE614",
  pictHalfOpen2: "\uE7F7",
  pluckedLeftHandPizzicato: "\uE633",
  articAccentAbove: "\uE4A0",
  buzzRoll: "\uE22A",
  noteheadSlashedBlack1: "\uE0CF",
  noteheadSlashedHalf1: "\uE0D1",
  noteheadSlashedWhole1: "\uE0D3",
};
/** Signs at the note for hi-hats that are not closed, by their surface. */
const HAT_SIGNS: Partial<Record<Place, string>> = {
  ho: GLYPHS.stringsHarmonic,
  hs: GLYPHS.stringsHarmonic,
  hf: GLYPHS.pictHalfOpen2,
};
const CLOSES = GLYPHS.pluckedLeftHandPizzicato;

/** Pixels that a note needs, and a bar beside its notes. */
const NOTE_ROOM = 27;
const GRACE_ROOM = 12;
const BAR_ROOM = 30;
const CLEF_ROOM = 62;
/** Pixels that hairpins need between staff and sticking, and how wide they stand open. */
const HAIRPIN_ROOM = 18;
const HAIRPIN_OPEN = 10;
/** And the sign below a splash of the foot. */
const SPLASH_ROOM = 13;
/** Half a space of the staff, a stem, what is above the top line as the package has it, and each row over the stems. */
const HALF_SPACE = 5;
const STEM = 38;
const STAVE_TOP = 40;
const OVER_ROOM = 15;
/** Beams are flat or nearly so, up or down. */
const BEAM_SLOPE = 0.06;
/** Closer than this notes cannot be told apart: then the staff scrolls sideways. */
const TIGHTEST_NOTE = 19;
/** Pixels between syllables that are not at notes. */
const COUNT_ROOM = 19;
/** The last line is stretched to the full width, but not to more than this many times what it needs. */
const MOST_STRETCH = 1.9;
/** Pixels that a character of the letters and syllables takes, of its size. */
const CHARACTER = 0.62;
/** Values by the number of their beams, and pixels that a beam takes of the stem. */
const BEAMS = ["q", "8", "16", "32", "64", "128"];
const BEAM_DEPTH = 7;
const SVG_NAMESPACE = "http://www.w3.org/2000/svg";

export interface StaffLook {
  readonly meter: Meter;
  readonly width: number;
  /** Brackets over the cells. */
  readonly brackets?: boolean;
  /** Over the first bar. */
  readonly heading?: {
    readonly bpm: number;
    readonly unit: "q" | "h" | "8";
    readonly dots: number;
    readonly words: string;
  };
}

/** Where a moment of the score stands on the page. */
export interface StaffStop {
  readonly at: number;
  readonly x: number;
  readonly top: number;
  readonly height: number;
}

/** Vertical places within a system, in pixels from its top. */
interface Rows {
  readonly stave: number;
  /** The middle of hairpins. */
  readonly hairpins: number;
  readonly sticking: number;
  readonly count: number;
  readonly height: number;
}

function rowsFor(bars: readonly StaffBar[], { brackets }: StaffLook): Rows {
  const hasLower = bars.some(({ lower }) => lower !== null);
  const isLabelled = brackets || bars.some(({ label }) => label !== null);
  // A tuplet's number stands over everything else.
  const hasTuplets = bars.some(({ tuplets }) => tuplets.length > 0);
  const stave = Math.max((isLabelled ? 46 : 24) + (hasTuplets ? 18 : 0), roomAbove(bars) + (isLabelled ? 24 : 0));
  const hasSplash = bars.some((bar) => [bar, bar.lower].some((voice) => voice?.notes.some(isSplash)));
  const under = stave + (hasLower ? 140 : 107) + (hasSplash ? SPLASH_ROOM : 0);
  const hasHairpins = bars.some(({ hairpins }) => hairpins.length > 0);
  const sticking = under + (hasHairpins ? HAIRPIN_ROOM : 0);
  return { stave, hairpins: under - 6, sticking, count: sticking + 16, height: sticking + 24 };
}

/** Pixels above the stave for the highest stem with all that stands over it. */
function roomAbove(bars: readonly StaffBar[]): number {
  const notes = bars.flatMap((bar) => bar.notes);
  const heads = notes.flatMap((note) => note.heads);
  const highest = Math.max(0, ...heads.map(({ place }) => stepsAboveStaff(place)));
  const over = [
    heads.some((head) => signOf(head) !== undefined),
    notes.some(({ accent }) => accent),
    bars.some(({ tuplets }) => tuplets.length > 0),
  ];
  return highest * HALF_SPACE + STEM - STAVE_TOP + over.filter(Boolean).length * OVER_ROOM;
}

/** Of the staff's positions above its top line, which is F5; below it less than none. */
function stepsAboveStaff(place: Place): number {
  const [letter = "f", octave = "5"] = KEYS[place].split("/");
  return "cdefgab".indexOf(letter) - 3 + 7 * (Number(octave) - 5);
}

function isSplash({ heads }: StaffNote): boolean {
  return heads.some(({ place }) => place === "hs");
}

function barRoom({ notes, lower }: StaffBar): number {
  const upper = notes.reduce((sum, note) => sum + NOTE_ROOM + (note.graces?.many ?? 0) * GRACE_ROOM, 0);
  return BAR_ROOM + Math.max(upper, (lower?.notes.length ?? 0) * TIGHTEST_NOTE);
}

/** The narrowest that these bars can be drawn. */
export function tightestWidth(bars: readonly StaffBar[]): number {
  return Math.max(0, ...bars.map((bar) => CLEF_ROOM + BAR_ROOM + bar.notes.length * TIGHTEST_NOTE));
}

/** Bars that stand in one line, and how wide each is to be. */
interface StaffSystem {
  readonly bars: readonly { readonly bar: StaffBar; readonly width: number }[];
}

function fillLines(bars: readonly StaffBar[], room: number): StaffBar[][] {
  const lines: StaffBar[][] = [];
  let used = 0;
  for (const bar of bars) {
    const open = lines.at(-1);
    if (open && used + barRoom(bar) <= room) {
      open.push(bar);
      used += barRoom(bar);
    } else {
      lines.push([bar]);
      used = barRoom(bar);
    }
  }
  return lines;
}

/** As few lines as have room, and these as evenly full as may be: the narrowest room that needs no more lines. */
function breakSystems(bars: readonly StaffBar[], width: number): StaffSystem[] {
  const free = width - CLEF_ROOM;
  const fewest = fillLines(bars, free).length;
  let [low, high] = [0, free];
  while (high - low > 1) {
    const middle = (low + high) / 2;
    if (fillLines(bars, middle).length <= fewest) high = middle;
    else low = middle;
  }
  return fillLines(bars, high).map((line, index, lines) => {
    const total = line.reduce((sum, bar) => sum + barRoom(bar), 0);
    // All lines are as wide as the page, but a last one that is nearly empty.
    const isLast = index === lines.length - 1;
    const stretch = isLast ? Math.min(free / total, Math.max(MOST_STRETCH, free / high)) : free / total;
    return {
      bars: line.map((bar, index) => ({ bar, width: barRoom(bar) * stretch + (index === 0 ? CLEF_ROOM : 0) })),
    };
  });
}

/** Draws in place of what was there. Tells where each note stands, in order of time. */
export function drawStaff(sheet: HTMLElement, bars: readonly StaffBar[], look: StaffLook): StaffStop[] {
  const systems = breakSystems(bars, look.width - 8);
  const rows = rowsFor(bars, look);
  const headroom = look.heading ? 26 : 0;
  const fresh = document.createElement("div");
  const renderer = new Renderer(fresh, Renderer.Backends.SVG);
  renderer.resize(look.width, systems.length * rows.height + headroom);
  const context = renderer.getContext() as SVGContext;
  context.setFillStyle("currentColor");
  context.setStrokeStyle("currentColor");
  const stops: StaffStop[] = [];
  for (const [line, system] of systems.entries()) {
    const top = headroom + line * rows.height;
    let x = 2;
    for (const [index, { bar, width }] of system.bars.entries()) {
      const stave = new Stave(x, top + rows.stave, width);
      if (index === 0) stave.addClef("percussion");
      if (index === 0 && line === 0) stave.addTimeSignature(`${look.meter.beats}/${look.meter.unit}`);
      stave.setContext(context).draw();
      if (index === 0 && line === 0 && look.heading) writeHeading(context, look.heading);
      stops.push(...drawBar(context, stave, bar, look, top, rows));
      x += width;
    }
  }
  sheet.replaceChildren(...fresh.childNodes);
  return stops;
}

function writeHeading(context: SVGContext, { bpm, unit, dots, words }: NonNullable<StaffLook["heading"]>) {
  const stave = new Stave(2, 0, 120).setContext(context);
  stave.setTempo({ duration: unit, dots, bpm }, 0);
  // Only its tempo is wanted, not its lines.
  for (const modifier of stave.getModifiers()) {
    if (modifier.getCategory() === "StaveTempo") modifier.setStave(stave).setContext(context).drawWithStyle();
  }
  writeText(context.svg, words, { x: 112, y: 22, size: 13, strong: false, anchor: "start" });
}

function drawBar(
  context: SVGContext,
  stave: Stave,
  bar: StaffBar,
  look: StaffLook,
  top: number,
  rows: Rows,
): StaffStop[] {
  const upper = engraveVoice(bar, Stem.UP);
  const lower = bar.lower ? engraveVoice(bar.lower, Stem.DOWN) : null;
  const voices = [upper, ...(lower ? [lower] : [])].map(({ notes }) => {
    const voice = new Voice({ numBeats: look.meter.beats, beatValue: look.meter.unit }).setMode(VoiceMode.SOFT);
    return voice.addTickables(notes);
  });
  const room = stave.getWidth() - (stave.getNoteStartX() - stave.getX()) - 14;
  new Formatter({ softmaxFactor: 8 }).joinVoices(voices).format(voices, Math.max(60, room));
  // What stands over the stems has to know how long the beams make them.
  for (const { notes, beams } of [upper, ...(lower ? [lower] : [])]) {
    for (const note of notes) note.setStave(stave);
    for (const beam of beams) beam.postFormat();
  }
  for (const voice of voices) voice.draw(context, stave);
  for (const { beams, tuplets } of [upper, ...(lower ? [lower] : [])]) {
    for (const beam of beams) beam.setContext(context).draw();
    for (const tuplet of tuplets) tuplet.setContext(context).draw();
  }
  const xs = upper.notes.map((note) => note.getAbsoluteX() + 6);
  for (const hairpin of bar.hairpins) drawHairpin(context.svg, hairpin, xs, stave, top + rows.hairpins);
  markAndLetter(context, stave, bar, upper, xs, top, rows);
  signStrokes(context.svg, bar.notes, upper.notes);
  writeAccents(context.svg, bar.notes, upper);
  if (look.brackets) for (const bracket of bar.brackets) drawBracket(context.svg, bracket, xs, top + rows.stave - 26);
  if (bar.label) {
    const x = (xs[bar.label.note] ?? stave.getX()) - 8;
    writeText(context.svg, bar.label.text, {
      x,
      y: top + 14,
      size: 12,
      strong: true,
      anchor: "start",
      fill: "var(--verdigris)",
    });
  }
  const below = lower?.notes.map((note) => note.getAbsoluteX() + 6) ?? [];
  const stopAt = (x: number | undefined, at: number): StaffStop[] =>
    x === undefined ? [] : [{ at, x, top: top + rows.stave - 4, height: rows.sticking - rows.stave }];
  return [
    ...bar.notes.flatMap(({ at }, index) => stopAt(xs[index], at)),
    ...(bar.lower?.notes.flatMap(({ at }, index) => stopAt(below[index], at)) ?? []),
  ].sort((a, b) => a.at - b.at);
}

/** One bar's part of a hairpin, from note to note; where it goes on in another bar, as far as the bar line. */
function drawHairpin(
  svg: SVGElement,
  { from, to, left, right, opens, closes }: StaffHairpin,
  xs: readonly number[],
  stave: Stave,
  y: number,
) {
  const start = opens ? (xs[from] ?? 0) - 6 : stave.getNoteStartX() - 8;
  const end = closes ? (xs[to] ?? start) + 6 : stave.getX() + stave.getWidth();
  const [a, b] = [(left * HAIRPIN_OPEN) / 2, (right * HAIRPIN_OPEN) / 2];
  const path = `M${start} ${y - a}L${end} ${y - b}M${start} ${y + a}L${end} ${y + b}`;
  drawLine(svg, path, "currentColor", 1.2, "hairpin");
}

function drawLine(svg: SVGElement, d: string, stroke: string, width: number, kind: string) {
  const path = document.createElementNS(SVG_NAMESPACE, "path");
  for (const [name, value] of Object.entries({ d, fill: "none", stroke, "stroke-width": String(width), class: kind })) {
    path.setAttribute(name, value);
  }
  svg.append(path);
}

/** What stands at a drawn note for how its strokes are played: a z on the stem for a buzz, a short stroke after a choke. */
function signStrokes(svg: SVGElement, notes: readonly StaffNote[], drawn: readonly (StaveNote | GhostNote)[]) {
  for (const [index, { heads, value }] of notes.entries()) {
    const note = drawn[index];
    if (!(note instanceof StaveNote)) continue;
    if (heads.some(({ technique }) => technique === "buzz")) {
      const { topY, baseY } = note.getStemExtents();
      const beams = BEAMS.indexOf(value.name) * BEAM_DEPTH;
      const x = note.getStemX();
      // The glyph stands about its origin.
      const at = { x, y: (topY + beams + baseY) / 2, anchor: "start" } as const;
      writeText(svg, GLYPHS.buzzRoll, { ...at, size: 30, strong: true, font: "Bravura" });
    }
    for (const head of heads) {
      if (head.technique !== "choke") continue;
      const y = note.getYs()[headsOf(heads).findIndex((one) => keyOf(one) === keyOf(head))] ?? 0;
      drawLine(svg, `M${note.getNoteHeadEndX() + 5} ${y - 7}v14`, "currentColor", 2, "choke");
    }
  }
}

/** The bar's accents in one row over its beams, their numbers and the signs. */
function writeAccents(svg: SVGElement, notes: readonly StaffNote[], { notes: drawn, tuplets }: EngravedVoice) {
  const tops = notes.map(({ heads }, index) => {
    const note = drawn[index];
    if (!(note instanceof StaveNote) || heads.length === 0) return Number.POSITIVE_INFINITY;
    return note.getStemExtents().topY - (heads.some((head) => signOf(head) !== undefined) ? OVER_ROOM : 0);
  });
  const y = Math.min(...tops, ...tuplets.map((tuplet) => tuplet.getYPosition() - 4)) - 5;
  for (const [index, { accent }] of notes.entries()) {
    const note = drawn[index];
    if (!accent || !(note instanceof StaveNote)) continue;
    const x = (note.getNoteHeadBeginX() + note.getNoteHeadEndX()) / 2;
    writeText(svg, GLYPHS.articAccentAbove, { x, y, size: 30, strong: true, font: "Bravura" });
  }
}

/** A bracket with the cell's size on it. */
function drawBracket(
  svg: SVGElement,
  { size, from, to, opens, closes }: StaffBar["brackets"][number],
  xs: readonly number[],
  y: number,
) {
  const left = (xs[from] ?? 0) - 8;
  const right = (xs[to] ?? left) + 8;
  drawLine(svg, `M${left} ${y + (opens ? 6 : 0)}V${y}H${right}${closes ? "v6" : ""}`, "var(--copper)", 1.6, "bracket");
  writeText(svg, String(size), {
    x: (left + right) / 2,
    y: y + 4,
    size: 12,
    strong: true,
    fill: "var(--copper)",
    halo: "var(--paper)",
  });
}

interface EngravedVoice {
  readonly notes: (StaveNote | GhostNote)[];
  /** Grace notes by the note that they lead into. */
  readonly graces: ReadonlyMap<number, readonly GraceNote[]>;
  readonly tuplets: readonly Tuplet[];
  readonly beams: readonly Beam[];
}

/** A voice with its stems one way. Rests of what stands below are left out: they would only crowd the hands' notes. */
function engraveVoice({ notes, tuplets }: WrittenVoice, stems: number): EngravedVoice {
  const isLower = stems === Stem.DOWN;
  const engraved = notes.map((note) =>
    isLower && note.heads.length === 0
      ? new GhostNote({ duration: note.value.name, dots: note.value.dots })
      : engraveNote(note, notes.length === 1, stems),
  );
  const beams = beamsOf(notes);
  const graces = new Map<number, readonly GraceNote[]>();
  for (const [index, note] of notes.entries()) {
    const drawn = engraved[index];
    if (drawn instanceof StaveNote && note.graces) graces.set(index, addGraces(drawn, note.graces));
  }
  return {
    notes: engraved,
    graces,
    // Inner tuplets first: an outer one counts the time that they have taken already.
    tuplets: tuplets
      .toSorted((a, b) => a.to - a.from - (b.to - b.from))
      .map(
        ({ from, to, notes: count, inTimeOf }) =>
          new Tuplet(engraved.slice(from, to + 1), {
            numNotes: count,
            notesOccupied: inTimeOf,
            ratioed: false,
            // Where one beam goes over all of it, its number is enough.
            bracketed: !beams.some((group) => group[0] === from && group.at(-1) === to),
            ...(isLower ? { location: Tuplet.LOCATION_BOTTOM } : {}),
          }),
      ),
    beams: beams.map((group) => {
      const beam = new Beam(group.map((index) => engraved[index] as StaveNote));
      Object.assign(beam.renderOptions, { minSlope: -BEAM_SLOPE, maxSlope: BEAM_SLOPE });
      return beam;
    }),
  };
}

function engraveNote(note: StaffNote, wholeBar: boolean, stems: number): StaveNote {
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
  const heads = headsOf(note.heads);
  const staveNote = new StaveNote({
    keys: heads.map(keyOf),
    duration: note.value.name,
    dots: note.value.dots,
    stemDirection: stems,
    autoStem: false,
  });
  if (note.value.dots) Dot.buildAndAttach([staveNote], { all: true });
  for (const [index, head] of heads.entries()) {
    if (head.technique === "rim-shot") staveNote.noteHeads[index]?.setText(slashedHead(note.value.name));
    const sign = signOf(head);
    const position = head.place === "hs" ? ModifierPosition.BELOW : ModifierPosition.ABOVE;
    if (sign) staveNote.addModifier(new Articulation(sign).setPosition(position), index);
  }
  for (const [index, head] of heads.entries()) {
    if (!head.ghost) continue;
    staveNote.addModifier(new Parenthesis(ModifierPosition.LEFT), index);
    staveNote.addModifier(new Parenthesis(ModifierPosition.RIGHT), index);
  }
  return staveNote;
}

function slashedHead(value: StaffNote["value"]["name"]): string {
  if (value === "w") return GLYPHS.noteheadSlashedWhole1;
  return value === "h" ? GLYPHS.noteheadSlashedHalf1 : GLYPHS.noteheadSlashedBlack1;
}

function signOf({ closes, place }: StaffHead): string | undefined {
  return closes ? CLOSES : HAT_SIGNS[place];
}

function headsOf(heads: readonly StaffHead[]): StaffHead[] {
  return heads.filter((head, index) => heads.findIndex((other) => keyOf(other) === keyOf(head)) === index);
}

function keyOf(head: StaffHead): string {
  return KEYS[head.place];
}

function addGraces(staveNote: StaveNote, { many, place }: StaffGraces): GraceNote[] {
  const graces = Array.from(
    { length: many },
    () =>
      new GraceNote({
        keys: [KEYS[place]],
        duration: many === 1 ? "8" : "16",
        slash: many === 1,
        stemDirection: Stem.UP,
      }),
  );
  const group = new GraceNoteGroup(graces, true);
  if (graces.length > 1) group.beamNotes();
  staveNote.addModifier(group, 0);
  return graces;
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
function markAndLetter(
  context: SVGContext,
  stave: Stave,
  bar: StaffBar,
  { notes, graces }: EngravedVoice,
  xs: readonly number[],
  top: number,
  rows: Rows,
) {
  const end = stave.getX() + stave.getWidth() - 10;
  for (const [index, note] of bar.notes.entries()) {
    if (note.slot !== null) {
      const drawn = context.svg.querySelector(`#vf-${notes[index]?.getAttribute("id")}`);
      drawn?.setAttribute("data-slot", String(note.slot));
    }
    if (!note.sticking) continue;
    const x = xs[index] ?? 0;
    const room = Math.min((xs[index + 1] ?? Number.POSITIVE_INFINITY) - x, x - (xs[index - 1] ?? 0)) - 2;
    // Letters of limbs together that would run into their neighbours' are set smaller.
    const size = Math.min(12.5, Math.max(8, room / (note.sticking.length * CHARACTER)));
    writeText(context.svg, note.sticking, { x, y: top + rows.sticking, size, strong: true, slot: note.slot });
    for (const grace of graces.get(index) ?? []) {
      const at = { x: grace.getAbsoluteX() + 3, y: top + rows.sticking };
      writeText(context.svg, note.graces?.sticking ?? "", { ...at, size: 9, strong: true, slot: note.slot });
    }
  }
  let written = Number.NEGATIVE_INFINITY;
  for (const count of bar.counts) {
    const from = xs[count.note] ?? 0;
    const to = xs[count.note + 1] ?? end;
    const x = from + (to - from) * count.share;
    const half = (count.syllable.length * CHARACTER * 11) / 2;
    // Where there is no room for every syllable, those of the beats stay.
    const crowded = x - half < written + 2 || (count.share > 0 && to - x < COUNT_ROOM);
    if (crowded && (count.share > 0 || !count.onBeat)) continue;
    writeText(context.svg, count.syllable, {
      x,
      y: top + rows.count,
      size: 11,
      strong: count.onBeat,
      slot: count.slot,
    });
    written = x + half;
  }
}

interface TextLook {
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly strong: boolean;
  readonly slot?: number | null;
  readonly anchor?: "start" | "middle";
  readonly font?: string;
  readonly fill?: string;
  /** A rim of this colour, for words on a line. */
  readonly halo?: string;
}

function writeText(svg: SVGElement, text: string, look: TextLook) {
  const { x, y, size, strong, slot = null, anchor = "middle", halo } = look;
  const element = document.createElementNS(SVG_NAMESPACE, "text");
  element.textContent = text;
  for (const [name, value] of Object.entries({
    x: x.toFixed(1),
    y: String(y),
    "text-anchor": anchor,
    "font-family": look.font ?? (slot === null ? "var(--font-sans)" : "var(--font-display)"),
    "font-size": size.toFixed(1),
    "font-weight": look.font ? "400" : strong ? "650" : "420",
    fill: look.fill ?? (strong ? "currentColor" : "var(--nickel)"),
    stroke: halo ?? "none",
    ...(halo ? { "stroke-width": "5", "paint-order": "stroke" } : {}),
    ...(slot === null ? {} : { "data-slot": String(slot) }),
  })) {
    element.setAttribute(name, value);
  }
  svg.append(element);
}
