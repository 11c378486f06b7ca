/** Flows off the main thread: how many ways there are, what stands in the way where there is none, and rounds as they are wanted. */

import { expose } from "comlink";
import {
  countFlow,
  type FlowLoosened,
  type FlowWeights,
  isFlowProblem,
  listFittingBars,
  loosenFlow,
  type Round,
  RoundMaker,
  type RoundRequest,
  type RoundTrouble,
} from "~/core/flow";
import { makePlayer } from "~/core/player";

export interface FlowCount {
  readonly total: bigint;
  /** With no way: the smallest sets of rules to loosen; null when more than a few would have to go. */
  readonly loosen: readonly (readonly FlowLoosened[])[] | null;
  /** With no way: numbers of bars that these ideas would fill, the nearest first. */
  readonly bars: readonly number[];
}

let rounds: RoundMaker | null = null;

const api = {
  /** From now on rounds are drawn from this; says how many ways there are. */
  open(asked: RoundRequest): FlowCount | RoundTrouble {
    rounds = new RoundMaker(asked);
    const ways = rounds.waysOf(0);
    if (isFlowProblem(ways)) return ways;
    const total = countFlow(ways);
    if (total > 0n) return { total, loosen: [], bars: [] };
    const { spec, player: who } = asked;
    const player = makePlayer(who.kit, who.limits, who.hands);
    return { total, loosen: loosenFlow(spec, player), bars: listFittingBars(spec, player) };
  },
  /** A round of what was opened last; null before anything was. */
  make(number: number, weights: FlowWeights, seed: number): Round | RoundTrouble | null {
    return rounds?.make(number, weights, seed) ?? null;
  },
};
export type FlowApi = typeof api;
expose(api);
