/** The floor plan with whatever is on trial, and the actions below it. */

import { type ComponentProps, useCallback } from "react";
import type { KitPiece } from "~/core/kit";
import type { FillContent } from "~/library/fill/content";
import { Undo2 } from "~/ui/icons";
import { FloorView } from "~/views/floor-view";
import { labelOf } from "./strokes";

/** What is on trial, seen and heard; not in the line yet. */
export interface Trial {
  readonly id: string;
  readonly what: string;
  readonly content: FillContent;
  readonly take: () => void;
}

type PlanProps = Omit<ComponentProps<typeof FloorView>, "surfaceLabel"> & {
  /** The chosen note, from 0. */
  readonly note: number | null;
  /** Whether the kit itself is shown. */
  readonly isKitTab: boolean;
  readonly trial: Trial | null;
  readonly onDrop: () => void;
};

export function Plan({ note, isKitTab, trial, onDrop, ...view }: PlanProps) {
  const surfaceLabel = useCallback((one: KitPiece) => labelOf(one, isKitTab, note), [isKitTab, note]);
  return (
    <section
      aria-label="Floor plan"
      className="panel min-w-0 px-2 py-1 flex flex-col h-[clamp(17rem,80vw,58dvh)] lg:h-auto lg:flex-1 lg:basis-0 lg:min-h-72"
    >
      <FloorView {...view} surfaceLabel={surfaceLabel} />
      {trial ? (
        <div className="order-first mb-1 flex flex-wrap items-center gap-2 rounded-box bg-primary text-primary-content px-3 py-1.5 text-sm">
          <span className="flex-1 min-w-40">
            Trying: <strong>{trial.what}</strong>
          </span>
          <button type="button" className="btn btn-xs" onClick={trial.take}>
            Apply (Enter)
          </button>
          <button type="button" className="btn btn-xs" onClick={onDrop}>
            <Undo2 size={13} aria-hidden /> Back
          </button>
        </div>
      ) : null}
      <p className="text-xs quiet px-2 pb-0.5 text-center">{tellNext(isKitTab, view.onMove !== undefined, note)}</p>
    </section>
  );
}

function tellNext(isKitTab: boolean, isMovable: boolean, note: number | null): string {
  if (isMovable) return "Press a drum or cymbal to hear it, drag it to move it.";
  if (isKitTab) return "Press a drum or cymbal to hear it. Copy this kit to move them.";
  return note === null
    ? "Press a drum or cymbal to hear it. Choose a stroke, then press where to play it."
    : `Note ${note + 1}: press a drum or cymbal. The next stroke is chosen for you.`;
}
