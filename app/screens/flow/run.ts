/**
 * A running flow: which round plays when, at which tempo, and the calls. Pure: callers ask for scores, and report the
 * playback position.
 */

import type { Score } from "~/audio/score";
import { type Call, countCards, type Idea, type Round, type ShownCall, showCalls } from "~/core/flow";
import type { Result, Strictness } from "~/core/listening";
import { type Bpm, beatTicks, bpm, MAX_BPM, ticksToSeconds } from "~/core/time";
import type { FlowContent } from "~/library/flow/content";
import { Judge } from "./judge";
import { makeClosing, makeRoundScore, type RoundScene, type RoundScore } from "./round-score";

/** Number of rounds kept: the current one, and the next ones. */
const KEPT = 6;

/** A call and its round. */
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
  /** The current call; null between ideas. */
  readonly playing: number | null;
  readonly shown: readonly ShownCall<RoundCall>[];
  /** Its current playing, from 0, and the slot of that playing. */
  readonly time: number;
  readonly slot: number;
  /** Beats until the ideas resolve; before them, until they start. */
  readonly beatsLeft: number;
  readonly tempo: Bpm;
}

export interface NamedIdea {
  readonly key: string;
  readonly name: string;
}

export interface FlowRunOptions {
  readonly scene: RoundScene;
  readonly ideas: readonly Idea[];
  /** The same ideas for results and for calls. */
  readonly named: readonly NamedIdea[];
  readonly tempo: Bpm;
  readonly ladder: FlowContent["ladder"];
  readonly strictness: Strictness;
  /** The round with this number: drawn in advance, or now. */
  readonly draw: (round: number) => Round;
}

/** A requested round. */
export interface MadeRound {
  readonly round: Round;
  readonly scored: RoundScore;
  /** Its ideas, by index. */
  readonly named: readonly NamedIdea[];
}

export class FlowRun {
  private readonly made = new Map<number, MadeRound>();
  /** Number of calls before each round. */
  private readonly before = new Map<number, number>([[0, 0]]);
  private tempoNow: Bpm;
  private cleanInRow = 0;
  readonly cards: number;
  readonly judge = new Judge(this);

  constructor(private options: FlowRunOptions) {
    const { scene, ideas, tempo } = options;
    this.tempoNow = tempo;
    this.cards = countCards(ideas, beatTicks(scene.meter), ticksToSeconds(1, tempo, scene.meter));
  }

  /** Continues with other ideas, rules or sound: requested rounds stay as they are. */
  turnTo(options: FlowRunOptions) {
    if (options.tempo !== this.options.tempo) this.tempoNow = options.tempo;
    this.options = options;
  }

  get tempo(): Bpm {
    return this.tempoNow;
  }

  get strictness(): Strictness {
    return this.options.strictness;
  }

  has(number: number): boolean {
    return this.made.has(number);
  }

  isClosing(repeat: number): boolean {
    const { rounds } = this.options.scene.form;
    return rounds !== null && repeat >= rounds;
  }

  /** The score of a round; it keeps the draw and tempo of the first request. */
  score(repeat: number): Score {
    if (!this.isClosing(repeat)) return this.get(repeat).scored.score;
    const last = this.get(repeat - 1).scored;
    return makeClosing(this.options.scene, last.crash, last.score.tempo);
  }

  get(number: number): MadeRound {
    const known = this.made.get(number);
    if (known) return known;
    const { scene, draw, named } = this.options;
    const crash = this.made.get(number - 1)?.scored.crash ?? null;
    const round = draw(number);
    const made = { round, scored: makeRoundScore(scene, round, this.tempoNow, crash), named };
    this.made.set(number, made);
    this.before.set(number + 1, (this.before.get(number) ?? 0) + made.scored.calls.length);
    for (const old of this.made.keys()) if (old < number - KEPT) this.made.delete(old);
    return made;
  }

  /** The call with this number, over all rounds; null if there will be none. */
  private callOf(number: number, from: number): RoundCall | null {
    for (let round = from; !this.isClosing(round); round++) {
      const before = this.before.get(round) ?? 0;
      const { calls } = this.get(round).scored;
      const call = calls[number - before];
      if (call) return { round, index: number - before, call };
      // A flow without calls has no next call.
      if (calls.length === 0 || round > from + 3) return null;
    }
    return null;
  }

  /** The board at a position in a round; -1 and 0 for the count-in. */
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

  /** A round was judged: the ladder may advance. */
  climb(result: Result) {
    const { ladder } = this.options;
    this.cleanInRow = result === "clean" ? this.cleanInRow + 1 : 0;
    if (!ladder || this.cleanInRow < ladder.every) return;
    this.cleanInRow = 0;
    const up = ladder.to >= this.tempoNow;
    const next = up ? Math.min(ladder.to, this.tempoNow + ladder.by) : Math.max(ladder.to, this.tempoNow - ladder.by);
    this.tempoNow = bpm(Math.min(MAX_BPM, next));
  }
}
