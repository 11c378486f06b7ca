/** Where names and numbers have room on the floor plan. Centimetres, with y towards the reader. */

import type { Kit, KitPiece } from "~/core/kit";
import { KIT_VOICE_NAMES, type KitVoice } from "~/core/stroke";
import {
  leanOf,
  onThread,
  PEDAL_DEPTH,
  type PlacedCoin,
  type Point,
  SAMPLES,
  shellOf,
  type Thread,
  type ViewBox,
} from "./floor-geometry";

export interface LabelBox {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** A surface's outline. */
interface Rim extends Point {
  readonly rx: number;
  readonly ry: number;
}

/** The average width of a letter of the plan's font, and the height of a line, relative to its size. */
const LETTER_WIDTH = 0.56;
const LINE_HEIGHT = 1.15;
/** Between a name and what it may not touch. */
const GAP = 1.1;

export function boxAround({ x, y }: Point, width: number, height: number): LabelBox {
  return { left: x - width / 2, right: x + width / 2, top: y - height / 2, bottom: y + height / 2 };
}

/** The room that words need around their middle. */
export function boxOfWords(words: string, at: Point, size: number): LabelBox {
  return boxAround(at, words.length * size * LETTER_WIDTH, size * LINE_HEIGHT);
}

export function meets(a: LabelBox, b: LabelBox): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

/** Whether a box is outside an outline, inside it, or on it. */
export function sideOf(box: LabelBox, { x, y, rx, ry }: Rim): "outside" | "inside" | "on" {
  // Seen with the ellipse as a unit circle, in which the box is still a box.
  const [left, right] = [(box.left - x) / rx, (box.right - x) / rx];
  const [top, bottom] = [(box.top - y) / ry, (box.bottom - y) / ry];
  const nearest = Math.hypot(Math.max(left, Math.min(0, right)), Math.max(top, Math.min(0, bottom)));
  if (nearest >= 1) return "outside";
  const farthest = Math.hypot(Math.max(-left, right), Math.max(-top, bottom));
  return farthest <= 1 ? "inside" : "on";
}

export function rimOf({ x, y, size, angle }: KitPiece, gap = 0): Rim {
  return { x, y: -y, rx: size / 2 + gap, ry: (size / 2) * leanOf(angle) + gap };
}

/** The rims of everything that hands play, and the pedals' outlines. */
function outlinesOf(kit: Kit) {
  return {
    rims: kit.surfaces.filter(({ player }) => player === "hands"),
    pedals: kit.surfaces
      .filter(({ player }) => player !== "hands")
      .map(({ x, y, size }) => boxAround({ x, y: -y }, size, PEDAL_DEPTH)),
  };
}

function boxOfCoin({ x, y, scale }: PlacedCoin): LabelBox {
  return boxAround({ x, y }, 7.4 * scale, 7.4 * scale);
}

export interface PlacedName extends Point {
  readonly place: KitVoice;
  readonly words: string;
  readonly box: LabelBox;
}

interface NamesAsked {
  readonly kit: Kit;
  readonly coins: readonly PlacedCoin[];
  readonly threads: readonly Thread[];
  /** What is visible. */
  readonly frame: ViewBox;
  /** The size of letters in centimetres. */
  readonly size: number;
  /** Pedals are obvious unless they are being moved. */
  readonly withPedals: boolean;
  /** How many strokes of a surface have no coin. */
  readonly more: (place: KitVoice) => number;
}

/** Directions to look for room, best first: below, obliquely below, beside, above. As turns from the right. */
const DIRECTIONS = [4, 2, 6, 1, 7, 3, 5, 0, 8, 15, 9, 14, 10, 12, 13, 11].map((turn) => (turn * Math.PI) / 8);
/** How far from its surface a name may be. */
const FARTHEST = 9;
const STEP = 0.6;

/** A place for each name: outside all rims next to its own surface, or inside its own where there are no coins. */
export function placeNames(asked: NamesAsked): readonly PlacedName[] {
  const { kit, coins, threads, frame, size, withPedals, more } = asked;
  const { rims, pedals } = outlinesOf(kit);
  const coinBoxes = coins.map(boxOfCoin);
  const paths = threads.flatMap((thread) => SAMPLES.map((share) => onThread(thread, share)));
  const inFrame = { left: frame.x, right: frame.x + frame.width, top: frame.y, bottom: frame.y + frame.height };
  const named: PlacedName[] = [];
  /** What is wrong with a box; 0 if nothing. */
  const faultsOf = (box: LabelBox, own: KitPiece | null, mayBeInside: boolean) => {
    let faults = 0;
    for (const rim of rims) {
      const side = sideOf(box, rimOf(rim, rim === own && mayBeInside ? -GAP : GAP));
      if (side === "on" || (side === "inside" && !(rim === own && mayBeInside))) faults += 4;
    }
    for (const other of [...pedals, ...coinBoxes, ...named.map((one) => one.box)]) if (meets(box, other)) faults += 4;
    faults += paths.filter((point) => meets(box, boxAround(point, 0.5, 0.5))).length * 0.3;
    const isCut =
      box.left < inFrame.left || box.right > inFrame.right || box.top < inFrame.top || box.bottom > inFrame.bottom;
    return isCut ? faults + 20 : faults;
  };
  const nameAt = (place: KitVoice, words: string, spots: Iterable<NameSpot>, most: number) => {
    let best: { readonly at: Point; readonly faults: number } | null = null;
    for (const { at, own, isInside } of spots) {
      const faults = faultsOf(boxOfWords(words, at, size), own, isInside);
      if (faults < (best?.faults ?? most)) best = { at, faults };
      if (faults === 0) break;
    }
    if (best) named.push({ place, words, ...best.at, box: boxOfWords(words, best.at, size) });
  };
  // Small surfaces have the least choice.
  for (const surface of kit.surfaces.toSorted((a, b) => a.size - b.size)) {
    const { place, player } = surface;
    if (player !== "hands" && !withPedals) continue;
    const hidden = more(place);
    const words = `${nameOf(place)}${hidden > 0 ? ` +${hidden}` : ""}`;
    nameAt(place, words, spotsOf(surface, words, size), Number.POSITIVE_INFINITY);
  }
  if (!withPedals) {
    for (const surface of kit.surfaces) {
      const shell = shellOf(surface);
      if (shell) nameAt(surface.place, "bass drum", spotsIn(shell, "bass drum", size), 0.1);
    }
  }
  return named;
}

interface NameSpot {
  readonly at: Point;
  readonly own: KitPiece | null;
  readonly isInside: boolean;
}

function* spotsOf(own: KitPiece, words: string, size: number): Generator<NameSpot> {
  const isPedal = own.player !== "hands";
  const rim = isPedal ? { x: own.x, y: -own.y, rx: own.size / 2 + GAP, ry: PEDAL_DEPTH / 2 + GAP } : rimOf(own, GAP);
  for (let beyond = 0; beyond <= FARTHEST; beyond += 3) {
    for (const angle of DIRECTIONS) {
      const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
      let far = Math.min(rim.rx, rim.ry);
      while (sideOf(boxOfWords(words, { x: rim.x + dx * far, y: rim.y + dy * far }, size), rim) !== "outside")
        far += STEP;
      yield { at: { x: rim.x + dx * (far + beyond), y: rim.y + dy * (far + beyond) }, own, isInside: false };
    }
    if (beyond > 0 || isPedal) continue;
    for (const share of [0.6, -0.6, 0, 0.4, -0.4, 0.75, -0.75]) {
      yield { at: { x: rim.x, y: rim.y + rim.ry * share }, own, isInside: true };
    }
  }
}

function* spotsIn(area: ViewBox, words: string, size: number): Generator<NameSpot> {
  const [width, height] = [words.length * size * LETTER_WIDTH, size * LINE_HEIGHT];
  for (let y = area.y + height; y < area.y + area.height - height; y += height) {
    for (const share of [0.5, 0.35, 0.65, 0.2, 0.8]) {
      const x = area.x + area.width * share;
      if (x - width / 2 < area.x + 1 || x + width / 2 > area.x + area.width - 1) continue;
      yield { at: { x, y }, own: null, isInside: false };
    }
  }
}

export function nameOf(place: KitVoice): string {
  return KIT_VOICE_NAMES[place].replace("closed ", "");
}

/** Positions for a label along its thread, best first. */
const SHARES = [0.5, 0.42, 0.58, 0.34, 0.66, 0.26, 0.74, 0.18, 0.82];

/** How far above or below the thread, relative to the size of its letters. */
const BESIDE = [0, -1.1, 1.1];

/**
 * A place for a thread's words along it, outside all names and coins and off all rims; if there is no such place,
 * perhaps on a rim; null if nothing is free.
 */
export function placeOnThread(
  thread: Thread,
  words: string,
  size: number,
  {
    kit,
    coins,
    taken,
  }: { readonly kit: Kit; readonly coins: readonly PlacedCoin[]; readonly taken: readonly LabelBox[] },
): { readonly at: Point; readonly box: LabelBox } | null {
  const { rims, pedals } = outlinesOf(kit);
  const filled = [...taken, ...coins.map(boxOfCoin)];
  const spots = BESIDE.flatMap((beside) =>
    SHARES.map((share) => {
      const { x, y } = onThread(thread, share);
      const at = { x, y: y + beside * size };
      return { at, box: boxOfWords(words, at, size) };
    }),
  ).filter(({ box }) => !filled.some((other) => meets(box, other)));
  const isOff = (box: LabelBox) =>
    rims.every((rim) => sideOf(box, rimOf(rim)) !== "on") && !pedals.some((other) => meets(box, other));
  return spots.find(({ box }) => isOff(box)) ?? spots[0] ?? null;
}
