/** A sitting at one fill: what is trained, on what, and how it stands. */

import type { Located } from "~/audio/schedule";
import type { ScoreSource } from "~/audio/score";
import type { Fault, Measures, Result } from "~/core/listening";
import type { Under } from "~/core/player";
import type { Plan, PlannedStep, PlannedWork, TempoChange } from "~/core/practice";
import type { Listening } from "~/formats/listening";
import type { PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
import type { SlotMark } from "~/views/lighting";
import type { StepScene } from "./step-score";

/** What is trained, and how it is listened to. */
export interface Subject extends Omit<StepScene, "step" | "playsAlong"> {
  readonly fillId: string;
  readonly name: string;
  readonly under: Under;
  readonly listening: Listening;
}

/** What the trainer plays on, and what keeps its records. */
export interface TrainerDependencies {
  readonly play: (source: ScoreSource) => void;
  readonly stop: () => void;
  /** Where a moment of the page, in milliseconds, lies in what sounds; null when nothing does. */
  readonly locate: (page: number) => Located | null;
  /** How often sound and page have lost each other. */
  readonly clockJumps: () => number;
  readonly mark: (slot: number, mark: SlotMark) => void;
  readonly clearMarks: () => void;
  /** Changes the plan that is kept. False when it could not be, and `now` is held. */
  readonly keepPlan: (change: (before: PlanRow) => PlanRow, now: () => PlanRow) => Promise<boolean>;
  readonly keepRun: (run: Run) => Promise<boolean>;
  /** Milliseconds: of the page, and since 1970. */
  readonly pageNow: () => number;
  readonly now: () => number;
}

/** The last repeat that was judged. */
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

/** What could not be used of what was heard, in this sitting. */
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

/** A sitting at the fill. */
export interface Training {
  readonly plan: PlanRow;
  readonly told: LastVerdict | null;
  readonly odd: InputWarnings;
  /** Whether all of it is kept. */
  readonly isSaved: boolean;
  /** How often in a row the tempo had to come down. */
  readonly downs: number;
  /** The step that comes next, while it is not begun. */
  readonly waiting: PlannedStep | null;
  /** The number of the repeat that sounds. */
  readonly repeat: number;
  /** From here on all follows from plan and subject. */
  readonly made: Plan;
  readonly work: PlannedWork;
  readonly step: PlannedStep | null;
  readonly scene: StepScene | null;
  /** What sounds, repeat by repeat; another one when there is something else to be heard. */
  readonly source: ScoreSource;
}
export type Derived = Pick<Training, "made" | "work" | "step" | "scene" | "source">;
