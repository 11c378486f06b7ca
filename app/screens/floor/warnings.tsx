/** Conflicts: between line and kit, or within the kit. Each has a one-step fix. */

import { checkKit, type Kit } from "~/core/kit";
import { placeStrokes } from "~/core/line";
import type { Line } from "~/core/phrase";
import { placeByHand, type Timeline } from "~/core/timeline";
import { TriangleAlert } from "~/ui/icons";
import { describeKitProblem } from "~/words/kit";
import { describeFold } from "~/words/slot";

interface FoldsProps {
  readonly timeline: Timeline;
  readonly editLine: (change: (line: Line) => Line) => boolean;
}

/** Strokes on surfaces that the kit lacks. */
export function MissingDrums({ timeline, editLine }: FoldsProps) {
  const folded = timeline.events.flatMap((event) => {
    const own = event.grace === undefined ? placeByHand(timeline, event) : null;
    return own && own !== event.place ? [event] : [];
  });
  if (timeline.folds.length === 0) return null;
  return (
    <section aria-label="Not on this kit" className="panel px-3 py-2 text-sm flex flex-col gap-1">
      {timeline.folds.map(({ from, to, strokes }) => (
        <p key={`${from} ${to}`} role="status" className="flex items-start gap-1.5">
          <TriangleAlert size={15} aria-hidden className="text-primary shrink-0 mt-0.5" />
          {describeFold(from, to, strokes)}
        </p>
      ))}
      {folded.length > 0 ? (
        <button
          type="button"
          className="btn btn-xs self-start"
          onClick={() =>
            editLine((line) =>
              placeStrokes(
                line,
                folded.map((event) => [event, event.place]),
              ),
            )
          }
        >
          Change the line to match
        </button>
      ) : null}
    </section>
  );
}

/** The kit's own problems, unless it is being set up. */
export function KitWarnings({ kit, onOpen }: { readonly kit: Kit; readonly onOpen: () => void }) {
  const problems = checkKit(kit);
  const first = problems[0];
  if (!first) return null;
  return (
    <p role="status" className="panel px-3 py-2 text-sm flex flex-wrap items-center gap-2">
      <TriangleAlert size={15} aria-hidden className="text-error" />
      <span className="flex-1 min-w-48">
        {describeKitProblem(first).what}
        {problems.length > 1 ? ` And ${problems.length - 1} more.` : ""}
      </span>
      <button type="button" className="btn btn-xs" onClick={onOpen}>
        Fix the kit
      </button>
    </p>
  );
}
