/** How far a player is with a lesson, by the plans of its fills. */

import type { PlanRow } from "../practice/plan";
import type { LessonContent, LessonFill } from "./content";

export interface LessonProgress {
  readonly learned: number;
  /** Begun and not learned. */
  readonly begun: number;
  readonly of: number;
  /** The first one that is not learned; null for a lesson that is, or has no fills. */
  readonly next: LessonFill | null;
}

type KnownPlan = Pick<PlanRow, "steps" | "passed" | "learned">;

export function isLearned(plan: KnownPlan | undefined): boolean {
  return plan !== undefined && (plan.learned !== null || (plan.steps > 0 && plan.passed >= plan.steps));
}

/** `plans`: by the id of their fill. */
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
