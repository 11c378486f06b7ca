import { Link } from "react-router";
import type { LessonRow } from "~/library/database";
import { lessonProgress } from "~/library/lesson/progress";
import type { PlanRow } from "~/library/practice/plan";

interface LessonsSoFarProps {
  readonly lessons: readonly LessonRow[];
  readonly plans: readonly PlanRow[];
}

/** The player's progress with each lesson. */
export function LessonsSoFar({ lessons, plans }: LessonsSoFarProps) {
  const byId = new Map(plans.map((plan) => [plan.id, plan]));
  const shown = lessons.flatMap(({ id, content }) => {
    const progress = lessonProgress(content, byId);
    return progress.of > 0 ? [{ id, name: content.name || "Untitled lesson", ...progress }] : [];
  });
  if (shown.length === 0) return null;
  return (
    <section className="panel px-4 py-2.5" aria-label="Lessons">
      <h2 className="text-lg">Lessons</h2>
      <ul className="mt-1 divide-y divide-base-300">
        {shown.map(({ id, name, learned, of }) => (
          <li key={id} className="py-1.5 flex flex-wrap gap-x-3 items-baseline">
            <Link to={`/lessons/${id}`} className="font-semibold hover:underline">
              {name}
            </Link>
            <span className="text-sm quiet ml-auto">
              {learned} of {of} learned
            </span>
            <progress
              className="progress progress-accent w-full"
              value={learned}
              max={of}
              aria-label={`${name}: learned`}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
