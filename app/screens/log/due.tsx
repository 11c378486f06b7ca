import { Link } from "react-router";
import type { FillRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import type { PlanRow } from "~/library/practice/plan";
import { sayDay } from "./summaries";

/** What is learned, and when its review is due. */
export function Due({
  plans,
  fills,
  today,
}: {
  readonly plans: readonly PlanRow[];
  readonly fills: readonly FillRow[];
  readonly today: number;
}) {
  const learned = plans
    .flatMap(({ id, learned: state, best }) => (state ? [{ id, due: state.due, best }] : []))
    .sort((a, b) => a.due - b.due);
  return (
    <section className="panel px-4 py-2.5" aria-label="Reviews">
      <h2 className="text-lg">Reviews</h2>
      {learned.length === 0 ? (
        <p className="text-sm quiet mt-1">Once you have learned all steps of a fill, its reviews show here.</p>
      ) : (
        <ul className="mt-1 divide-y divide-base-300">
          {learned.map(({ id, due, best }) => (
            <li key={id} className="py-1.5 flex flex-wrap gap-x-3 items-baseline">
              <Link to={addressOf(id, "shed")} className="font-semibold hover:underline">
                {fills.find((fill) => fill.id === id)?.content.name || "Deleted fill"}
              </Link>
              <span className="text-sm quiet">{best ? `clean at ${Math.round(best)}` : ""}</span>
              <span className={`ml-auto text-sm ${due <= today ? "font-semibold text-primary" : ""}`}>
                {due < today ? `overdue since ${sayDay(due)}` : due === today ? "due today" : sayDay(due)}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
