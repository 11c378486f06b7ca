/** A round: from one resolution to the next, drawn and composed; and the answer of a drummer who trades with you. */

import type { OrchestrationProblem } from "../orchestration-search/find";
import { makePlayer, type Player, type PlayerSpec } from "../player/player";
import type { KitVoice } from "../stroke/stroke";
import { type Composed, composeFlow, drawPaths, type Variety } from "./compose";
import {
  compileFlow,
  countFlow,
  drawFlow,
  type FlowWays,
  type FlowWeights,
  isFlowProblem,
  seedOf,
  weighFlow,
} from "./draw";
import type { FlowProblem, FlowSpec } from "./spec";

/** Everything rounds are drawn from. Plain data, for a worker. */
export interface RoundRequest {
  readonly spec: FlowSpec;
  readonly player: PlayerSpec;
  readonly variety: readonly Variety[];
  /** Surfaces that drawn paths may visit. */
  readonly surfaces: readonly KitVoice[];
  /** Whether another drummer answers. */
  readonly trades: boolean;
}

export interface Round {
  readonly number: number;
  readonly seed: number;
  readonly composed: Composed;
  /** What the other drummer plays; null if there is none. */
  readonly answer: Composed | null;
  /** The number of ways. */
  readonly total: bigint;
  /** Why paths could not be drawn, where requested; the phrase is then played as written. */
  readonly pathProblem: OrchestrationProblem | null;
}

export type RoundTrouble = FlowProblem | { readonly code: "no-ways" };

export function isTrouble(made: Round | RoundTrouble): made is RoundTrouble {
  return "code" in made;
}

/** The other drummer draws from a separate random stream. */
const ANSWER = 0x2545f491;

/** Draws the rounds of one request, and caches the counts. */
export class RoundMaker {
  private readonly player: Player;
  private readonly ways = new Map<string, FlowWays | FlowProblem>();

  constructor(private readonly request: RoundRequest) {
    const { kit, limits, hands } = request.player;
    this.player = makePlayer(kit, limits, hands);
  }

  /** The ways of a round; rounds with the same growth share them. */
  waysOf(round: number): FlowWays | FlowProblem {
    const { spec } = this.request;
    const period = spec.ideas.reduce((most, { tail }) => Math.max(most, tail?.times ?? 0), 0);
    // If several ideas grow by different counts, only the round number says how far each has come.
    const key = period === 0 ? "" : String(round);
    const known = this.ways.get(key);
    if (known) return known;
    const made = compileFlow(spec, this.player, round);
    if (this.ways.size > 8) this.ways.clear();
    this.ways.set(key, made);
    return made;
  }

  /** Deterministic for a seed and weights. A growth that doesn't add up is skipped for this round. */
  make(number: number, weights: FlowWeights, seed: number): Round | RoundTrouble {
    let ways = this.waysOf(number);
    if (!isFlowProblem(ways) && countFlow(ways) === 0n && number > 0) ways = this.waysOf(0);
    if (isFlowProblem(ways)) return ways;
    const total = countFlow(ways);
    if (total === 0n) return { code: "no-ways" };
    const counts = weighFlow(ways, weights);
    const composed = this.compose(ways, counts, seedOf(seed, number));
    const answer = this.request.trades ? this.compose(ways, counts, seedOf(seed ^ ANSWER, number)).composed : null;
    return { number, seed, ...composed, answer, total };
  }

  private compose(ways: FlowWays, counts: FlowWays["counts"], seed: number): Pick<Round, "composed" | "pathProblem"> {
    const { variety, spec, surfaces } = this.request;
    const written = composeFlow(drawFlow(ways, counts, seed) ?? [], variety, seed);
    const placed = drawPaths(written, variety, spec, this.player, { surfaces, seed });
    return "code" in placed ? { composed: written, pathProblem: placed } : { composed: placed, pathProblem: null };
  }
}
