/** What goes round while a step is practised: its scores, what is heard of each repeat, what the simulated drummer plays. */

import { secondsPerTick } from "~/audio/score";
import { type Hit, type Strictness, thresholdsFor } from "~/core/listening";
import type { KitVoice } from "~/core/stroke";
import type { Bpm, Seconds } from "~/core/time";
import { Listener } from "~/editor/listening/listener";
import type { SlotMark } from "~/views/lighting";
import { makeStepScore, type StepScene, type StepScore } from "./step-score";

/** Scores that are kept at once. */
const KEPT_SCORES = 8;

/** What goes round at the moment: a score for each repeat, made when it is wanted, at the tempo of that time. */
export class ActiveStep {
  /** By tempo, where all repeats at one are the same; else by repeat. */
  private made = new Map<string, StepScore>();
  private readonly tempos = new Map<number, Bpm>();
  readonly listener: Listener;
  readonly played = new Map<number, Hit[]>();
  readonly rated = new Set<number>();

  constructor(
    private scene: StepScene,
    /** How often sound and page had lost each other by now. */
    public jumps: number,
    private readonly tempoNow: () => Bpm,
  ) {
    this.listener = new Listener((repeat) => {
      const { expectation, score } = this.get(repeat);
      return { expectation, tempo: score.tempo, length: score.arrangement.length * secondsPerTick(score) };
    });
  }

  /** Goes on with the same step heard otherwise; tempos and what was played stay. */
  turnTo(scene: StepScene) {
    if (scene === this.scene) return;
    this.scene = scene;
    this.made = new Map();
  }

  /** A repeat keeps the tempo that it was first asked for at. */
  get(repeat: number): StepScore {
    const tempo = this.tempos.get(repeat) ?? this.tempoNow();
    this.tempos.set(repeat, tempo);
    const key = this.scene.step.kind === "between" ? `${tempo} ${repeat}` : `${tempo}`;
    const known = this.made.get(key);
    if (known) return known;
    const made = makeStepScore(this.scene, tempo, repeat);
    if (this.made.size >= KEPT_SCORES) this.made.clear();
    this.made.set(key, made);
    return made;
  }

  /** Whether what is played has a stroke there. */
  expects(place: KitVoice): boolean {
    return this.get(0).expectation.strokes.some((stroke) => stroke.place === place);
  }

  /** How a hit stands to its stroke. `offset`: seconds after it. */
  markOf(offset: Seconds, strictness: Strictness): SlotMark {
    const { gap, strokes } = this.get(0).expectation;
    const { fromClick } = thresholdsFor(strictness, gap, strokes.length);
    return Math.abs(offset) <= fromClick ? "on" : offset < 0 ? "early" : "late";
  }
}
