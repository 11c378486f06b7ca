/** Positions on the floor plan, in centimetres with y towards the reader, and hand positions over time. */

import { basePlace, distanceBetween, type Kit, type KitPiece, surfaceAt } from "~/core/kit";
import { listMotions, type Motion, type Player } from "~/core/player";
import { type Hand, isHand, type KitVoice } from "~/core/stroke";
import { tempoUnitTicks } from "~/core/time";
import type { Timeline } from "~/core/timeline";
import type { Size } from "./use-size";

export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface ViewBox extends Point {
  readonly width: number;
  readonly height: number;
}

/** Margin around the outermost surfaces, for rims and names. */
const MARGIN = 6;
/** The stool, and room for the feet in front of it. */
const SEAT = 9;

/** The area with the kit; with the seat where the kit itself is changed. */
export function frameKit(kit: Kit, withSeat: boolean): ViewBox {
  return frameSurfaces(kit.surfaces, withSeat ? [-60, 60, -90, SEAT] : [-40, 40, -70, -20]);
}

/** The same area in the shape of its frame, so that what is beside the kit is visible too. */
export function widenTo(box: ViewBox, frame: Size): ViewBox {
  if (frame.width <= 0 || frame.height <= 0) return box;
  const scale = Math.min(frame.width / box.width, frame.height / box.height);
  const [width, height] = [frame.width / scale, frame.height / scale];
  return { x: box.x - (width - box.width) / 2, y: box.y - (height - box.height) / 2, width, height };
}

/** A tilted surface looks shorter from above. */
export function leanOf(angle: number): number {
  return Math.max(0.45, Math.cos((angle * Math.PI) / 180));
}

/** How deep a pedal is drawn. */
export const PEDAL_DEPTH = 18;

/** A bass drum's depth and width, as far as a plan shows. */
const SHELL = { width: 56, depth: 42 };

/** The bass drum behind its pedal; null for other surfaces. */
export function shellOf({ place, x, y }: KitPiece): ViewBox | null {
  if (place !== "kk" && place !== "k2") return null;
  return { x: x - SHELL.width / 2, y: -y - PEDAL_DEPTH / 2 - SHELL.depth, width: SHELL.width, height: SHELL.depth };
}

/** The area with only the surfaces that hands play. */
export function frameHands(kit: Kit): ViewBox {
  return frameSurfaces(
    kit.surfaces.filter(({ player }) => player === "hands"),
    [-40, 40, -70, -20],
  );
}

function frameSurfaces(surfaces: readonly KitPiece[], least: readonly [number, number, number, number]): ViewBox {
  let [left, right, top, bottom] = least;
  for (const { x, y, size } of surfaces) {
    left = Math.min(left, x - size / 2);
    right = Math.max(right, x + size / 2);
    top = Math.min(top, -y - size / 2);
    bottom = Math.max(bottom, -y + size / 2);
  }
  return {
    x: left - MARGIN,
    y: top - MARGIN,
    width: right - left + 2 * MARGIN,
    height: bottom - top + 2 * MARGIN,
  };
}

/** A stroke as a small coin on its surface. */
export interface PlacedCoin extends Point {
  /** Index in the timeline's events. */
  readonly event: number;
  readonly slot: number;
  readonly limb: Motion["limb"];
  readonly place: KitVoice;
  /** 1 is the usual size. */
  readonly scale: number;
}

/** Centimetres between coins at scale 1, and the minimum scale below which only the last ones are drawn. */
const PITCH = 8.4;
const MIN_SCALE = 0.52;
/** The part of a surface where the middle of coins may be. */
const USED = 0.88;
/** A pedal is small, so its coins continue towards its drum. */
const PEDAL_ROOM = { width: 14, height: 26, ahead: 5 };

interface Rows {
  /** Coins per row, from the far side. */
  readonly counts: readonly number[];
  readonly scale: number;
}

/** Rows of coins, as large as they can be where a row at `y` from the middle is at most `widthAt(y)` wide. */
function fitRows(many: number, height: number, widthAt: (y: number) => number): Rows {
  let rooms: number[] = [];
  let scale = 1;
  for (; scale >= MIN_SCALE; scale -= 0.04) {
    const pitch = PITCH * scale;
    const most = Math.max(1, Math.floor(height / pitch));
    for (let rows = 1; rows <= most; rows++) {
      rooms = Array.from({ length: rows }, (_, row) => {
        const y = (Math.abs(row - (rows - 1) / 2) + 0.35) * pitch;
        return Math.max(1, Math.floor(widthAt(y) / pitch));
      });
      if (rooms.reduce((sum, room) => sum + room, 0) >= many) return { counts: fill(rooms, many), scale };
    }
  }
  return { counts: fill(rooms, many), scale: MIN_SCALE };
}

/** As many coins as there are, or as there is room for, spread evenly over the rows. */
function fill(rooms: readonly number[], many: number): readonly number[] {
  const room = rooms.reduce((sum, one) => sum + one, 0);
  const share = Math.min(1, many / room);
  const counts = rooms.map((one) => Math.floor(one * share));
  let left = Math.min(many, room) - counts.reduce((sum, one) => sum + one, 0);
  for (let row = 0; left > 0; row = (row + 1) % rooms.length) {
    if ((counts[row] ?? 0) >= (rooms[row] ?? 0)) continue;
    counts[row] = (counts[row] ?? 0) + 1;
    left--;
  }
  return counts.filter((count) => count > 0);
}

/** Coins for all strokes, in rows on their surfaces; if there are too many, the first ones. */
export function layCoins(timeline: Timeline, kit: Kit): readonly PlacedCoin[] {
  const bySurface = new Map<KitVoice, number[]>();
  for (const [event, { place, grace }] of timeline.events.entries()) {
    if (grace !== undefined) continue;
    const base = basePlace(place);
    bySurface.set(base, [...(bySurface.get(base) ?? []), event]);
  }
  const coins: PlacedCoin[] = [];
  for (const [place, events] of bySurface) {
    const surface = surfaceAt(kit, place);
    if (!surface) continue;
    const isPedal = surface.player !== "hands";
    const half = (surface.size / 2) * USED;
    const lean = leanOf(surface.angle);
    const { counts, scale } = isPedal
      ? fitRows(events.length, PEDAL_ROOM.height, () => PEDAL_ROOM.width)
      : fitRows(events.length, 2 * half * lean, (y) => 2 * Math.sqrt(Math.max(0, half ** 2 - (y / lean) ** 2)));
    const pitch = PITCH * scale;
    let next = 0;
    for (const [row, count] of counts.entries()) {
      for (let inRow = 0; inRow < count; inRow++) {
        const event = events[next++];
        const stroke = event === undefined ? undefined : timeline.events[event];
        if (event === undefined || !stroke) break;
        coins.push({
          event,
          slot: stroke.slot,
          limb: stroke.limb,
          place,
          scale,
          x: surface.x + (inRow - (count - 1) / 2) * pitch,
          y:
            -surface.y +
            (row - (counts.length - 1) / 2) * pitch -
            (isPedal && counts.length > 1 ? PEDAL_ROOM.ahead : 0),
        });
      }
    }
  }
  return coins;
}

/** A hand's move from one surface to another. */
export interface Thread {
  readonly hand: Hand;
  readonly from: Motion;
  readonly to: Motion;
  readonly start: Point;
  readonly bend: Point;
  readonly end: Point;
  /** Centimetres, in a straight line. */
  readonly distance: number;
  /** Metres per second at the phrase's tempo, averaged over the time between strokes. */
  readonly speed: number;
  /** Required share of the available time; above 1 it can't be played. */
  readonly strain: number;
}

/** How far a thread may curve to its hand's side, relative to its length; the best first. */
const BOWS = [0.2, 0.3, 0.12, 0.42, 0.05] as const;
/** How near a thread may come to a coin's middle, at scale 1. */
const NEAR = 4;
/** Places along a thread that stand for all of it. */
export const SAMPLES = Array.from({ length: 12 }, (_, step) => (step + 1) / 13);

/** The threads of both hands; moves on one surface have none. */
export function drawThreads(timeline: Timeline, player: Player, coins: readonly PlacedCoin[]): readonly Thread[] {
  const { kit } = player;
  const perTick = 60 / (timeline.tempo * tempoUnitTicks(timeline.meter));
  const coinOf = new Map(coins.map((coin) => [coin.event, coin]));
  const last: { R: Motion | null; L: Motion | null } = { R: null, L: null };
  const threads: Thread[] = [];
  for (const to of listMotions(timeline)) {
    if (!isHand(to.limb)) continue;
    const from = last[to.limb];
    last[to.limb] = to;
    if (!from || basePlace(from.place) === basePlace(to.place)) continue;
    const [a, b] = [surfaceAt(kit, from.place), surfaceAt(kit, to.place)];
    if (!a || !b) continue;
    const start = pointOf(from, a, coinOf);
    const end = pointOf(to, b, coinOf);
    const gap = (to.at - from.at) * perTick - to.lead + from.lead;
    const distance = distanceBetween(a, b);
    threads.push({
      hand: to.limb,
      from,
      to,
      start,
      end,
      bend: bendOf(start, end, to.limb, coins),
      distance,
      speed: gap > 0 ? distance / 100 / gap : Number.POSITIVE_INFINITY,
      strain: gap > 0 ? player.time(to.limb, from.place, to.place) / gap : Number.POSITIVE_INFINITY,
    });
  }
  return threads;
}

/** A motion's coin; a grace note has none of its own. */
function pointOf(motion: Motion, surface: KitPiece, coinOf: ReadonlyMap<number, PlacedCoin>): Point {
  const coin = coinOf.get(motion.event);
  return coin && coin.limb === motion.limb ? { x: coin.x, y: coin.y } : { x: surface.x, y: -surface.y };
}

/**
 * The right hand's threads curve to one side, the left hand's to the other: as far as is best for passing the coins in
 * between.
 */
function bendOf(start: Point, end: Point, hand: Hand, coins: readonly PlacedCoin[]): Point {
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const side = (hand === "R" ? 1 : -1) * (dx < 0 ? -1 : 1);
  const bendAt = (bow: number) => ({
    x: (start.x + end.x) / 2 - dy * side * bow,
    y: (start.y + end.y) / 2 + dx * side * bow,
  });
  // A thread stays within half its widest bow of the straight line.
  const reach = (Math.max(...BOWS) / 2) * Math.hypot(dx, dy) + NEAR;
  const [left, right] = [Math.min(start.x, end.x) - reach, Math.max(start.x, end.x) + reach];
  const [top, bottom] = [Math.min(start.y, end.y) - reach, Math.max(start.y, end.y) + reach];
  const others = coins.filter(
    (coin) =>
      coin.x > left &&
      coin.x < right &&
      coin.y > top &&
      coin.y < bottom &&
      !isNear(coin, start, 0.1) &&
      !isNear(coin, end, 0.1),
  );
  let best = { bend: start, met: Number.POSITIVE_INFINITY };
  for (const bow of BOWS) {
    const bend = bendAt(bow);
    const points = SAMPLES.map((share) => onThread({ start, bend, end }, share));
    const met = others.filter((coin) => points.some((point) => isNear(coin, point, NEAR * coin.scale))).length;
    if (met < best.met) best = { bend, met };
    if (met === 0) break;
  }
  return best.bend;
}

/** Without a root, which would be taken some ten thousand times for each edit. */
function isNear(a: Point, b: Point, distance: number): boolean {
  const [dx, dy] = [a.x - b.x, a.y - b.y];
  return dx * dx + dy * dy < distance * distance;
}

export function onThread({ start, bend, end }: Pick<Thread, "start" | "bend" | "end">, share: number): Point {
  const [a, b, c] = [(1 - share) ** 2, 2 * share * (1 - share), share ** 2];
  return { x: a * start.x + b * bend.x + c * end.x, y: a * start.y + b * bend.y + c * end.y };
}

/** A hand's position over time. */
export interface HandPath {
  readonly hand: Hand;
  readonly stops: readonly { readonly at: number; readonly point: Point; readonly place: KitVoice }[];
  /** From one stop to the next, for moving hands. */
  readonly ways: ReadonlyMap<number, Pick<Thread, "start" | "bend" | "end">>;
  /** Ticks per move; until then the hand waits. */
  readonly moves: ReadonlyMap<number, number>;
}

export function traceHands(timeline: Timeline, player: Player, coins: readonly PlacedCoin[]): readonly HandPath[] {
  const perTick = 60 / (timeline.tempo * tempoUnitTicks(timeline.meter));
  const coinOf = new Map(coins.map((coin) => [coin.event, coin]));
  const motions = listMotions(timeline);
  return (["R", "L"] as const).flatMap((hand) => {
    const own = motions.filter(({ limb }) => limb === hand);
    const stops = own.flatMap((motion) => {
      const surface = surfaceAt(player.kit, motion.place);
      if (!surface) return [];
      return [{ at: motion.at - motion.lead / perTick, point: pointOf(motion, surface, coinOf), place: motion.place }];
    });
    if (stops.length === 0) return [];
    const ways = new Map<number, Pick<Thread, "start" | "bend" | "end">>();
    const moves = new Map<number, number>();
    for (const [index, to] of stops.slice(1).entries()) {
      const from = stops[index];
      if (!from) continue;
      const isMove = basePlace(from.place) !== basePlace(to.place);
      ways.set(index, {
        start: from.point,
        bend: bendOf(from.point, to.point, hand, isMove ? coins : []),
        end: to.point,
      });
      // A little longer than the hand needs, so that the eye can follow.
      const needs = (1.4 * player.time(hand, from.place, to.place) + 0.06) / perTick;
      moves.set(index, Math.min(to.at - from.at, needs));
    }
    return [{ hand, stops, ways, moves }];
  });
}

/** A hand's position at `at` ticks of the phrase; its first stop before that, its last one after. */
export function handAt({ stops, ways, moves }: HandPath, at: number): Point {
  const last = stops.findLastIndex((stop) => stop.at <= at);
  if (last < 0) return (stops[0] as HandPath["stops"][number]).point;
  const stop = stops[last] as HandPath["stops"][number];
  const next = stops[last + 1];
  const way = ways.get(last);
  const move = moves.get(last) ?? 0;
  if (!next || !way || move <= 0) return stop.point;
  const share = Math.max(0, Math.min(1, (at - (next.at - move)) / move));
  // Slow, fast, slow, as limbs move.
  return onThread(way, share * share * (3 - 2 * share));
}
