/** Ways to fix the length while the line doesn't fit its space. */

import { useMemo, useState } from "react";
import { type Closing, listClosings } from "~/core/fit";
import { formatLine } from "~/core/line";
import { useWorked } from "~/editor/context";
import type { Analysis } from "~/editor/editor";
import { useOpenFill } from "~/editor/fill/place";
import type { SearchMessages } from "~/messages/searches";
import { useMessages } from "~/messages/use-messages";
import { usePlayer } from "~/session/player";
import { describeClosing } from "~/words/closing";
import { useApply, useBook } from "./use-sums";

const BARS = [2, 3, 4, 8, 12, 16] as const;

/** Nothing while the phrase fits. */
export default function FixLength() {
  const worked = useWorked();
  const { verdict } = worked.fit;
  return verdict === "short" || verdict === "over" ? <Closings worked={worked} /> : null;
}

function Closings({ worked }: { readonly worked: Analysis }) {
  const player = usePlayer();
  const { row } = useOpenFill();
  const apply = useApply();
  const { go } = useMessages<SearchMessages>("/fit");
  const { phrase } = worked;
  const book = useBook();
  const [bars, setBars] = useState<number>(4);
  const closings = useMemo(() => listClosings(phrase, book, bars, player), [phrase, book, bars, player]);
  const take = (closing: Closing) => {
    const { line, window, tempo } = closing;
    const { name, does } = describeClosing(closing);
    apply({ window, tempo }, line, `${name}: ${does}. It fits now.`);
  };
  return (
    <section aria-label="Fix the length" className="px-3 py-2 min-w-0 h-full flex flex-col gap-1.5">
      <div className="flex items-center gap-x-3 gap-y-1 flex-wrap">
        <h2 className="text-base leading-tight flex-1">Fix the length</h2>
        <label className="text-xs flex items-center gap-1.5">
          or fill
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
        <button type="button" className="btn btn-xs" onClick={() => go("create", { fill: row.id })}>
          Search for more
        </button>
      </div>
      {closings.length > 0 ? (
        <ul className="min-h-0 flex lg:flex-wrap gap-1.5 overflow-auto">
          {closings.map((closing) => (
            <ClosingCard
              key={`${closing.way.kind} ${formatLine(closing.line)} ${closing.window.start}`}
              closing={closing}
              onTake={take}
            />
          ))}
        </ul>
      ) : (
        <p className="text-sm quiet">
          Nothing simple makes it fit at these note values. Change the space to fill, or search for more.
        </p>
      )}
    </section>
  );
}

function ClosingCard({ closing, onTake }: { closing: Closing; onTake: (closing: Closing) => void }) {
  const { name, does, landing } = describeClosing(closing);
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
