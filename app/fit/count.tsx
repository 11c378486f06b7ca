import type { SearchContent } from "~/formats/search";
import { sayCount, sayRoughly, wordLoosened, wordRule, wordTrouble } from "~/words/search";
import { placeSayer } from "./bench";
import type { SearchRun } from "./use-search";

/** The number of ways, always in sight; or why there is none, and what to do. */
export function Count({ search, content }: { search: SearchRun; content: SearchContent }) {
  const { state, cancel, again } = search;
  const busy = state.status === "running";
  const { total, problem } = state;
  const rules = content.rules.map((rule) => wordRule(rule, placeSayer(content)));
  const pool = content.pool.map(({ name, text }) => name || text);
  return (
    <section aria-label="How many ways" className="panel px-4 py-3 flex flex-wrap items-center gap-x-4 gap-y-1">
      <div className="flex-1 min-w-0" role="status" aria-busy={busy}>
        {state.status === "died" ? (
          <Trouble words="The search stopped by itself: the browser may be out of memory. Your rules are kept. Try again, or with fewer forms or a shorter window." />
        ) : state.status === "cancelled" ? (
          <Trouble words="The search was stopped. Your rules are kept." />
        ) : problem ? (
          <Trouble words={wordTrouble(problem)} />
        ) : total === null ? (
          <p className="font-display text-2xl font-bold quiet">Counting…</p>
        ) : (
          <>
            <p className="font-display font-bold leading-tight break-words">
              <span className={`text-3xl ${total === 0n ? "text-error" : "text-accent"}`}>{sayCount(total)}</span>{" "}
              <span className="text-lg">{total === 1n ? "way" : "ways"}</span>
            </p>
            <p className="text-sm quiet">
              {total === 0n ? null : `to fill the ${state.slots} slots under these rules, exactly`}
              {sayRoughly(total) ? `; ${sayRoughly(total)}` : ""}
            </p>
            {total === 0n ? <Loosen state={state} rules={rules} pool={pool} /> : null}
          </>
        )}
      </div>
      {busy ? (
        <>
          <progress className="progress progress-accent w-28" max={1} value={state.done} aria-label="Counting" />
          <button type="button" className="btn btn-sm" onClick={cancel}>
            Stop the search
          </button>
        </>
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

const MOST_SETS = 4;

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
    return <p className="text-sm">More than four rules stand in the way. Take some out, and try again.</p>;
  if (loosen.length === 0) {
    return (
      <p className="text-sm">
        The sizes of the pool's cells do not add up to the window. Put in a cell of another size, or change the window.
      </p>
    );
  }
  return (
    <div className="text-sm">
      <p>There would be some without {loosen.length === 1 ? "" : "one of these"}</p>
      <ul className="list-disc pl-5">
        {loosen.slice(0, MOST_SETS).map((set) => {
          const words = wordLoosened(set, rules, pool);
          return <li key={words}>{words}</li>;
        })}
      </ul>
    </div>
  );
}
