/** Judges a flow as it is heard, or by the player, idea by idea and round by round. */

import type { Located } from "~/audio/schedule";
import { secondsPerTick } from "~/audio/score";
import { type ComposedPlaying, type FlowEvent, heardBy, hearJoin, hearPlaying, joinKey } from "~/core/flow";
import { type Expectation, type Hit, hearRepeat, type Measures, type Result, type Strictness } from "~/core/listening";
import { type Bpm, seconds } from "~/core/time";
import { Listener, type Simulated } from "~/listening/listener";
import type { MadeRound, NamedIdea, RoundCall } from "./run";

/** A playing is judged this many seconds after its last stroke could have come. */
const SURE = 0.06;
/** In the bar after the last round. */
const NOTHING: Expectation = { strokes: [], gap: seconds(1) };

/** A finished round with its judgement. */
export interface FinishedRound {
  readonly round: number;
  readonly result: Result;
  readonly measures: Measures | null;
  readonly tempo: Bpm;
  /** Duration of the player's ideas in seconds. */
  readonly seconds: number;
}

/** The judged rounds. */
interface JudgedRounds {
  readonly strictness: Strictness;
  /** The tempo in bpm of the next request. */
  readonly tempo: Bpm;
  /** Whether a round was requested, and isn't long over. */
  has(number: number): boolean;
  get(number: number): MadeRound;
  isClosing(number: number): boolean;
  /** Reports a round's result, for the tempo of the following ones. */
  climb(result: Result): void;
}

export class Judge implements Simulated {
  private readonly judged = new Map<number, Map<number, Result>>();
  /** Playings of each round that were listened to, heard or not. */
  private readonly heardTo = new Map<number, number>();
  readonly listener: Listener;
  readonly played = new Map<number, Hit[]>();

  constructor(private readonly rounds: JudgedRounds) {
    this.listener = new Listener((repeat) => {
      if (rounds.isClosing(repeat)) return { expectation: NOTHING, tempo: rounds.tempo, length: 1 };
      const { expectation, score } = rounds.get(repeat).scored;
      return { expectation, tempo: score.tempo, length: score.arrangement.length * secondsPerTick(score) };
    });
  }

  /** Judges everything that has surely been played by now, each playing and each join once. */
  hear(located: Located): FlowEvent[] {
    const heard: FlowEvent[] = [];
    for (const round of [located.repeat - 1, located.repeat]) {
      if (round < 0 || this.rounds.isClosing(round) || !this.rounds.has(round)) continue;
      const seconds = round === located.repeat ? located.seconds : Number.POSITIVE_INFINITY;
      heard.push(...this.hearRound(round, seconds, this.listener.heardOf(round)));
    }
    return heard;
  }

  private hearRound(round: number, seconds: number, hits: readonly Hit[]): FlowEvent[] {
    const { scored, named } = this.rounds.get(round);
    const { expectation, playings } = scored;
    const { strictness } = this.rounds;
    const results = this.resultsOf(round);
    const heard: FlowEvent[] = [];
    for (let index = this.heardTo.get(round) ?? 0; index < playings.length; index++) {
      const playing = playings[index] as ComposedPlaying;
      const by = heardBy(expectation, playing);
      if (by !== null && by + SURE > seconds) break;
      this.heardTo.set(round, index + 1);
      const key = keyOf(named, playing.idea);
      const result = hearPlaying(expectation, hits, playing, strictness);
      if (result) {
        results.set(index, result);
        heard.push({ of: "idea", key, result });
      }
      const last = playings[index - 1];
      if (!last || last.idea === playing.idea) continue;
      const join = hearJoin(expectation, hits, last, playing, strictness);
      if (join) heard.push({ of: "join", key: joinKey(keyOf(named, last.idea), key), result: join });
    }
    return heard;
  }

  /** Finished rounds: their last results, their overall results, and the number of rounds without anything to judge. */
  close(located: Located): { readonly heard: FlowEvent[]; readonly done: FinishedRound[]; readonly missed: number } {
    const heard: FlowEvent[] = [];
    const done: FinishedRound[] = [];
    let missed = 0;
    for (const over of this.listener.close(located)) {
      if (this.rounds.isClosing(over.repeat) || !this.rounds.has(over.repeat)) continue;
      heard.push(...this.hearRound(over.repeat, Number.POSITIVE_INFINITY, over.hits));
      const { measures } = hearRepeat(over.expectation, over.hits, this.rounds.strictness);
      const one = this.sumUp(over.repeat, measures);
      if (one) done.push(one);
      else if (over.expectation.strokes.length > 0) missed++;
    }
    return { heard, done, missed };
  }

  /** A whole round: as clean as its least clean idea. Null if nothing in it was judged. */
  private sumUp(round: number, measures: Measures | null): FinishedRound | null {
    const results = [...this.resultsOf(round).values()];
    this.judged.delete(round);
    for (const old of this.heardTo.keys()) if (old < round) this.heardTo.delete(old);
    if (results.length === 0) return null;
    const result = results.includes("no") ? "no" : results.includes("nearly") ? "nearly" : "clean";
    const { score, ideasAt, ideasEnd } = this.rounds.get(round).scored;
    this.rounds.climb(result);
    return { round, result, measures, tempo: score.tempo, seconds: (ideasEnd - ideasAt) * secondsPerTick(score) };
  }

  /**
   * The player's own judgement of the call that is more than half over, otherwise of the previous one. Null if there is
   * none, or it has been judged.
   */
  rate(round: number, at: number, result: Result): FlowEvent[] | null {
    const found = this.callToRate(round, at);
    if (!found) return null;
    const { scored, named } = this.rounds.get(found.round);
    const { playings } = scored;
    const results = this.resultsOf(found.round);
    if (results.has(found.call.from)) return null;
    for (let index = found.call.from; index <= found.call.to; index++) results.set(index, result);
    const { idea } = found.call;
    const before = playings[found.call.from - 1];
    const joins: FlowEvent[] =
      result === "clean" && before
        ? [{ of: "join", key: joinKey(keyOf(named, before.idea), keyOf(named, idea)), result }]
        : [];
    return [{ of: "idea", key: keyOf(named, idea), result }, ...joins];
  }

  /** The player stumbled at the start of that call. */
  rateJoin(round: number, at: number): FlowEvent[] | null {
    const found = this.callToRate(round, at);
    if (!found) return null;
    const { scored, named } = this.rounds.get(found.round);
    const before = scored.playings[found.call.from - 1];
    const results = this.resultsOf(found.round);
    // A join is judged with the playing it leads into.
    const place = -1 - found.call.from;
    if (!before || results.has(place)) return null;
    results.set(place, "no");
    return [{ of: "join", key: joinKey(keyOf(named, before.idea), keyOf(named, found.call.idea)), result: "no" }];
  }

  private callToRate(round: number, at: number): RoundCall | null {
    if (round < 0 || this.rounds.isClosing(round)) return this.lastCall(round - 1);
    const { calls, ideasAt } = this.rounds.get(round).scored;
    const place = at - ideasAt;
    const index = calls.findLastIndex((call) => place >= call.at + call.length / 2);
    const call = calls[index];
    return call ? { round, index, call } : this.lastCall(round - 1);
  }

  private lastCall(round: number): RoundCall | null {
    if (round < 0 || !this.rounds.has(round)) return null;
    const { calls } = this.rounds.get(round).scored;
    const call = calls.at(-1);
    return call ? { round, index: calls.length - 1, call } : null;
  }

  /** Earlier rounds that the player has judged, each once. */
  closeRated(round: number): FinishedRound[] {
    return [...this.judged.keys()]
      .filter((number) => number < round - 1 || (number < round && this.rounds.isClosing(round)))
      .flatMap((number) => this.sumUp(number, null) ?? []);
  }

  private resultsOf(round: number): Map<number, Result> {
    const known = this.judged.get(round) ?? new Map<number, Result>();
    this.judged.set(round, known);
    return known;
  }
}

function keyOf(named: readonly NamedIdea[], idea: number): string {
  return named[idea]?.key ?? "";
}
