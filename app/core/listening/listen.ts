/** One repeat, heard and judged; and single hits as they come. */

import { type Seconds, seconds } from "../time/time";
import { alignRushed, pairCost } from "./align";
import type { Expectation, Expected } from "./expect";
import { cleanHits, type Hit } from "./hit";
import { type Judgement, judgeRepeat } from "./judge";
import { type Measures, measureRepeat } from "./measure";
import type { Strictness } from "./settings";

export interface Hearing {
  readonly measures: Measures;
  /** Null where too little was heard. */
  readonly judgement: Judgement | null;
}

/** Judges the hits of one repeat; what an input's latency makes late of them is taken off before. */
export function hearRepeat(expectation: Expectation, hits: readonly Hit[], strictness: Strictness): Hearing {
  const { hits: clean, echoes } = cleanHits(hits);
  const measures = measureRepeat(alignRushed(expectation.strokes, clean), expectation, echoes);
  return { measures, judgement: judgeRepeat(measures, expectation, strictness) };
}

export interface Mark {
  readonly expected: Expected;
  readonly offset: Seconds;
}

/** The stroke that a single hit is for, of those that have none yet; null for none. A first guess: the repeat's judgement looks at all hits. */
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
