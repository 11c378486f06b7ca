import type { SearchContent } from "~/library/search/content";
import { describeCount, describeLoosened, describeRoughly, describeRule, describeTrouble } from "~/words/search";
import { placeSayer } from "./draft";
import type { SearchRun } from "./use-search";

/** The number of ways, always visible; or why there is none, and what to do. */
export function Count({ search, content }: { search: SearchRun; content: SearchContent }) {
  const { state, cancel, again } = search;
  const busy = state.status === "running";
  const { total, problem } = state;
  const rules = content.rules.map((rule) => describeRule(rule, placeSayer(content)));
  const pool = content.pool.map(({ name, text }) => name || text);
  return (
    <section
      aria-label="How many ways"
      className="panel relative px-4 py-3 min-h-[5.4rem] max-lg:min-h-[6.9rem] max-sm:min-h-[8.9rem] content-start flex flex-wrap items-center gap-x-4 gap-y-1"
    >
      <div className="flex-1 min-w-0" role="status" aria-busy={busy}>
        {state.status === "died" ? (
          <Trouble words="The search stopped unexpectedly. The browser may be out of memory. Your rules are safe. Try again with fewer forms or a shorter space." />
        ) : state.status === "cancelled" ? (
          <Trouble words="The search was stopped. Your rules are still there." />
        ) : problem ? (
          <Trouble words={describeTrouble(problem)} />
        ) : total === null ? (
          <p className="font-display text-2xl font-bold quiet">Counting…</p>
        ) : (
          <>
            <p className="font-display font-bold leading-tight break-words">
              {/* A long number gets smaller type, so that it stays on one line. */}
              <span
                className={`${total > 10n ** 15n ? "text-xl" : "text-3xl"} ${total === 0n ? "text-error" : "text-accent"}`}
              >
                {describeCount(total)}
              </span>{" "}
              <span className="text-lg">{total === 1n ? "way" : "ways"}</span>
            </p>
            <p className="text-sm quiet">
              {total === 0n ? null : `to fill the ${state.slots} notes exactly under these rules`}
              {describeRoughly(total) ? `; ${describeRoughly(total)}` : ""}
            </p>
            {total === 0n ? <Loosen state={state} rules={rules} pool={pool} /> : null}
          </>
        )}
      </div>
      {busy ? (
        // Away from the number, so that nothing moves when it disappears.
        <div className="absolute right-3 bottom-2.5 flex items-center gap-3">
          <progress className="progress progress-accent w-28" max={1} value={state.done} aria-label="Counting" />
          <button type="button" className="btn btn-sm" onClick={cancel}>
            Stop the search
          </button>
        </div>
      ) : state.status === "died" || state.status === "cancelled" ? (
        <button type="button" className="btn btn-sm" onClick={again}>
          Search again
        </button>
      ) : null}
    </section>
  );
}

function Trouble({ words }: { words: string }) {
  return <p className="text-error font-semibold">{words}</p>;
}

const MAX_SETS = 4;

function Loosen({
  state,
  rules,
  pool,
}: {
  state: SearchRun["state"];
  rules: readonly string[];
  pool: readonly string[];
}) {
  const { loosen } = state;
  if (loosen === undefined) return <p className="text-sm">Looking for what to loosen…</p>;
  if (loosen === null)
    return <p className="text-sm">More than four rules block every result. Remove some and try again.</p>;
  if (loosen.length === 0) {
    return (
      <p className="text-sm">
        The cell sizes in the pool don't add up to the space. Add a cell of another size, or change the space.
      </p>
    );
  }
  return (
    <div className="text-sm">
      <p>There would be results without {loosen.length === 1 ? "" : "one of these"}</p>
      <ul className="list-disc pl-5">
        {loosen.slice(0, MAX_SETS).map((set) => {
          const words = describeLoosened(set, rules, pool);
          return <li key={words}>{words}</li>;
        })}
      </ul>
    </div>
  );
}
