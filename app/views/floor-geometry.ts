/** Positions on the floor plan, in centimetres with y towards the reader, and hand positions over time. */

import { basePlace, distanceBetween, type Kit, type KitPiece, surfaceAt } from "~/core/kit";
import { listMotions, type Motion, type Player } from "~/core/player";
import { type Hand, isHand, type KitVoice } from "~/core/stroke";
import { tempoUnitTicks } from "~/core/time";
import type { Timeline } from "~/core/timeline";

export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface ViewBox extends Point {
  readonly width: number;
  readonly height: number;
}

/** Margin around the outermost surfaces, for rims and names. */
const MARGIN = 7;
/** The stool, and room for the feet in front of it. */
const SEAT = 9;

/** The area with the kit and the seat. */
export function frameKit(kit: Kit): ViewBox {
  return frameSurfaces(kit.surfaces, [-60, 60, -90, SEAT]);
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
/** The part of a surface where coins may be. */
const USED = 0.8;
/** A pedal is small, so its coins continue towards its drum. */
const PEDAL_ROOM = { width: 14, height: 26, ahead: 5 };

interface Grid {
  readonly columns: number;
  readonly rows: number;
  readonly scale: number;
}

function fitGrid(many: number, width: number, height: number): Grid {
  for (let scale = 1; scale >= MIN_SCALE; scale -= 0.04) {
    const columns = Math.max(1, Math.floor(width / (PITCH * scale)));
    const rows = Math.max(1, Math.floor(height / (PITCH * scale)));
    if (columns * rows >= many) return { columns: Math.min(columns, many), rows: Math.ceil(many / columns), scale };
  }
  const columns = Math.max(1, Math.floor(width / (PITCH * MIN_SCALE)));
  return { columns, rows: Math.max(1, Math.floor(height / (PITCH * MIN_SCALE))), scale: MIN_SCALE };
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
    const side = isPedal ? PEDAL_ROOM.width : surface.size * USED;
    const depth = isPedal ? PEDAL_ROOM.height : side * Math.cos((surface.angle * Math.PI) / 180) * 0.86;
    const { columns, rows, scale } = fitGrid(events.length, side, depth);
    const pitch = PITCH * scale;
    for (const [index, event] of events.slice(0, columns * rows).entries()) {
      const row = Math.floor(index / columns);
      const inRow = Math.min(columns, events.length - row * columns);
      const { slot, limb } = timeline.events[event] as Timeline["events"][number];
      coins.push({
        event,
        slot,
        limb,
        place,
        scale,
        x: surface.x + ((index % columns) - (inRow - 1) / 2) * pitch,
        y: -surface.y + (row - (rows - 1) / 2) * pitch - (isPedal && rows > 1 ? PEDAL_ROOM.ahead : 0),
      });
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

/** How far a thread curves to its hand's side, relative to its length. */
const BOW = 0.2;

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
      bend: bendOf(start, end, to.limb),
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

/** The right hand's threads curve to one side, the left hand's to the other. */
function bendOf(start: Point, end: Point, hand: Hand): Point {
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const side = (hand === "R" ? 1 : -1) * (dx < 0 ? -1 : 1) * BOW;
  return { x: (start.x + end.x) / 2 - dy * side, y: (start.y + end.y) / 2 + dx * side };
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
      ways.set(index, { start: from.point, bend: bendOf(from.point, to.point, hand), end: to.point });
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
