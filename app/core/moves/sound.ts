/** Moves that change gaps, ornaments and dynamics. */

import { listMoments, listRuns, type Moment } from "../stroke/sticking";
import {
  isHand,
  joinStrokes,
  LEVELS,
  type Level,
  type Limb,
  MAX_SPLIT,
  makeSilence,
  makeSplit,
  makeStroke,
  makeStrokes,
  mapParts,
  mapStrokes,
  otherHand,
  partsOf,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
  strokesOf,
  type Technique,
  withLevel,
} from "../stroke/stroke";
import {
  type AccentRule,
  type Cell,
  type Dynamics,
  type Moved,
  moved,
  type Ornament,
  type Quiet,
  type Refusal,
  refuse,
} from "./move";
import { readRhythm } from "./rhythm";

type SoundPart = Silence | Strokes;

export function silenceAt(cell: Cell, position: number): Moved {
  if (position >= cell.length) return refuse({ code: "too-short", slots: position + 1 });
  return moved(cell.with(position, makeSilence()));
}

/**
 * Silences the named positions, or makes the hands there ghosts; feet have no ghosts and stay. All positions for null.
 */
export function quieten(cell: Cell, places: readonly number[] | null, to: Quiet): Moved {
  const beyond = places?.find((place) => place >= cell.length);
  if (beyond !== undefined) return refuse({ code: "too-short", slots: beyond + 1 });
  const isMeant = (place: number) => places === null || places.includes(place);
  return moved(
    cell.map((slot, place) => {
      if (!isMeant(place)) return slot;
      return to === "silence"
        ? makeSilence()
        : mapStrokes(slot, (stroke) => (isHand(stroke.limb) ? withLevel(stroke, "ghost") : stroke));
    }),
  );
}

/** Silences slots `every`, 2 `every` and so on, counted from 1. */
export function thinCell(cell: Cell, every: number): Moved {
  if (every > cell.length) return refuse({ code: "too-short", slots: every });
  return moved(cell.map((slot, place) => ((place + 1) % every === 0 ? makeSilence() : slot)));
}

/** Adds ghosts for a hand or plain strokes for a foot: wherever `limb` rests, or in the silences if it is null. */
export function fillGaps(cell: Cell, limb: Limb | null, filler: Limb): Moved {
  if (limb !== null && !cell.flatMap(strokesOf).some((stroke) => stroke.limb === limb))
    return refuse({ code: "no-limb", limb });
  const stroke = () => makeStroke(filler, { level: isHand(filler) ? "ghost" : "normal" });
  let filled = false;
  const result = cell.map((slot) => {
    const present = strokesOf(slot);
    const isGap =
      limb === null ? present.length === 0 : present.every((other) => other.limb !== limb && other.limb !== filler);
    if (!isGap) return slot;
    filled = true;
    const [first, ...rest] = partsOf(slot);
    return makeSplit([joinStrokes([...strokesOf(first ?? slot), stroke()]), ...rest]);
  });
  return filled ? moved(result) : refuse({ code: "no-gap", limb });
}

function softer(a: Stroke, b: Stroke): Level {
  return LEVELS[Math.min(LEVELS.indexOf(a.level), LEVELS.indexOf(b.level))] ?? "normal";
}

/**
 * Puts a stroke of the other hand between the strokes of each double and longer run: two slots RR become {RL}R, a
 * three-stroke ruff at twice the rate; a shared {RR} becomes {RLR}.
 */
export function splitDoubles(cell: Cell): Moved {
  const parts = cell.map((slot) => [...partsOf(slot)]);
  const after = new Map<string, SoundPart>();
  for (const run of listRuns(cell)) {
    for (const [index, moment] of run.moments.entries()) {
      const next = run.moments[index + 1];
      const fits = next && (next.slot === moment.slot || isPlain(parts, moment));
      const first = moment.strokes.find((stroke) => stroke.limb === run.hand);
      const second = next?.strokes.find((stroke) => stroke.limb === run.hand);
      if (!fits || !first || !second) continue;
      const between = makeStroke(otherHand(run.hand), { level: softer(first, second) });
      after.set(`${moment.slot} ${moment.part}`, makeStrokes([between]));
    }
  }
  if (after.size === 0) return refuse({ code: "no-double" });
  const shared = parts.map((pieces, slot) =>
    pieces.flatMap((piece, part) => {
      const between = after.get(`${slot} ${part}`);
      return between ? [piece, between] : [piece];
    }),
  );
  if (shared.some((pieces) => pieces.length > MAX_SPLIT)) return refuse({ code: "too-fine", most: MAX_SPLIT });
  return moved(shared.map((pieces) => makeSplit(pieces)));
}

function isPlain(parts: readonly SoundPart[][], moment: Moment): boolean {
  return parts[moment.slot]?.length === 1;
}

/** Changes the parts of a cell that `chosen` selects. */
function changeMoments(cell: Cell, change: (strokes: readonly Stroke[], moment: Moment) => readonly Stroke[]): Slot[] {
  const moments = listMoments(cell);
  let index = 0;
  return cell.map((slot) =>
    mapParts(slot, (part) => {
      const moment = moments[index++];
      return moment && part.kind === "strokes" ? joinStrokes(change(part.strokes, moment)) : part;
    }),
  );
}

const GRACES: Record<Exclude<Ornament, Technique>, Stroke["graces"]> = { flam: 1, drag: 2, ruff: 3 };

function decorated(stroke: Stroke, ornament: Ornament): Stroke {
  return ornament === "rim-shot" || ornament === "buzz"
    ? makeStroke(stroke.limb, { ...stroke, technique: ornament })
    : { ...stroke, graces: GRACES[ornament] };
}

/** Ornaments the first hand stroke, or every accent. Grace notes need the other hand free. */
export function decorate(cell: Cell, ornament: Ornament, on: "first" | "accents"): Moved {
  const sounding = listMoments(cell).filter((moment) => moment.strokes.length > 0);
  const targets =
    on === "first"
      ? sounding.slice(0, 1)
      : sounding.filter((moment) => moment.strokes.some((stroke) => stroke.level === "accent"));
  if (targets.length === 0) return refuse({ code: on === "first" ? "empty" : "no-accent" });
  const handsIn = (moment: Moment) => moment.strokes.filter((stroke) => isHand(stroke.limb)).length;
  const withHand = targets.filter((moment) => handsIn(moment) > 0);
  if (withHand.length === 0) return refuse({ code: on === "first" ? "first-not-hand" : "no-hand" });
  const free = withHand.filter((moment) => !(ornament in GRACES) || handsIn(moment) === 1);
  if (free.length === 0) return refuse({ code: "hand-busy" });
  const places = placesOf(free);
  return moved(
    changeMoments(cell, (strokes, moment) =>
      places.has(placeOf(moment))
        ? strokes.map((stroke) => (isHand(stroke.limb) ? decorated(stroke, ornament) : stroke))
        : strokes,
    ),
  );
}

function placeOf(moment: Moment): string {
  return `${moment.slot} ${moment.part}`;
}

function placesOf(moments: readonly Moment[]): Set<string> {
  return new Set(moments.map(placeOf));
}

function accentPlaces(cell: Cell, rule: AccentRule): Set<string> | Refusal {
  const sounding = listMoments(cell).filter((moment) => moment.strokes.length > 0);
  if (sounding.length === 0) return { code: "empty" };
  if (rule.by === "singles" || rule.by === "doubles") {
    const runs = listRuns(cell).filter((run) => (rule.by === "singles") === (run.moments.length === 1));
    if (runs.length === 0) return { code: rule.by === "singles" ? "no-single" : "no-double" };
    return placesOf(runs.flatMap((run) => run.moments.slice(0, 1)));
  }
  const rhythm = rule.by === "rhythm" ? readRhythm(rule.rhythm) : null;
  if (rule.by === "rhythm" && rhythm === null) return { code: "no-rhythm" };
  const slots = cell.length;
  if (rule.by === "place" && rule.place >= slots) return { code: "too-short", slots: rule.place + 1 };
  if (rule.by === "every" && rule.every >= slots) return { code: "too-short", slots: rule.every + 1 };
  const isOn = (slot: number): boolean => {
    if (rule.by === "place") return slot === rule.place;
    if (rule.by === "every") return slot % rule.every === 0;
    return rhythm?.[slot % rhythm.length] === "x";
  };
  const hits = sounding.filter((moment) => moment.part === 0 && isOn(moment.slot));
  return hits.length > 0 ? placesOf(hits) : { code: "silent" };
}

function unaccented(stroke: Stroke): Stroke {
  return stroke.level === "accent" ? withLevel(stroke, "normal") : stroke;
}

/**
 * Moves accents to where the rule says and removes all others; ghosts stay ghosts. In a unison, the hands are accented.
 */
export function moveAccents(cell: Cell, rule: AccentRule): Moved {
  const places = accentPlaces(cell, rule);
  if (!(places instanceof Set)) return refuse(places);
  return moved(
    changeMoments(cell, (strokes, moment) => {
      if (!places.has(placeOf(moment))) return strokes.map(unaccented);
      const hands = strokes.some((stroke) => isHand(stroke.limb));
      return strokes.map((stroke) =>
        isHand(stroke.limb) || !hands ? { ...stroke, level: "accent" } : unaccented(stroke),
      );
    }),
  );
}

/**
 * Presets for the three levels. Even: everything normal. Ghost-rest: accents stay, other hand strokes become ghosts.
 * Lead-out: the first stroke is accented, other hand strokes become ghosts. Singles-out: singles accented, doubles and
 * runs ghosts. Right-out, left-out: that hand accented, the other a ghost. Swell, fade: from ghost through normal to
 * accent over the cell, and back. Feet are normal in all but the first and the last two.
 */
export function setDynamics(cell: Cell, preset: Dynamics): Moved {
  const sounding = listMoments(cell).filter((moment) => moment.strokes.length > 0);
  if (sounding.length === 0) return refuse({ code: "empty" });
  const order = new Map(sounding.map((moment, index) => [placeOf(moment), index]));
  const handLevel = (stroke: Stroke, loud: boolean): Stroke =>
    withLevel(stroke, isHand(stroke.limb) ? (loud ? "accent" : "ghost") : "normal");
  const each = (change: (stroke: Stroke, moment: Moment) => Stroke): Moved =>
    moved(changeMoments(cell, (strokes, moment) => strokes.map((stroke) => change(stroke, moment))));
  switch (preset) {
    case "even":
      return each((stroke) => withLevel(stroke, "normal"));
    case "ghost-rest":
      if (!sounding.some((moment) => moment.strokes.some((stroke) => stroke.level === "accent")))
        return refuse({ code: "no-accent" });
      return each((stroke) => (stroke.level === "accent" ? stroke : handLevel(stroke, false)));
    case "lead-out":
      return each((stroke, moment) => {
        const first = order.get(placeOf(moment)) === 0;
        return first ? withLevel(stroke, "accent") : handLevel(stroke, false);
      });
    case "singles-out": {
      const singles = listRuns(cell).filter((run) => run.moments.length === 1);
      if (singles.length === 0) return refuse({ code: "no-single" });
      const places = placesOf(singles.flatMap((run) => run.moments));
      return each((stroke, moment) => handLevel(stroke, places.has(placeOf(moment))));
    }
    case "right-out":
    case "left-out": {
      const hand = preset === "right-out" ? "R" : "L";
      if (!sounding.some((moment) => moment.strokes.some((stroke) => stroke.limb === hand)))
        return refuse({ code: "no-limb", limb: hand });
      return each((stroke) => handLevel(stroke, stroke.limb === hand));
    }
    case "swell":
    case "fade":
      if (sounding.length < 3) return refuse({ code: "too-short", slots: 3 });
      return each((stroke, moment) => {
        const share = Math.floor(((order.get(placeOf(moment)) ?? 0) * 3) / sounding.length);
        return withLevel(stroke, LEVELS[preset === "swell" ? share : 2 - share] ?? "normal");
      });
  }
}
