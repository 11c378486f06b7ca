/** A player's progress in a lesson, from the plans of its fills. */

import type { PlanRow } from "../practice/plan";
import type { LessonContent, LessonFill } from "./content";

export interface LessonProgress {
  readonly learned: number;
  /** Started but not learned. */
  readonly begun: number;
  readonly of: number;
  /** The first fill that isn't learned; null if all are, or there are none. */
  readonly next: LessonFill | null;
}

type KnownPlan = Pick<PlanRow, "steps" | "passed" | "learned">;

export function isLearned(plan: KnownPlan | undefined): boolean {
  return plan !== undefined && (plan.learned !== null || (plan.steps > 0 && plan.passed >= plan.steps));
}

/** `plans`: by fill id. */
export function lessonProgress({ items }: LessonContent, plans: ReadonlyMap<string, KnownPlan>): LessonProgress {
  const fills = items.filter((item): item is LessonFill => item.kind === "fill");
  const learned = fills.filter(({ of }) => isLearned(plans.get(of)));
  const begun = fills.filter(({ of }) => !isLearned(plans.get(of)) && (plans.get(of)?.passed ?? 0) > 0);
  return {
    learned: learned.length,
    begun: begun.length,
    of: fills.length,
    next: fills.find(({ of }) => !isLearned(plans.get(of))) ?? null,
  };
}
