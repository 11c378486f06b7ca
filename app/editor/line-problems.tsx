/** What is wrong with the line, where, and what to do. */

import { type Problem, type Reading, setLevel } from "~/core/line";
import { mapSlots } from "~/core/phrase";
import { usePreferences } from "~/session/preferences";
import { describeProblem } from "~/words/problem";
import { useEditor, usePhraseNow } from "./context";
import { listMeant, mayNameRudiment } from "./meant";
import { useEntries } from "./use-entries";

interface LineProblemsProps {
  readonly reading: Reading;
  readonly onFocus: (column: number) => void;
}

export default function Problems({ reading, onFocus }: LineProblemsProps) {
  const editor = useEditor();
  const { text, goodText } = usePhraseNow();
  const isSound = reading.problems.length === 0;
  const all = isSound ? reading.advice : reading.problems;
  const shown = all.slice(0, 3);
  const tone = isSound ? "" : "text-error";
  if (all.length === 0) return <AllGhosts />;
  return (
    <div className="mt-1.5 border-t border-base-300 pt-1.5 flex flex-wrap gap-x-4 gap-y-1 items-start">
      <div className="flex-1 min-w-60">
        <ul>
          {shown.map((problem) => {
            const words = describeProblem(problem);
            return (
              <li key={`${problem.from} ${problem.code}`}>
                <button
                  type="button"
                  className="text-left min-h-6 hover:underline"
                  onClick={() => onFocus(problem.from)}
                >
                  <span className={`font-line text-xs ${tone}`}>column {words.column}</span>{" "}
                  <strong className={tone}>{words.what}</strong> {words.remedy}
                </button>
              </li>
            );
          })}
          {all.length > shown.length ? <li className="quiet">and {all.length - shown.length} more</li> : null}
        </ul>
        {isSound ? null : mayNameRudiment(text, all) ? (
          <MeantByName text={text} problems={all} />
        ) : (
          <Meant text={text} problems={all} book={[]} />
        )}
      </div>
      {isSound ? null : (
        <span className="quiet text-xs max-w-64">
          The pictures and sound still show your last valid line.{" "}
          <button type="button" className="underline" onClick={() => editor.setText(goodText)}>
            Go back to it
          </button>
        </span>
      )}
    </div>
  );
}

interface MeantProps {
  readonly text: string;
  readonly problems: readonly Problem[];
  readonly book: Parameters<typeof listMeant>[2];
}

/** The same, with the names of rudiments and own cells. */
function MeantByName(props: Omit<MeantProps, "book">) {
  return <Meant {...props} book={useEntries()} />;
}

function Meant({ text, problems, book }: MeantProps) {
  const editor = useEditor();
  const offers = listMeant(text, problems, book);
  if (offers.length === 0) return null;
  return (
    <p className="flex flex-wrap items-center gap-1.5 py-1">
      Did you mean
      {offers.map((offer) => (
        <button
          key={offer.name}
          type="button"
          className="btn btn-sm font-normal"
          onClick={() => editor.setText(offer.text)}
        >
          {offer.name}
        </button>
      ))}
    </p>
  );
}

/** Said once: letters typed small are ghost notes, so their coins are small and have none. */
function AllGhosts() {
  const editor = useEditor();
  const [, change] = usePreferences();
  const close = () => change({ ghostsTold: true });
  return (
    <p className="mt-1.5 border-t border-base-300 pt-1.5 flex flex-wrap items-center gap-1.5">
      <span className="flex-1 min-w-60">
        Small letters are ghost notes: played very softly, with small coins that have no letter.
      </span>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => {
          editor.editLine((line) => mapSlots(line, (slot) => setLevel(slot, "normal")));
          close();
        }}
      >
        Make them normal notes
      </button>
      <button type="button" className="btn btn-sm btn-ghost" onClick={close}>
        Keep them
      </button>
    </p>
  );
}
