/** Flows off the main thread: the number of ways, what prevents them if there are none, and rounds on demand. */

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
  /** If there is no way: the smallest sets of rules to relax; null if too many rules are involved. */
  readonly loosen: readonly (readonly FlowLoosened[])[] | null;
  /** If there is no way: bar counts these ideas would fill, nearest first. */
  readonly bars: readonly number[];
}

let rounds: RoundMaker | null = null;

const api = {
  /** From now on, rounds are drawn from this; returns the number of ways. */
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
  /** A round of the latest request; null before any. */
  make(number: number, weights: FlowWeights, seed: number): Round | RoundTrouble | null {
    return rounds?.make(number, weights, seed) ?? null;
  },
};
export type FlowApi = typeof api;
expose(api);
