/** One line of bars: staff, notes, and everything above and below them. */

import { BarlineType, Stave } from "vexflow/core";
import { type DrawnNote, type DrawnSystem, type Ink, joinBoxes, type StaffStop } from "~/ink/ink";
import { placeSign } from "~/ink/type";
import { writeAbove } from "./above";
import { writeBelow } from "./below";
import { type DrawnBar, MIDDLE, STAFF_BOTTOM, STAFF_TOP, type StaffLook } from "./drawn";
import { centreOf, SIGN_SIZE } from "./notes";
import { Recorder } from "./recorder";
import { Skyline } from "./skyline";
import { END_ROOM, NOTES_START, type PlacedBar } from "./systems";
import { drawVoice, liftBeams } from "./voice";

const LEFT = 2;
/** Margins around a line of music. */
const MARGIN = 4;

const REPEAT_ONE = "E500";
const REPEAT_TWO = "E501";

/** Draws a line; adds its clickable notes to `notes`. */
export function drawSystem(
  bars: readonly PlacedBar[],
  look: StaffLook,
  isFirst: boolean,
  notes: DrawnNote[],
): Omit<DrawnSystem, "y"> {
  const recorder = new Recorder();
  const skyline = new Skyline(STAFF_TOP, STAFF_BOTTOM);
  const stops: StaffStop[] = [];
  let x = LEFT;
  const drawn: DrawnBar[] = [];
  for (const [index, bar] of bars.entries()) {
    const stave = new Stave(x, 0, bar.width).setContext(recorder);
    stave.setBegBarType(bar.bar.opens === "repeat" ? BarlineType.REPEAT_BEGIN : BarlineType.NONE);
    stave.setEndBarType(END_TYPES[bar.bar.closes]);
    if (index === 0) stave.addClef("percussion");
    if (index === 0 && isFirst) stave.addTimeSignature(`${look.meter.beats}/${look.meter.unit}`);
    const before = recorder.ink.length;
    stave.draw();
    // A single staff has no line at its left, even where a repeat starts after its clef.
    if (index === 0) {
      const kept = recorder.ink.slice(before).filter(({ kind, box }) => kind !== "bar-line" || box.left > x + 4);
      recorder.ink.splice(before, recorder.ink.length, ...kept);
    }
    drawn.push(drawBar(recorder, stave, bar, notes, stops));
    x += bar.width;
  }
  skyline.add(...recorder.ink);
  const marks: Ink[] = [...writeAbove(drawn, look, isFirst, skyline), ...writeBelow(drawn, skyline)];
  const ink = [...recorder.ink, ...marks];
  const around = joinBoxes(ink.map(({ box }) => box)) ?? { left: 0, top: 0, right: 0, bottom: STAFF_BOTTOM };
  return {
    top: around.top - MARGIN,
    bottom: around.bottom + MARGIN,
    ink,
    stops: stops.sort((a, b) => a.at - b.at),
    staff: { top: STAFF_TOP - 12, bottom: STAFF_BOTTOM + 12 },
  };
}

const END_TYPES = {
  single: BarlineType.SINGLE,
  double: BarlineType.DOUBLE,
  final: BarlineType.END,
  repeat: BarlineType.REPEAT_END,
} as const;

function drawBar(
  recorder: Recorder,
  stave: Stave,
  placed: PlacedBar,
  notes: DrawnNote[],
  stops: StaffStop[],
): DrawnBar {
  const { bar, upper, lower: below, spacing } = placed;
  const [left, right] = [stave.getX(), stave.getX() + stave.getWidth()];
  const start = stave.getNoteStartX();
  const place = { placed, left, right, start };
  if (bar.likeBefore !== null) {
    drawRepeat(recorder, bar.likeBefore, left, right, start);
    // The whole sign can be clicked.
    stops.push({ at: bar.start, x: start }, { at: bar.start + bar.length - 1, x: right });
    return { ...place, upper: { voice: upper, xs: [], ids: [], boxes: [] }, lower: null };
  }
  spacing?.place(right - start - NOTES_START - END_ROOM[bar.closes]);
  const all = [upper, ...(below ? [below] : [])];
  // Signs above the stems must know how long the beams make them.
  for (const { notes: engraved, beams } of all) {
    for (const note of engraved) note.setStave(stave);
    for (const { beam } of beams) beam.postFormat();
  }
  liftBeams(upper);
  const drawnUpper = drawVoice(recorder, upper, notes);
  const drawnLower = below ? drawVoice(recorder, below, notes) : null;
  for (const { written, notes: engraved } of all) {
    for (const [index, { at }] of written.notes.entries()) {
      const note = engraved[index];
      if (note) for (const later of [0, ...bar.echoes]) stops.push({ at: at + later, x: centreOf(note) });
    }
  }
  return { ...place, upper: drawnUpper, lower: drawnLower };
}

/** The sign for a repeated bar in the middle of its bar; or for two, on the line between them. */
function drawRepeat(
  recorder: Recorder,
  of: "one" | "first-of-two" | "second-of-two",
  left: number,
  right: number,
  start: number,
) {
  if (of === "first-of-two") return;
  const x = of === "one" ? (start + right) / 2 : left;
  recorder.ink.push(placeSign(of === "one" ? REPEAT_ONE : REPEAT_TWO, x, MIDDLE, SIGN_SIZE, { kind: "repeat" }, true));
}
