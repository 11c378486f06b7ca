/** What is wrong with the line, where, and what to do. */

import type { Reading } from "~/core/line";
import { describeProblem } from "~/words/problem";

interface LineProblemsProps {
  readonly reading: Reading;
  readonly onGoodText: () => void;
  readonly onFocus: (column: number) => void;
}

export default function Problems({ reading, onGoodText, onFocus }: LineProblemsProps) {
  const isSound = reading.problems.length === 0;
  const all = isSound ? reading.advice : reading.problems;
  const shown = all.slice(0, 3);
  const tone = isSound ? "" : "text-error";
  return (
    <div className="mt-1.5 border-t border-base-300 pt-1.5 flex flex-wrap gap-x-4 gap-y-1 items-start">
      <ul className="flex-1 min-w-60">
        {shown.map((problem) => {
          const words = describeProblem(problem);
          return (
            <li key={`${problem.from} ${problem.code}`}>
              <button type="button" className="text-left min-h-6 hover:underline" onClick={() => onFocus(problem.from)}>
                <span className={`font-line text-xs ${tone}`}>column {words.column}</span>{" "}
                <strong className={tone}>{words.what}</strong> {words.remedy}
              </button>
            </li>
          );
        })}
        {all.length > shown.length ? <li className="quiet">and {all.length - shown.length} more</li> : null}
      </ul>
      {isSound ? null : (
        <span className="quiet text-xs max-w-64">
          The pictures and sound still show your last valid line.{" "}
          <button type="button" className="underline" onClick={onGoodText}>
            Go back to it
          </button>
        </span>
      )}
    </div>
  );
}
