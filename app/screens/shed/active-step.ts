/** The loop while a step is practised: its scores, the hits of each repeat, and the simulated drummer's playing. */

import { secondsPerTick } from "~/audio/score";
import { type Hit, type Strictness, thresholdsFor } from "~/core/listening";
import type { KitVoice } from "~/core/stroke";
import type { Bpm, Seconds } from "~/core/time";
import { Listener } from "~/listening/listener";
import type { SlotMark } from "~/views/lighting";
import { makeStepScore, type StepScene, type StepScore } from "./step-score";

/** Number of scores kept. */
const KEPT_SCORES = 8;

/** The current loop: a score per repeat, made on demand at that repeat's tempo. */
export class ActiveStep {
  /** By tempo, if all repeats at one tempo are the same; otherwise by repeat. */
  private made = new Map<string, StepScore>();
  private readonly tempos = new Map<number, Bpm>();
  readonly listener: Listener;
  readonly played = new Map<number, Hit[]>();
  readonly rated = new Set<number>();

  constructor(
    private scene: StepScene,
    /** How often the audio and page clocks had drifted apart so far. */
    public jumps: number,
    private readonly tempoNow: () => Bpm,
  ) {
    this.listener = new Listener((repeat) => {
      const { expectation, score } = this.get(repeat);
      return { expectation, tempo: score.tempo, length: score.arrangement.length * secondsPerTick(score) };
    });
  }

  /** Continues the same step with other sound; tempos and hits stay. */
  turnTo(scene: StepScene) {
    if (scene === this.scene) return;
    this.scene = scene;
    this.made = new Map();
  }

  /** A repeat keeps the tempo of its first request. */
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

  /** Whether the phrase has a stroke there. */
  expects(place: KitVoice): boolean {
    return this.get(0).expectation.strokes.some((stroke) => stroke.place === place);
  }

  /** A hit relative to its stroke. `offset`: seconds after it. */
  markOf(offset: Seconds, strictness: Strictness): SlotMark {
    const { gap, strokes } = this.get(0).expectation;
    const { fromClick } = thresholdsFor(strictness, gap, strokes.length);
    return Math.abs(offset) <= fromClick ? "on" : offset < 0 ? "early" : "late";
  }
}
