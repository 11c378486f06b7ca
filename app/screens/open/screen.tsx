/** What somebody has shared, before any of it is saved. */

import { Link } from "react-router";
import { readStickLine } from "~/core/line";
import { formatMeter } from "~/core/time";
import type { BookContents } from "~/library/kinds";
import type { LessonContent } from "~/library/lesson/content";
import { canonicalLine } from "~/library/phrase/phrase";
import type { ShareReading } from "~/library/share";
import { usePlayer } from "~/session/player";
import { BookmarkPlus } from "~/ui/icons";
import { CoinRow } from "~/views/coin-row";
import { describeShareProblem } from "~/words/share";
import { plural } from "~/words/time";

interface OpenScreenProps {
  readonly read: ShareReading;
  readonly onKeep: () => void;
  readonly isKeeping: boolean;
  /** The error from saving it. */
  readonly trouble: string | null;
}

export function OpenScreen({ read, onKeep, isKeeping, trouble }: OpenScreenProps) {
  if (!read.ok) {
    return (
      <main className="w-full max-w-[640px] mx-auto px-5 py-10">
        <h1 className="text-3xl mb-3">This link doesn't open</h1>
        <p role="alert" className="mb-5">
          {describeShareProblem(read.problem)}
        </p>
        <Link to="/" className="btn btn-primary">
          Go to the Shelf
        </Link>
      </main>
    );
  }
  const { key, contents } = read;
  const [lesson] = contents.lessons;
  const name = key === "lessons" ? lesson?.content.name || "Untitled lesson" : nameOfFills(contents);
  return (
    <main className="w-full max-w-[760px] mx-auto px-5 py-8 flex flex-col gap-4">
      <p className="label-small">
        Shared with you: {key === "lessons" ? "a lesson" : plural(contents.fills.length, "fill")}
      </p>
      <h1 className="text-3xl -mt-3">{name}</h1>
      {lesson?.content.intro ? <p className="whitespace-pre-line">{lesson.content.intro}</p> : null}
      <div className="flex flex-wrap gap-2 items-center">
        <button type="button" className="btn btn-primary" disabled={isKeeping} onClick={onKeep}>
          <BookmarkPlus size={17} aria-hidden /> {isKeeping ? "Keeping…" : "Keep a copy"}
        </button>
        <Link to="/" className="btn">
          Not now
        </Link>
        <p className="text-sm quiet">Nothing is saved until you press Keep a copy. Your own fills stay as they are.</p>
      </div>
      {trouble ? (
        <p role="alert" className="alert alert-soft alert-error">
          {trouble}
        </p>
      ) : null}
      <Contents contents={contents} lesson={lesson?.content ?? null} />
    </main>
  );
}

function nameOfFills({ fills }: BookContents): string {
  const [first] = fills;
  const name = first?.content.name || "Untitled fill";
  return fills.length > 1 ? `${name} and ${fills.length - 1} more` : name;
}

/** Fills in the lesson's order, with its headings and text. */
function Contents({ contents, lesson }: { readonly contents: BookContents; readonly lesson: LessonContent | null }) {
  const { hands } = usePlayer();
  const byId = new Map(contents.fills.map((fill) => [fill.id, fill.content]));
  const rows = lesson
    ? lesson.items.map((item) => ({
        key: item.key,
        item,
        content: item.kind === "fill" ? byId.get(item.of) : undefined,
      }))
    : contents.fills.map(({ id, content }) => ({ key: id, item: null, content }));
  return (
    <ol className="flex flex-col gap-2">
      {rows.map(({ key, item, content }) => {
        if (item?.kind === "heading") {
          return (
            <li key={key} className="pt-3">
              <h2 className="text-xl">{item.text || "Untitled heading"}</h2>
              {item.words ? <p className="quiet">{item.words}</p> : null}
            </li>
          );
        }
        if (!content) return null;
        return (
          <li key={key} className="panel px-4 py-2.5">
            <p className="font-semibold">
              {content.name || "Untitled fill"}{" "}
              <span className="text-sm quiet font-normal">
                {formatMeter(content.meter)} · {Math.round(content.tempo)} bpm
              </span>
            </p>
            <CoinRow
              line={readStickLine(content.goodText).line ?? []}
              strongHand={hands.leading}
              label={canonicalLine(content)}
              most={24}
            />
            {item?.words ? <p className="text-sm mt-1">{item.words}</p> : null}
          </li>
        );
      })}
    </ol>
  );
}
