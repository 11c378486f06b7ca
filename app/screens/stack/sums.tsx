/** What to do about the sums: ways to fix the length, the endings, and changes that land better. */

import { Check, CircleAlert } from "lucide-react";
import { useDeferredValue, useMemo, useState } from "react";
import { Form } from "react-router";
import { type Closing, describeEndings, listClosings, listMends, type NamedCell } from "~/core/fit";
import { formatLine } from "~/core/line";
import type { Line } from "~/core/phrase";
import type { Worked } from "~/editor/editor";
import { useFill, useFillPlace } from "~/editor/fill/place";
import { useEntries } from "~/editor/use-entries";
import type { FillContent } from "~/library/fill/content";
import { usePlayer } from "~/session/player";
import { useSay } from "~/session/session";
import { wordClosing, wordEnding, wordMend } from "~/words/closing";
import { FIX_LINE_FIRST } from "~/words/editing";

const BARS = [2, 3, 4, 8, 12, 16] as const;

/** The player's own cells are tried first. */
function useBook(): readonly NamedCell[] {
  const entries = useEntries();
  return useMemo(() => entries.map(({ name, cell }) => ({ name, cell })), [entries]);
}

/** Applies a change of the line or the space to fill as one step of undo, unless the text has an error. */
function useApply(): PartProps["apply"] {
  const { editor } = useFillPlace();
  const say = useSay();
  return (change, line, words) => {
    const now = editor.store.getState().content;
    if (now.text !== now.goodText) {
      say(FIX_LINE_FIRST);
      return;
    }
    const text = line ? formatLine(line) : now.text;
    editor.replace({ ...now, ...change, text, goodText: text });
    say(words);
  };
}

/** What the fill's sums are, once there is time: typing comes first. */
function useSettled(): Omit<PartProps, "apply"> {
  const { editor } = useFillPlace();
  const content = useDeferredValue(useFill());
  return { content, worked: editor.workOut(content) };
}

/** Nothing while the phrase fits. */
export function FixLength() {
  const settled = useSettled();
  const apply = useApply();
  const { verdict } = settled.worked.fit;
  return verdict === "short" || verdict === "over" ? <Closings {...settled} apply={apply} /> : null;
}

/** Nothing while there is no phrase. */
export function Endings() {
  const settled = useSettled();
  const apply = useApply();
  return settled.worked.fit.verdict === "empty" ? null : <EndingList {...settled} apply={apply} />;
}

interface PartProps {
  readonly content: FillContent;
  readonly worked: Worked;
  readonly apply: (change: Partial<FillContent>, line: Line | null, words: string) => void;
}

function Closings({ worked, apply }: PartProps) {
  const player = usePlayer();
  const { row } = useFillPlace();
  const { phrase } = worked;
  const book = useBook();
  const [bars, setBars] = useState<number>(4);
  const closings = useMemo(() => listClosings(phrase, book, bars, player), [phrase, book, bars, player]);
  const take = (closing: Closing) => {
    const { line, window, tempo } = closing;
    const { name, does } = wordClosing(closing);
    apply({ window, tempo }, line, `${name}: ${does}. It fits now.`);
  };
  return (
    <section aria-label="Fix the length" className="panel px-3 py-2 flex items-center gap-3 min-w-0">
      <div className="shrink-0 w-32 sm:w-40">
        <h2 className="text-base leading-tight">Fix the length</h2>
        <Form method="post" action="/fit">
          <input type="hidden" name="fill" value={row.id} />
          <button type="submit" className="text-xs underline cursor-pointer">
            Search for more
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
          Nothing simple makes it fit at these note values. Change the space to fill, or search for more.
        </p>
      )}
      <label className="text-xs shrink-0 hidden sm:block">
        <span className="block label-small">or fill</span>
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

/** The endings and what each needs; changes that land better. */
function EndingList({ worked, apply }: PartProps) {
  const player = usePlayer();
  const book = useBook();
  const { phrase, landing } = worked;
  const endings = useMemo(() => describeEndings(phrase, player), [phrase, player]);
  const mends = useMemo(() => listMends(phrase, book, player), [phrase, book, player]);
  const [isOpen, setOpen] = useState(false);
  if (!landing || endings.length === 0) return null;
  const bad = endings.filter((ending) => !ending.good).length;
  return (
    <section aria-label="Endings" className="panel">
      <button
        type="button"
        className="w-full text-left px-3 py-2 text-sm font-semibold cursor-pointer"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {isOpen ? "▾" : "▸"} Endings: how it lands{" "}
        <span className="font-normal quiet">
          {bad === 0 ? "every ending works" : `${bad} of ${endings.length} need a change`}
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
                      onClick={() => apply({}, ending.line, "Only the first part is left. Undo brings back the rest.")}
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
              <p className="text-sm quiet">None of the changes we tried lands better than this.</p>
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
