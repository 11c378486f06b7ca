/** What to do about the sums: ways to close a phrase that does not fit, how it may end, and mends of a bad landing. */

import { Check, CircleAlert } from "lucide-react";
import { useDeferredValue, useMemo, useState } from "react";
import { Form, useParams } from "react-router";
import { type Closing, describeEndings, formatLine, type Line, listClosings, listMends, type NamedCell } from "~/core";
import type { FillContent } from "~/formats/fill";
import { keepsTime, usePreferences } from "~/ui/preferences";
import { wordClosing, wordEnding, wordMend } from "~/words/closing";
import { workOut } from "./bench";
import { useBench, useContent } from "./context";
import { useEntries } from "./use-entries";

interface SumsProps {
  readonly say: (words: string) => void;
}

const BARS = [2, 3, 4, 8, 12, 16] as const;

/** The player's own cells are tried first. */
function useBook(): readonly NamedCell[] {
  const entries = useEntries();
  return useMemo(() => entries.map(({ name, cell }) => ({ name, cell })), [entries]);
}

/** Applies a change of the line or the window as one step of undo, unless the text is being mended. */
function useApply(say: (words: string) => void): PartProps["apply"] {
  const bench = useBench();
  return (change, line, words) => {
    const now = bench.store.getState().content;
    if (now.text !== now.goodText) {
      say("Mend the line first: your text is kept as it is.");
      return;
    }
    const text = line ? formatLine(line) : now.text;
    bench.replace({ ...now, ...change, text, goodText: text });
    say(words);
  };
}

/** Nothing while the phrase fits. */
export function WaysToClose({ say }: SumsProps) {
  // Typing comes first: the ways follow when there is time.
  const content = useDeferredValue(useContent());
  const apply = useApply(say);
  const { verdict } = workOut(content).fit;
  return verdict === "short" || verdict === "over" ? <Closings content={content} apply={apply} /> : null;
}

export function HowItMayEnd({ say }: SumsProps) {
  const content = useDeferredValue(useContent());
  const apply = useApply(say);
  return workOut(content).fit.verdict === "empty" ? null : <Endings content={content} apply={apply} />;
}

interface PartProps {
  readonly content: FillContent;
  readonly apply: (change: Partial<FillContent>, line: Line | null, words: string) => void;
}

function Closings({ content, apply }: PartProps) {
  const book = useBook();
  const { fillId } = useParams();
  const [bars, setBars] = useState<number>(4);
  const closings = useMemo(() => listClosings(workOut(content).phrase, book, bars), [content, book, bars]);
  const take = (closing: Closing) => {
    const { line, window, tempo } = closing;
    const { name, does } = wordClosing(closing);
    apply({ window, tempo }, line, `${name}: ${does}. It fits now.`);
  };
  return (
    <section aria-label="Ways to close" className="panel px-3 py-2 flex items-center gap-3 min-w-0">
      <div className="shrink-0 w-32 sm:w-40">
        <h2 className="text-base leading-tight">Ways to close</h2>
        <Form method="post" action="/fit">
          <input type="hidden" name="fill" value={fillId} />
          <button type="submit" className="text-xs underline cursor-pointer">
            Search for all ways
          </button>
        </Form>
      </div>
      {closings.length > 0 ? (
        <ul className="flex-1 min-w-0 flex gap-1.5 overflow-x-auto snap-x">
          {closings.map((closing) => (
            <ClosingCard
              key={`${closing.way.kind} ${formatLine(closing.line)} ${closing.window.start}`}
              closing={closing}
              onTake={take}
            />
          ))}
        </ul>
      ) : (
        <p className="flex-1 text-sm quiet">
          No simple way closes it at these rates. Change the window, or search for all ways.
        </p>
      )}
      <label className="text-xs shrink-0 hidden sm:block">
        <span className="block label-small">or go on for</span>
        <select
          className="select select-xs w-22"
          value={bars}
          onChange={(event) => setBars(Number(event.target.value))}
        >
          {BARS.map((many) => (
            <option key={many} value={many}>
              {many} bars
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}

function ClosingCard({ closing, onTake }: { closing: Closing; onTake: (closing: Closing) => void }) {
  const { name, does, landing } = wordClosing(closing);
  return (
    <li className="shrink-0 snap-start max-w-60">
      <button
        type="button"
        aria-label={`${name} (${does}); ${landing}`}
        title={`${does}; ${landing}`}
        className="w-full h-14 text-left rounded-field border border-base-300 px-2.5 cursor-pointer hover:border-primary"
        onClick={() => onTake(closing)}
      >
        <span className="block text-sm font-semibold leading-tight truncate">{name}</span>
        <span className="block text-xs quiet leading-tight truncate">{does}</span>
        <span className="block text-xs leading-tight text-accent truncate">{landing}</span>
      </button>
    </li>
  );
}

/** The endings and what each needs; mends where it lands badly. */
function Endings({ content, apply }: PartProps) {
  const [preferences] = usePreferences();
  const book = useBook();
  const { phrase, landing } = workOut(content);
  const keeper = keepsTime(preferences.hands);
  const endings = useMemo(() => describeEndings(phrase, keeper), [phrase, keeper]);
  // The hand that keeps time comes down on the crash beside it, and what follows goes on from there.
  const mends = useMemo(() => listMends(phrase, book, keeper), [phrase, book, keeper]);
  const [isOpen, setOpen] = useState(false);
  if (!landing || endings.length === 0) return null;
  const bad = endings.filter((ending) => !ending.good).length;
  return (
    <section aria-label="How it may end" className="panel">
      <button
        type="button"
        className="w-full text-left px-3 py-2 text-sm font-semibold cursor-pointer"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? "▾" : "▸"} How it may end{" "}
        <span className="font-normal quiet">
          {bad === 0 ? "every ending is open" : `${bad} of ${endings.length} endings need something`}
          {mends.length > 0
            ? `; ${mends.length === 1 ? "one change lands" : `${mends.length} changes land`} better`
            : ""}
        </span>
      </button>
      {isOpen ? (
        <div className="px-3 pb-2.5 grid lg:grid-cols-[3fr_2fr] gap-x-5 gap-y-2">
          <ul className="flex flex-col gap-1.5">
            {endings.map((ending) => {
              const { name, does } = wordEnding(ending);
              return (
                <li key={ending.kind} className="flex gap-2 text-sm items-start">
                  {ending.good ? (
                    <Check size={17} className="text-accent shrink-0 mt-0.5" aria-label="good" />
                  ) : (
                    <CircleAlert size={17} className="text-error shrink-0 mt-0.5" aria-label="take care" />
                  )}
                  <p className="flex-1">
                    <span className="font-semibold">{name}</span>: {does}.
                  </p>
                  {ending.kind === "half" ? (
                    <button
                      type="button"
                      className="btn btn-xs"
                      onClick={() => apply({}, ending.line, "Only the first part is left; undo brings back the rest.")}
                    >
                      Use that part
                    </button>
                  ) : null}
                </li>
              );
            })}
          </ul>
          <div>
            <h3 className="text-sm mb-1">Land better</h3>
            {mends.length === 0 ? (
              <p className="text-sm quiet">Nothing that is tried lands better than this.</p>
            ) : (
              <ul className="flex flex-col gap-1.5">
                {mends.map((mend) => {
                  const { name, does } = wordMend(mend);
                  return (
                    <li key={formatLine(mend.line)}>
                      <button
                        type="button"
                        className="w-full text-left rounded-field border border-base-300 px-2.5 py-1 cursor-pointer hover:border-primary"
                        onClick={() => apply({}, mend.line, `${name}: ${does}.`)}
                      >
                        <span className="text-sm font-semibold">{name}</span>{" "}
                        <span className="text-xs quiet">{does}</span>
                      </button>
                    </li>
                  );
                })}
              </ul>
            )}
          </div>
        </div>
      ) : null}
    </section>
  );
}
