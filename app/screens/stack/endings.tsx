/** The endings and their requirements; changes that land better. */

import { useMemo } from "react";
import { listEndings, listFixes } from "~/core/fit";
import { formatLine } from "~/core/line";
import { useWorked } from "~/editor/context";
import { usePlayer } from "~/session/player";
import { Check, CircleAlert } from "~/ui/icons";
import { describeEnding, describeFix } from "~/words/closing";
import { useApply, useBook } from "./use-sums";

export function Endings() {
  const player = usePlayer();
  const apply = useApply();
  const book = useBook();
  const { phrase } = useWorked();
  const endings = useMemo(() => listEndings(phrase, player), [phrase, player]);
  const fixes = useMemo(() => listFixes(phrase, book, player), [phrase, book, player]);
  return (
    <div className="grid lg:grid-cols-[3fr_2fr] gap-x-5 gap-y-2">
      <ul className="flex flex-col gap-1.5">
        {endings.map((ending) => {
          const { name, does } = describeEnding(ending);
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
        <h2 className="text-sm mb-1">Land better</h2>
        {fixes.length === 0 ? (
          <p className="text-sm quiet">None of the changes we tried lands better than this.</p>
        ) : (
          <ul className="flex flex-col gap-1.5">
            {fixes.map((fix) => {
              const { name, does } = describeFix(fix);
              return (
                <li key={formatLine(fix.line)}>
                  <button
                    type="button"
                    className="w-full text-left rounded-field border border-base-300 px-2.5 py-1 cursor-pointer hover:border-primary"
                    onClick={() => apply({}, fix.line, `${name}: ${does}.`)}
                  >
                    <span className="text-sm font-semibold">{name}</span> <span className="text-xs quiet">{does}</span>
                  </button>
                </li>
              );
            })}
          </ul>
        )}
      </div>
    </div>
  );
}
