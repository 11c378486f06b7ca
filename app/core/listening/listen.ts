/** Hears and judges one repeat; and matches single hits as they arrive. */

import { type Seconds, seconds } from "../time/time";
import { alignRushed, pairCost } from "./align";
import type { Expectation, Expected } from "./expect";
import { cleanHits, type Hit } from "./hit";
import { type Judgement, judgeRepeat } from "./judge";
import { type Measures, measureRepeat } from "./measure";
import type { Strictness } from "./settings";

export interface Hearing {
  readonly measures: Measures;
  /** Null if too little was heard. */
  readonly judgement: Judgement | null;
}

/** Judges the hits of one repeat; subtracts the input's latency first. */
export function hearRepeat(expectation: Expectation, hits: readonly Hit[], strictness: Strictness): Hearing {
  const { hits: clean, echoes } = cleanHits(hits);
  const measures = measureRepeat(alignRushed(expectation.strokes, clean), expectation, echoes);
  return { measures, judgement: judgeRepeat(measures, expectation, strictness) };
}

export interface Mark {
  readonly expected: Expected;
  readonly offset: Seconds;
}

/**
 * The open stroke that a single hit belongs to; null for none. A first guess: the repeat's judgement looks at all hits.
 */
export function markHit(strokes: readonly Expected[], taken: ReadonlySet<number>, hit: Hit): Mark | null {
  let best: Expected | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const stroke of strokes) {
    if (taken.has(stroke.index)) continue;
    const cost = pairCost(stroke, hit);
    if (cost === null || cost >= least) continue;
    least = cost;
    best = stroke;
  }
  return best && { expected: best, offset: seconds(hit.at - best.at) };
}
