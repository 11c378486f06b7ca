/**
 * A flow that goes round: which round is played when, at which tempo, what is called, what is heard of it and what becomes
 * of that. Pure: it is asked for scores, and told where the ear is.
 */

import type { Located } from "~/audio/schedule";
import { type Score, secondsPerTick } from "~/audio/score";
import type { Idea } from "~/core/flow";
import {
  type Call,
  type ComposedPlaying,
  countCards,
  type Heard,
  heardBy,
  hearJoin,
  hearPlaying,
  joinKey,
  type Round,
  type Shown,
  showCalls,
} from "~/core/flow";
import { type Hit, hearRepeat, type Measures, type Result, type Strictness } from "~/core/listening";
import { type Bpm, beatTicks, bpm, MAX_BPM, ticksToSeconds } from "~/core/time";
import { Listener } from "~/editor/listening/listener";
import type { FlowContent } from "~/library/flow/content";
import { makeClosing, makeRoundScore, type RoundScene, type RoundScore } from "./round-score";

/** Rounds that are kept at once: the one that is heard, and those about to be. */
const KEPT = 6;
/** Seconds after its last stroke could have come that a playing is judged. */
const SURE = 0.06;

/** A call, and the round that it is in. */
export interface RoundCall {
  readonly round: number;
  readonly index: number;
  readonly call: Call;
}

/** What the player sees at a moment. */
export interface Board {
  readonly round: number;
  /** "time": groove before the ideas; "answer": the other drummer plays. */
  readonly phase: "time" | "ideas" | "answer" | "closing";
  /** The call that is played; null between the ideas. */
  readonly playing: number | null;
  readonly shown: readonly Shown<RoundCall>[];
  /** Which of its playings it is, from 0, and which slot of that. */
  readonly time: number;
  readonly slot: number;
  /** Beats until the ideas come home; before them until they begin. */
  readonly beatsLeft: number;
  readonly tempo: Bpm;
}

/** A round that is over, as it was judged. */
export interface Done {
  readonly round: number;
  readonly result: Result;
  readonly measures: Measures | null;
  readonly tempo: Bpm;
  /** Seconds of the player's ideas. */
  readonly seconds: number;
}

export interface NamedIdea {
  readonly key: string;
  readonly name: string;
}

export interface FlowRunOptions {
  readonly scene: RoundScene;
  readonly ideas: readonly Idea[];
  /** The same ideas, as results are kept and as they are called. */
  readonly named: readonly NamedIdea[];
  readonly tempo: Bpm;
  readonly ladder: FlowContent["ladder"];
  readonly strictness: Strictness;
  /** The round of a number: drawn ahead, or at once. */
  readonly draw: (round: number) => Round;
}

/** A round that was asked for. */
interface Made {
  readonly round: Round;
  readonly scored: RoundScore;
  /** Its ideas, by their numbers. */
  readonly named: readonly NamedIdea[];
}

export class FlowRun {
  private readonly made = new Map<number, Made>();
  /** How many calls there were before each round. */
  private readonly before = new Map<number, number>([[0, 0]]);
  private readonly judged = new Map<number, Map<number, Result>>();
  /** Playings of each round that have been listened to, heard or not. */
  private readonly heardTo = new Map<number, number>();
  private tempoNow: Bpm;
  private cleanInRow = 0;
  readonly listener: Listener;
  readonly played = new Map<number, Hit[]>();
  readonly cards: number;

  constructor(private options: FlowRunOptions) {
    const { scene, ideas, tempo } = options;
    this.tempoNow = tempo;
    this.cards = countCards(ideas, beatTicks(scene.meter), ticksToSeconds(1, tempo, scene.meter));
    this.listener = new Listener((repeat) => {
      if (this.isClosing(repeat)) return { expectation: { strokes: [], gap: 1 as never }, tempo, length: 1 };
      const { expectation, score } = this.get(repeat).scored;
      return { expectation, tempo: score.tempo, length: score.arrangement.length * secondsPerTick(score) };
    });
  }

  /** Goes on with other ideas, rules or sound: rounds that were asked for stay as they are. */
  turnTo(options: FlowRunOptions) {
    if (options.tempo !== this.options.tempo) this.tempoNow = options.tempo;
    this.options = options;
  }

  isClosing(repeat: number): boolean {
    const { rounds } = this.options.scene.form;
    return rounds !== null && repeat >= rounds;
  }

  /** The score of a round; it keeps the draw and the tempo that it was first asked for with. */
  score(repeat: number): Score {
    if (!this.isClosing(repeat)) return this.get(repeat).scored.score;
    const last = this.get(repeat - 1).scored;
    return makeClosing(this.options.scene, last.crash, last.score.tempo);
  }

  get(number: number): Made {
    const known = this.made.get(number);
    if (known) return known;
    const { scene, draw, named } = this.options;
    const crash = this.made.get(number - 1)?.scored.crash ?? null;
    const round = draw(number);
    const made = { round, scored: makeRoundScore(scene, round, this.tempoNow, crash), named };
    this.made.set(number, made);
    this.before.set(number + 1, (this.before.get(number) ?? 0) + made.scored.calls.length);
    for (const old of this.made.keys()) {
      if (old >= number - KEPT) continue;
      this.made.delete(old);
      this.heardTo.delete(old);
    }
    return made;
  }

  /** The call of a number, over all rounds; null for what is not to come. */
  private callOf(number: number, from: number): RoundCall | null {
    for (let round = from; !this.isClosing(round); round++) {
      const before = this.before.get(round) ?? 0;
      const { calls } = this.get(round).scored;
      const call = calls[number - before];
      if (call) return { round, index: number - before, call };
      // A flow in which nothing is called has no next call.
      if (calls.length === 0 || round > from + 3) return null;
    }
    return null;
  }

  /** What stands on the board at a place in a round; -1 and 0 for the count-in. */
  board(round: number, at: number): Board {
    const here = Math.max(0, round);
    if (this.isClosing(here)) {
      const { tempo } = this.get(here - 1).scored.score;
      return { round: here, phase: "closing", playing: null, shown: [], time: 0, slot: 0, beatsLeft: 0, tempo };
    }
    const { calls, playings, ideasAt, ideasEnd, score, timeline } = this.get(here).scored;
    const { meter } = this.options.scene;
    const before = this.before.get(here) ?? 0;
    const place = round < 0 ? -1 : at - ideasAt;
    const phase = place < 0 ? "time" : at < ideasEnd ? "ideas" : "answer";
    const index = phase === "ideas" ? calls.findIndex((call) => place >= call.at && place < call.at + call.length) : -1;
    const call = calls[index];
    const next = calls.findIndex((one) => one.at > place);
    const first = call ? before + index : phase === "answer" || next < 0 ? before + calls.length : before + next;
    const playing = call
      ? playings.findIndex((one, number) => number >= call.from && number <= call.to && place < one.at + one.length)
      : -1;
    const slots = playings[playing];
    const slot = slots ? (timeline.slots.findLast((one) => one.at <= place)?.index ?? 0) - slots.from : 0;
    const end = phase === "time" ? ideasAt : phase === "ideas" ? ideasEnd : score.arrangement.length;
    return {
      round: here,
      phase,
      playing: call ? before + index : null,
      shown: showCalls(first, this.cards, (number) => this.callOf(number, here)),
      time: call && playing >= 0 ? playing - call.from : 0,
      slot,
      beatsLeft: Math.ceil((end - Math.max(0, round < 0 ? 0 : at)) / beatTicks(meter) - 1e-6),
      tempo: score.tempo,
    };
  }

  /** Judges what has surely been played by now, each playing and each join once. */
  hear(located: Located): Heard[] {
    const heard: Heard[] = [];
    for (const round of [located.repeat - 1, located.repeat]) {
      if (round < 0 || this.isClosing(round) || !this.made.has(round)) continue;
      const seconds = round === located.repeat ? located.seconds : Number.POSITIVE_INFINITY;
      heard.push(...this.hearRound(round, seconds, this.listener.heardOf(round)));
    }
    return heard;
  }

  private hearRound(round: number, seconds: number, hits: readonly Hit[]): Heard[] {
    const { scored, named } = this.get(round);
    const { expectation, playings } = scored;
    const { strictness } = this.options;
    const results = this.resultsOf(round);
    const heard: Heard[] = [];
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

  /** Rounds that are over: what was heard last of them, how they were as a whole, and in how many nothing could be judged. */
  close(located: Located): { readonly heard: Heard[]; readonly done: Done[]; readonly missed: number } {
    const heard: Heard[] = [];
    const done: Done[] = [];
    let missed = 0;
    for (const over of this.listener.close(located)) {
      if (this.isClosing(over.repeat) || !this.made.has(over.repeat)) continue;
      heard.push(...this.hearRound(over.repeat, Number.POSITIVE_INFINITY, over.hits));
      const { measures } = hearRepeat(over.expectation, over.hits, this.options.strictness);
      const one = this.sumUp(over.repeat, measures);
      if (one) done.push(one);
      else if (over.expectation.strokes.length > 0) missed++;
    }
    return { heard, done, missed };
  }

  /** A round as a whole: as clean as its least clean idea. Null where nothing of it was judged. */
  private sumUp(round: number, measures: Measures | null): Done | null {
    const results = [...this.resultsOf(round).values()];
    this.judged.delete(round);
    if (results.length === 0) return null;
    const result = results.includes("no") ? "no" : results.includes("nearly") ? "nearly" : "clean";
    const { score, ideasAt, ideasEnd } = this.get(round).scored;
    this.climb(result);
    return { round, result, measures, tempo: score.tempo, seconds: (ideasEnd - ideasAt) * secondsPerTick(score) };
  }

  private climb(result: Result) {
    const { ladder } = this.options;
    this.cleanInRow = result === "clean" ? this.cleanInRow + 1 : 0;
    if (!ladder || this.cleanInRow < ladder.every) return;
    this.cleanInRow = 0;
    const up = ladder.to >= this.tempoNow;
    const next = up ? Math.min(ladder.to, this.tempoNow + ladder.by) : Math.max(ladder.to, this.tempoNow - ladder.by);
    this.tempoNow = bpm(Math.min(MAX_BPM, next));
  }

  /**
   * The player's own judgement: of the call that is more than half over, else of the one before it. Null where there is
   * none, or it has been judged.
   */
  rate(round: number, at: number, result: Result): Heard[] | null {
    const found = this.callToRate(round, at);
    if (!found) return null;
    const { scored, named } = this.get(found.round);
    const { playings } = scored;
    const results = this.resultsOf(found.round);
    if (results.has(found.call.from)) return null;
    for (let index = found.call.from; index <= found.call.to; index++) results.set(index, result);
    const { idea } = found.call;
    const before = playings[found.call.from - 1];
    const joins: Heard[] =
      result === "clean" && before
        ? [{ of: "join", key: joinKey(keyOf(named, before.idea), keyOf(named, idea)), result }]
        : [];
    return [{ of: "idea", key: keyOf(named, idea), result }, ...joins];
  }

  /** The player stumbled where that call began. */
  rateJoin(round: number, at: number): Heard[] | null {
    const found = this.callToRate(round, at);
    if (!found) return null;
    const { scored, named } = this.get(found.round);
    const before = scored.playings[found.call.from - 1];
    const results = this.resultsOf(found.round);
    // A join is judged beside the playing that it leads into.
    const place = -1 - found.call.from;
    if (!before || results.has(place)) return null;
    results.set(place, "no");
    return [{ of: "join", key: joinKey(keyOf(named, before.idea), keyOf(named, found.call.idea)), result: "no" }];
  }

  private callToRate(round: number, at: number): RoundCall | null {
    if (round < 0 || this.isClosing(round)) return this.lastCall(round - 1);
    const { calls, ideasAt } = this.get(round).scored;
    const place = at - ideasAt;
    const index = calls.findLastIndex((call) => place >= call.at + call.length / 2);
    const call = calls[index];
    return call ? { round, index, call } : this.lastCall(round - 1);
  }

  private lastCall(round: number): RoundCall | null {
    if (round < 0 || !this.made.has(round)) return null;
    const { calls } = this.get(round).scored;
    const call = calls.at(-1);
    return call ? { round, index: calls.length - 1, call } : null;
  }

  /** Rounds before this one that the player has judged, once each. */
  closeRated(round: number): Done[] {
    return [...this.judged.keys()]
      .filter((number) => number < round - 1 || (number < round && this.isClosing(round)))
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
