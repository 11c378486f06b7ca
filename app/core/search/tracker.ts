/** What the rules of a search remember, as trackers over its pieces. */

import type { Tracker } from "../graph/layers";
import { isHand, LIMBS, type Limb } from "../stroke/stroke";
import type { PoolPiece } from "./piece";

const always = () => true;

/** Length of one limb's runs, at most `most`. State: moments in the current run. */
export function trackRun(pieces: readonly PoolPiece[], limb: Limb, most: number): Tracker {
  const shapes = pieces.map((piece) => piece.runs[limb]);
  return {
    states: most + 1,
    start: 0,
    step: (run, index) => {
      const shape = shapes[index] as PoolPiece["runs"][Limb];
      if (shape.longest > most || run + shape.first > most) return -1;
      return shape.whole ? run + shape.first : shape.last;
    },
    accepts: always,
  };
}

/** Runs of either hand: only one is current. State: 0 for none, otherwise the hand and its moments. */
export function trackHandRuns(pieces: readonly PoolPiece[], most: number): Tracker {
  const hands = LIMBS.filter(isHand).map((limb) => trackRun(pieces, limb, most));
  return {
    states: 2 * most + 1,
    start: 0,
    step: (state, index, at) => {
      let next = 0;
      for (const [side, tracker] of hands.entries()) {
        const before = state > side * most && state <= (side + 1) * most ? state - side * most : 0;
        const after = tracker.step(before, index, at);
        if (after < 0) return -1;
        if (after > 0) next = side * most + after;
      }
      return next;
    },
    accepts: always,
  };
}

/** A sequence of sizes. State: number of cells placed. */
export function trackOrder(pieces: readonly PoolPiece[], sizes: readonly number[]): Tracker {
  return {
    states: sizes.length + 1,
    start: 0,
    step: (stands, index) => (sizes[stands] === pieces[index]?.size ? stands + 1 : -1),
    accepts: (stands) => stands === sizes.length,
  };
}

/** Sizes in any order. State: how many of each size are placed. */
export function trackSizes(pieces: readonly PoolPiece[], sizes: readonly number[]): Tracker {
  const kinds = [...new Set(sizes)];
  const most = kinds.map((kind) => sizes.filter((size) => size === kind).length);
  const weight = most.map((_, index) => most.slice(0, index).reduce((product, count) => product * (count + 1), 1));
  const states = most.reduce((product, count) => product * (count + 1), 1);
  return {
    states,
    start: 0,
    step: (state, index) => {
      const kind = kinds.indexOf(pieces[index]?.size ?? -1);
      if (kind < 0) return -1;
      const [unit, limit] = [weight[kind] as number, most[kind] as number];
      return Math.floor(state / unit) % (limit + 1) < limit ? state + unit : -1;
    },
    accepts: (state) => state === states - 1,
  };
}

/** The previous piece. State: 0 for none, otherwise its index from 1. */
export function trackNeighbours(pieces: readonly PoolPiece[]): Tracker {
  return {
    states: pieces.length + 1,
    start: 0,
    step: (before, index) => (before === index + 1 ? -1 : index + 1),
    accepts: always,
  };
}

/** Cells that start on a beat. State: how many so far, as far as it matters. */
export function trackOnBeat(isBeat: readonly boolean[], least: number, most: number | null): Tracker {
  const top = most ?? least;
  return {
    states: top + 1,
    start: 0,
    step: (count, _, at) => {
      if (!isBeat[at]) return count;
      if (count < top) return count + 1;
      return most === null ? top : -1;
    },
    accepts: (count) => count >= least,
  };
}

/**
 * First and last hand. State: 0 until a hand has played, then 1 + 3 * (first is left) + what is known of the other
 * hand: 0 it hasn't played, 1 it has but the first hand played last, 2 it played last.
 */
export function trackLead(pieces: readonly PoolPiece[], lead: "stays" | "flips"): Tracker {
  const both = pieces.map(({ moments }) => {
    const hands = new Set(moments.flatMap((moment) => moment.strokes.map((stroke) => stroke.limb)).filter(isHand));
    return hands.size === 2;
  });
  return {
    states: 7,
    start: 0,
    step: (state, index) => {
      const { firstHand, lastHand } = pieces[index] as PoolPiece;
      if (!firstHand || !lastHand) return state;
      const first = state === 0 ? firstHand : state > 3 ? "L" : "R";
      const known = state === 0 ? 0 : (state - 1) % 3;
      const otherPlayed = known > 0 || both[index] === true || firstHand !== first;
      const what = !otherPlayed ? 0 : lastHand === first ? 1 : 2;
      return 1 + (first === "L" ? 3 : 0) + what;
    },
    accepts: (state) => state > 0 && (state - 1) % 3 === (lead === "flips" ? 1 : 2),
  };
}
