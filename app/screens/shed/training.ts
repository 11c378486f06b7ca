/** A practice session of one fill: its subject, its dependencies, and its state. */

import type { Located } from "~/audio/schedule";
import type { ScoreSource } from "~/audio/score";
import type { Fault, Measures, Result } from "~/core/listening";
import type { Ostinato } from "~/core/player";
import type { Plan, PlannedStep, PlannedWork, TempoChange } from "~/core/practice";
import type { Listening } from "~/formats/listening";
import type { PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
import type { SlotMark } from "~/views/lighting";
import type { StepScene } from "./step-score";

/** What is trained, and the listening settings. */
export interface Subject extends Omit<StepScene, "step" | "playsAlong"> {
  readonly fillId: string;
  readonly name: string;
  readonly ostinato: Ostinato;
  readonly listening: Listening;
}

/** What the trainer plays with, and where it stores records. */
export interface TrainerDependencies {
  readonly play: (source: ScoreSource) => void;
  readonly stop: () => void;
  /** The playback position of a moment on the page's clock in milliseconds; null if nothing is playing. */
  readonly locate: (page: number) => Located | null;
  /** How often the audio and page clocks have drifted apart. */
  readonly clockJumps: () => number;
  readonly mark: (slot: number, mark: SlotMark) => void;
  readonly clearMarks: () => void;
  /** Changes the stored plan. False if that fails, and `now` is held. */
  readonly keepPlan: (change: (before: PlanRow) => PlanRow, now: () => PlanRow) => Promise<boolean>;
  readonly keepRun: (run: Run) => Promise<boolean>;
  /** Milliseconds: on the page's clock, and since 1970. */
  readonly pageNow: () => number;
  readonly now: () => number;
}

/** The last judged repeat. */
export interface LastVerdict {
  readonly result: Result;
  readonly by: Run["by"];
  readonly step: PlannedStep;
  readonly tempo: number;
  readonly nextTempo: number;
  readonly change: TempoChange;
  readonly faults: readonly Fault[];
  readonly measures: Measures | null;
  /** The step to go back to. */
  readonly back: PlannedStep | null;
}

/** Hits that could not be used in this session. */
export interface InputWarnings {
  readonly countIn: number;
  readonly doubled: number;
  readonly unknown: number | null;
  readonly silent: number;
  readonly jumped: number;
  readonly flood: boolean;
  readonly idle: number;
}
export const NOTHING_ODD: InputWarnings = {
  countIn: 0,
  doubled: 0,
  unknown: null,
  silent: 0,
  jumped: 0,
  flood: false,
  idle: 0,
};

/** A practice session of the fill. */
export interface Training {
  readonly plan: PlanRow;
  readonly told: LastVerdict | null;
  readonly odd: InputWarnings;
  /** Whether everything is saved. */
  readonly isSaved: boolean;
  /** How many times in a row the tempo had to come down. */
  readonly downs: number;
  /** The next step, until it starts. */
  readonly waiting: PlannedStep | null;
  /** The number of the playing repeat. */
  readonly repeat: number;
  /** From here on, everything follows from plan and subject. */
  readonly made: Plan;
  readonly work: PlannedWork;
  readonly step: PlannedStep | null;
  readonly scene: StepScene | null;
  /** The sound of each repeat; a new function when the sound changes. */
  readonly source: ScoreSource;
}
export type Derived = Pick<Training, "made" | "work" | "step" | "scene" | "source">;
