/**
 * What makes one way better than another: several parts, each a sum over cells, so that the best can be found without
 * listing all. Sums are integers in thousandths of a slot, so that ties are exact.
 */

import { type Tracker, trackLast } from "../graph/layers";
import { makeCell, makeLine } from "../phrase/phrase";
import { findCeiling } from "../player/ceiling";
import { type Player, reachCrash } from "../player/player";
import { type Hand, isHand, type Limb, partsOf } from "../stroke/stroke";
import { beatTicks, nextBarLine, slotTicks, ticks, ticksToSeconds } from "../time/time";
import { layOut } from "../timeline/timeline";
import type { Compiled } from "./automaton";
import type { PoolPiece } from "./piece";

export const SCORE_PARTS = ["drift", "variety", "balance", "ease", "landing", "likeness"] as const;
export type ScorePart = (typeof SCORE_PARTS)[number];

/** The weight of each part, integers from -100 to 100. */
export type Weights = Readonly<Record<ScorePart, number>>;

export const NO_WEIGHTS: Weights = { drift: 0, variety: 0, balance: 0, ease: 0, landing: 0, likeness: 0 };

/**
 * Each part as a share, 0 to 1:
 * - drift: how far from a beat the cells begin, half a beat away being 1, each cell by its slots;
 * - variety: slots in cells of another size than the one before;
 * - balance: 1 less what one hand plays more than the other within its cell, as a share of their strokes;
 * - ease: how far the tempo is below the way's top tempo, by {@link easeAt}; where sums are needed, each cell by its slots, with
 *   the top tempo of the cell itself and of its join with the one before;
 * - landing: 1 when both hands are free for the one, 0.6 when one is, as far as the last cell tells;
 * - likeness: slots that are as in a way that it is to be like.
 */
export type Parts = Readonly<Record<ScorePart, number>>;

const THOUSAND = 1_000;

/** A top tempo this many doublings above the tempo is as easy as it gets. */
const EASY_DOUBLINGS = 2;

/** Ease for a known top tempo: 0 at or above it, 1 from a quarter of it down. */
export function easeAt(tempo: number, top: number | null): number {
  if (top === null) return 1;
  return Math.min(1, Math.max(0, Math.log2(top / tempo) / EASY_DOUBLINGS));
}

/** A compiled search with the data that scoring needs. */
export interface Scorer {
  /** Trackers to add to the automaton after the spec's own: the last size, and the last moment. */
  readonly extra: readonly Tracker[];
  /** The weighted sum of a piece on a slot, given the states of {@link extra} before it. */
  readonly score: (piece: number, at: number, lastSize: number, lastMoment: number) => number;
  /** `top` is the way's top tempo, if already known. */
  readonly partsOf: (way: readonly number[], top?: number | null) => Parts;
  /** For the whole way; null if no limb plays twice. */
  readonly topTempoOf: (way: readonly number[]) => number | null;
  /** The weighted sum over a whole way, in the same thousandths. */
  readonly total: (way: readonly number[]) => number;
}

export function makeScorer(compiled: Compiled, weights: Weights, player: Player, like: readonly number[] = []): Scorer {
  const { pieces, slots, spec } = compiled;
  const slotSeconds = ticksToSeconds(slotTicks(spec.rate), spec.tempo, spec.meter);
  const sizes = [...new Set(pieces.map((piece) => piece.size))];
  const sizeKind = pieces.map((piece) => sizes.indexOf(piece.size));
  const endings = pieces.map(endingOf);
  const endingTexts = [...new Set(endings.map((ending) => ending.key))];
  const endingKind = endings.map((ending) => endingTexts.indexOf(ending.key));
  const endingOfKind = endingTexts.map((key) => endings.find((ending) => ending.key === key) as WayEnding);
  const needs = { R: needOfLanding(player, "R"), L: needOfLanding(player, "L") };
  const topTempoOf = (cells: readonly PoolPiece[]) => {
    const line = makeLine([{ kind: "rate", rate: spec.rate }, ...cells.map(({ cell }) => makeCell(cell))]);
    return findCeiling(layOut({ ...spec, line }, player.kit), player)?.bpm ?? null;
  };
  const inside = pieces.map((piece) => 1 - easeAt(spec.tempo, topTempoOf([piece])));
  const balance = pieces.map(imbalanceOf);
  const reference = like.flatMap((index) => symbolsOf(pieces[index] as PoolPiece));
  const symbols = pieces.map(symbolsOf);
  const beatSlots = beatTicks(spec.meter) / slotTicks(spec.rate);
  const start = spec.window.start / slotTicks(spec.rate);

  const driftAt = (at: number) => {
    const inBeat = (start + at) % beatSlots;
    return Math.min(inBeat, beatSlots - inBeat) / (beatSlots / 2);
  };
  const end = spec.window.start + spec.window.length;
  const gap = ticksToSeconds(nextBarLine(ticks(end), spec.meter) - end, spec.tempo, spec.meter);

  /** Unweighted, in thousandths of a slot; for balance and ease, the amount to subtract. */
  const rawParts = (piece: number, at: number, lastSize: number, lastMoment: number) => {
    const { size } = pieces[piece] as PoolPiece;
    const before = lastMoment > 0 ? endingOfKind[lastMoment - 1] : undefined;
    const join = before ? hardnessOfJoin(before, pieces[piece] as PoolPiece, slotSeconds, player) : 0;
    const isLast = at + size === slots;
    let alike = 0;
    if (reference.length > 0) {
      const own = symbols[piece] as string[];
      for (let place = 0; place < size; place++) if (own[place] === reference[at + place]) alike++;
    }
    return {
      drift: Math.round(THOUSAND * size * driftAt(at)),
      variety: lastSize > 0 && lastSize - 1 !== sizeKind[piece] ? THOUSAND * size : 0,
      balance: balance[piece] as number,
      ease: Math.round(THOUSAND * size * Math.max(inside[piece] as number, join)),
      landing: isLast
        ? Math.round(THOUSAND * slots * landingOf(pieces[piece] as PoolPiece, slotSeconds, gap, needs))
        : 0,
      likeness: THOUSAND * alike,
    };
  };
  const score: Scorer["score"] = (piece, at, lastSize, lastMoment) => {
    const raw = rawParts(piece, at, lastSize, lastMoment);
    return (
      weights.drift * raw.drift +
      weights.variety * raw.variety -
      weights.balance * raw.balance -
      weights.ease * raw.ease +
      weights.landing * raw.landing +
      weights.likeness * raw.likeness
    );
  };
  const walk = (way: readonly number[], visit: (piece: number, at: number, size: number, moment: number) => void) => {
    let at = 0;
    let [size, moment] = [0, 0];
    for (const piece of way) {
      visit(piece, at, size, moment);
      at += (pieces[piece] as PoolPiece).size;
      [size, moment] = [1 + (sizeKind[piece] as number), 1 + (endingKind[piece] as number)];
    }
  };
  const ofWay = (way: readonly number[]) => topTempoOf(way.map((piece) => pieces[piece] as PoolPiece));
  return {
    extra: [trackLast(sizeKind), trackLast(endingKind)],
    score,
    topTempoOf: ofWay,
    partsOf: (way, top = ofWay(way)) => {
      const sums: Record<ScorePart, number> = { ...NO_WEIGHTS };
      walk(way, (...step) => {
        const raw = rawParts(...step);
        for (const part of SCORE_PARTS) sums[part] += raw[part];
      });
      const share = (sum: number) => Math.min(1, Math.max(0, sum / (THOUSAND * slots)));
      return {
        drift: share(sums.drift),
        variety: share(sums.variety),
        balance: 1 - share(sums.balance),
        ease: easeAt(spec.tempo, top),
        landing: share(sums.landing),
        likeness: share(sums.likeness),
      };
    },
    total: (way) => {
      let sum = 0;
      walk(way, (...step) => {
        sum += score(...step);
      });
      return sum;
    },
  };
}

function symbolsOf(piece: PoolPiece): string[] {
  return piece.moments.reduce<string[]>((symbols, moment) => {
    const sounds = moment.strokes.map(({ limb, level }) => `${limb}${level}`).join("+");
    symbols[moment.slot] = `${symbols[moment.slot] ?? ""}|${sounds}`;
    return symbols;
  }, []);
}

function imbalanceOf({ moments, size }: PoolPiece): number {
  const hands = moments.flatMap((moment) => moment.strokes.map((stroke) => stroke.limb)).filter(isHand);
  if (hands.length === 0) return 0;
  const rights = hands.filter((hand) => hand === "R").length;
  return Math.round((THOUSAND * size * Math.abs(2 * rights - hands.length)) / hands.length);
}

/** A piece's last moment: who plays, and its share of the slot. */
interface WayEnding {
  readonly key: string;
  readonly limbs: readonly Limb[];
  readonly parts: number;
}

function endingOf(piece: PoolPiece): WayEnding {
  const limbs = (piece.moments.at(-1)?.strokes ?? []).map((stroke) => stroke.limb);
  const last = piece.cell.at(-1);
  const parts = last ? partsOf(last).length : 1;
  return { key: `${limbs.join("")}/${parts}`, limbs, parts };
}

/** For a limb that ends one cell and starts the next: the tempo at which it has time for two consecutive strokes. */
function hardnessOfJoin({ limbs, parts }: WayEnding, piece: PoolPiece, slotSeconds: number, player: Player): number {
  const first = piece.moments[0]?.strokes ?? [];
  return first.reduce((most, { limb }) => {
    if (!limbs.includes(limb)) return most;
    return Math.max(most, 1 - easeAt(1, slotSeconds / parts / player.limits.limbs[limb].double));
  }, 0);
}

/** Seconds from the snare to a crash: a way has no surfaces yet, so hands are on the snare. */
function needOfLanding(player: Player, hand: Hand): number {
  return reachCrash(player, hand, "sn").need;
}

/** `gap` is the time from the end of the window to one, in seconds. */
function landingOf(piece: PoolPiece, slotSeconds: number, gap: number, needs: Readonly<Record<Hand, number>>): number {
  const free = (["R", "L"] as const).filter((hand) => {
    const last = piece.moments.findLast(({ strokes }) => strokes.some((stroke) => stroke.limb === hand));
    if (!last) return true;
    const parts = partsOf(piece.cell[last.slot] as PoolPiece["cell"][number]).length;
    const rest = (piece.size - last.slot - last.part / parts) * slotSeconds + gap;
    return rest >= needs[hand];
  });
  return free.length === 2 ? 1 : free.length === 1 ? 0.6 : 0;
}
