/**
 * A slot as a coin. Hands are round, feet are square plates; the strong side is solid, the other a ring; accents are
 * large with a reeded rim, ghosts small. A notch is a rim shot, a shiver a buzz, a bar beside it a choke; satellites
 * are grace notes, a dimple is silence. Described as shapes, for screens, pages and files.
 */

import {
  betweenLevels,
  type Hand,
  isHand,
  type Level,
  type Limb,
  otherHand,
  partsOf,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
} from "~/core/stroke";
import { forceOf } from "~/core/timeline";
import { type Box, round } from "./ink";

/** The role of a part of a coin, which decides its look. */
export type CoinPart = "solid" | "hollow" | "reed" | "sign" | "notch" | "dimple" | "bracket";

export type CoinMark =
  | {
      readonly shape: "path";
      readonly part: CoinPart;
      readonly d: string;
      readonly line: number;
      readonly dash?: readonly number[];
      readonly box: Box;
    }
  | {
      readonly shape: "letter";
      /** On the coin's metal, or below it as the name of a surface. */
      readonly part: "on-solid" | "on-hollow" | "surface";
      readonly text: string;
      /** Its centre, and its baseline. */
      readonly x: number;
      readonly y: number;
      readonly size: number;
    };

/** Radii at scale 1, where slots are 52 apart. */
const RADIUS: Record<Level, number> = { ghost: 7, normal: 11, accent: 15 };
export const HALO_RADIUS = 21;

export interface CoinLook {
  /** The hand that is drawn solid. */
  readonly strongHand: Hand;
  /** In a crescendo or diminuendo, its progress: 0 soft to 1 loud. */
  readonly loud?: number | undefined;
}

/** Position and size of a coin, or of a part of it. */
export interface CoinTransform {
  readonly x: number;
  readonly y: number;
  readonly scale: number;
}

const AT_ORIGIN: CoinTransform = { x: 0, y: 0, scale: 1 };

/** The shapes of a coin, back to front. */
export function markCoin(slot: Slot, look: CoinLook, place: CoinTransform = AT_ORIGIN): CoinMark[] {
  const parts = partsOf(slot);
  const width = 42 / parts.length;
  const scale = parts.length === 1 ? 1 : Math.max(0.34, 1.3 / (parts.length + 0.15));
  const marks = parts.flatMap((part, index) =>
    markPart(part, look, within(place, (index - (parts.length - 1) / 2) * width, 0, scale)),
  );
  const name = nameSurfaces(parts);
  if (name) marks.push({ shape: "letter", part: "surface", text: name, ...letterAt(within(place, 0, 28), 9.5) });
  if (parts.length > 1) {
    marks.push(
      path("bracket", place, 1.4, [
        ["M", -20, 13],
        ["L", -20, 17],
        ["L", 20, 17],
        ["L", 20, 13],
      ]),
    );
  }
  return marks;
}

function within({ x, y, scale }: CoinTransform, dx: number, dy: number, by = 1): CoinTransform {
  return { x: x + dx * scale, y: y + dy * scale, scale: scale * by };
}

function letterAt({ x, y, scale }: CoinTransform, size: number) {
  return { x: round(x), y: round(y), size: round(size * scale) };
}

/** The surfaces that the line names. */
function nameSurfaces(parts: readonly (Silence | Strokes)[]): string {
  const places = parts.flatMap((part) => (part.kind === "strokes" ? part.strokes.map((stroke) => stroke.place) : []));
  return [...new Set(places.filter((place) => place !== undefined))].join(" ");
}

function markPart(part: Silence | Strokes, look: CoinLook, at: CoinTransform): CoinMark[] {
  if (part.kind === "silence")
    return [
      path("dimple", at, 2, [
        ["M", -7, -1],
        ["Q", 0, 8, 7, -1],
      ]),
    ];
  if (part.strokes.length === 1 && part.strokes[0]) return markStroke(part.strokes[0], look, at);
  return markTogether(part.strokes, look, at);
}

/** Positions and sizes of the marks of limbs that play together: close enough to touch, far enough apart to read. */
const TOGETHER: Record<number, { readonly scale: number; readonly at: readonly (readonly [x: number, y: number])[] }> =
  {
    2: {
      scale: 0.8,
      at: [
        [-6, -7],
        [6, 8],
      ],
    },
    3: {
      scale: 0.66,
      at: [
        [-8, -9],
        [8, -9],
        [0, 8],
      ],
    },
    4: {
      scale: 0.62,
      at: [
        [-8, -9],
        [8, -9],
        [-8, 8],
        [8, 8],
      ],
    },
  };

function markTogether(strokes: readonly Stroke[], look: CoinLook, place: CoinTransform): CoinMark[] {
  const shape = TOGETHER[strokes.length];
  if (!shape) return [];
  return strokes
    .map((stroke, index) => ({ stroke, to: shape.at[index] ?? ([0, 0] as const) }))
    .toReversed()
    .flatMap(({ stroke, to: [dx, dy] }) => markStroke(stroke, look, within(place, dx, dy, shape.scale)));
}

/** The size of a stroke: its level's, or between two where the phrase swells. */
function radiusOf(level: Level, loud: number | undefined): number {
  return betweenLevels(forceOf(level, loud ?? null), RADIUS);
}

function markStroke(stroke: Stroke, { strongHand, loud }: CoinLook, at: CoinTransform): CoinMark[] {
  const radius = radiusOf(stroke.level, loud);
  const isSolidOne = isSolid(stroke.limb, strongHand);
  const marks: CoinMark[] = [];
  if (stroke.level === "accent") marks.push(markReeding(stroke.limb, radius, at));
  marks.push(markBody(stroke.limb, radius, isSolidOne, at));
  if (stroke.technique === "buzz") marks.push(markBuzz(radius, at));
  if (stroke.technique === "choke") marks.push(markChoke(radius, at));
  if (stroke.technique === "rim-shot") marks.push(markNotch(radius, at));
  if (radius >= 9) {
    const part = isSolidOne ? "on-solid" : "on-hollow";
    const letter = letterAt(within(at, 0, 4.2), radius > 12 ? 13 : 11.5);
    marks.push({ shape: "letter", part, text: stroke.limb, ...letter });
  }
  if (stroke.graces > 0 && isHand(stroke.limb)) {
    marks.push(...markGraces(stroke.graces, radius, isSolid(otherHand(stroke.limb), strongHand), at));
  }
  return marks;
}

function isSolid(limb: Limb, strongHand: Hand): boolean {
  return isHand(limb) ? limb === strongHand : limb === "K";
}

function markBody(limb: Limb, radius: number, solid: boolean, at: CoinTransform): CoinMark {
  const shape = isHand(limb) ? circle(radius, at) : square(radius * 0.94, 3.5, at);
  return { shape: "path", part: solid ? "solid" : "hollow", line: round(2.5 * at.scale), ...shape };
}

function markReeding(limb: Limb, radius: number, at: CoinTransform): CoinMark {
  const shape = isHand(limb) ? circle(radius + 3.8, at) : square(radius + 2.6, 5, at);
  const dash = [1.7, isHand(limb) ? 3.22 : 3.2].map((length) => round(length * at.scale));
  return { shape: "path", part: "reed", line: round(3 * at.scale), dash, ...shape };
}

/** A shiver across the coin. */
function markBuzz(radius: number, at: CoinTransform): CoinMark {
  const y = -radius - 4.5;
  const steps = [2, -2, 2, -2, 2, -2].map((dy, index) => [index === 0 ? "M" : "L", -9 + 3.6 * index, y + dy] as const);
  return path("sign", at, 1.8, steps);
}

/** A bar that stops the sound. */
function markChoke(radius: number, at: CoinTransform): CoinMark {
  const x = radius + 4.5;
  return path("sign", at, 2.6, [
    ["M", x - 4.5, 0],
    ["L", x - 1.5, 0],
    ["M", x, -7],
    ["L", x, 7],
  ]);
}

function markNotch(radius: number, at: CoinTransform): CoinMark {
  const points = [
    ["M", radius * 0.2, -radius * 0.55],
    ["L", radius + 5, -radius - 5],
    ["L", radius * 0.62, -radius * 0.05],
    ["Z"],
  ] as const;
  return path("notch", at, 1.2, points);
}

function markGraces(graces: number, radius: number, solid: boolean, at: CoinTransform): CoinMark[] {
  return Array.from({ length: graces }, (_, index) => {
    const angle = Math.PI * (0.78 + 0.17 * index);
    const distance = radius + 7;
    const shape = circle(3.6, within(at, Math.cos(angle) * distance, -Math.sin(angle) * distance));
    return { shape: "path", part: solid ? "solid" : "hollow", line: round(1.8 * at.scale), ...shape };
  });
}

type PathStep = readonly [command: string, ...numbers: number[]];

function path(part: CoinPart, { x, y, scale }: CoinTransform, line: number, steps: readonly PathStep[]): CoinMark {
  const placed = steps.map(
    ([command, ...numbers]) =>
      [command, numbers.map((value, index) => round(value * scale + (index % 2 === 0 ? x : y)))] as const,
  );
  const d = placed.map(([command, numbers]) => command + numbers.join(" ")).join("");
  const all = placed.flatMap(([, numbers]) => numbers);
  const [xs, ys] = [0, 1].map((axis) => all.filter((_, index) => index % 2 === axis)) as [number[], number[]];
  const half = (line * scale) / 2;
  const box = {
    left: Math.min(...xs) - half,
    top: Math.min(...ys) - half,
    right: Math.max(...xs) + half,
    bottom: Math.max(...ys) + half,
  };
  return { shape: "path", part, d, line: round(line * scale), box };
}

function around({ x, y, scale }: CoinTransform, half: number): Box {
  const reach = half * scale;
  return { left: x - reach, top: y - reach, right: x + reach, bottom: y + reach };
}

/** A circle as two arcs. */
function circle(radius: number, place: CoinTransform) {
  const { x, y, scale } = place;
  const r = round(radius * scale);
  const across = round(2 * radius * scale);
  const d = `M${round(x - radius * scale)} ${round(y)}a${r} ${r} 0 1 1 ${across} 0a${r} ${r} 0 1 1 ${-across} 0z`;
  return { d, box: around(place, radius) };
}

/** A square with round corners, `half` from its centre to its edge. */
function square(half: number, corner: number, place: CoinTransform) {
  const { x, y, scale } = place;
  const [left, top] = [x - (half - corner) * scale, y - half * scale].map(round);
  const [side, r] = [(2 * half - 2 * corner) * scale, corner * scale].map(round) as [number, number];
  const turn = (dx: number, dy: number) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
  const d = `M${left} ${top}h${side}${turn(r, r)}v${side}${turn(-r, r)}h${-side}${turn(-r, -r)}v${-side}${turn(r, -r)}z`;
  return { d, box: around(place, half) };
}
