/** Draws rounds ahead in a worker, so that the next one is ready long before it is played. */

import { type FlowWeights, isTrouble, type Round, RoundMaker, type RoundRequest, type RoundTrouble } from "~/core/flow";
import { isEnded } from "~/workers/connection";
import type { FlowCount } from "~/workers/flow";
import { openFlow } from "~/workers/open";

/** Number of rounds drawn in advance. */
const AHEAD = 3;

type Answer = FlowCount | RoundTrouble;

export function isCounted(answer: Answer): answer is FlowCount {
  return !("code" in answer);
}

export class Drawer {
  private readonly worker = openFlow();
  private isCounting = false;
  private ready = new Map<number, Round>();
  private waiting = new Set<number>();
  private asked = 0;
  private request: RoundRequest | null = null;
  private local: RoundMaker | null = null;
  private seed = 0;

  /** Counts the ways of a new request. Null if another request came before the answer. */
  async open(request: RoundRequest): Promise<Answer | null> {
    const number = ++this.asked;
    // Requests that are no longer wanted aren't counted to the end.
    if (this.isCounting) this.close();
    this.isCounting = true;
    const answer = await this.orNull(this.worker.call((api) => api.open(request)));
    if (number !== this.asked || !answer) return null;
    this.isCounting = false;
    if (!isCounted(answer) || answer.total === 0n) return answer;
    this.request = request;
    this.local = null;
    this.reseed(this.seed);
    return answer;
  }

  /** From now on, other draws of the same request. */
  reseed(seed: number) {
    this.seed = seed;
    this.ready = new Map();
    this.waiting = new Set();
  }

  /** Makes sure this round and the next ones are drawn; forgets old ones. */
  ensure(from: number, weights: FlowWeights) {
    if (!this.request) return;
    const { ready, waiting } = this;
    for (const number of ready.keys()) if (number < from - 1) ready.delete(number);
    for (let number = from; number < from + AHEAD; number++) {
      if (ready.has(number) || waiting.has(number)) continue;
      waiting.add(number);
      void this.ensureNow(number, weights).finally(() => waiting.delete(number));
    }
  }

  /** A round as soon as it is drawn; null if the request has changed by then. */
  async ensureNow(number: number, weights: FlowWeights): Promise<Round | null> {
    const { seed, asked } = this;
    const known = this.ready.get(number);
    if (known || !this.request) return known ?? null;
    const made = await this.orNull(this.worker.call((api) => api.make(number, weights, seed)));
    if (!made || isTrouble(made) || asked !== this.asked || seed !== this.seed) return null;
    this.ready.set(number, made);
    return made;
  }

  /**
   * A round needed now. One that wasn't drawn in time is drawn here, without new paths over the kit, which is quick.
   */
  take(number: number, weights: FlowWeights): Round {
    const drawn = this.ready.get(number);
    if (drawn) return drawn;
    if (!this.request) throw new Error("nothing can be drawn");
    const { request } = this;
    this.local ??= new RoundMaker({
      ...request,
      variety: request.variety.map((one) => (one.path === "anew" ? { ...one, path: "kept" } : one)),
    });
    const made = this.local.make(number, weights, this.seed);
    if (isTrouble(made)) throw new Error(made.code);
    this.ready.set(number, made);
    return made;
  }

  /** The round, if it is already drawn. */
  peek(number: number): Round | null {
    return this.ready.get(number) ?? null;
  }

  close() {
    this.worker.end();
    this.isCounting = false;
    this.waiting = new Set();
  }

  /** Null for a request that this side cancelled. */
  private async orNull<Result>(answer: Promise<Result>): Promise<Result | null> {
    try {
      return await answer;
    } catch (error) {
      if (isEnded(error)) return null;
      throw error;
    }
  }
}
