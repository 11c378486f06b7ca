import { lazy, Suspense, useState } from "react";
import type { Meter } from "~/core/time";
import { tellHits } from "~/words/figure";
import { useWorked } from "../context";
import { useFill, useFillPlace } from "./place";

// Most fills have none.
const FigureControl = lazy(async () => ({ default: (await import("~/ui/figure-control")).FigureControl }));

/** Behind a button until there is a figure: most fills have none. */
export function BandHits() {
  const { editor } = useFillPlace();
  const { figure, meter, tempo, window } = useFill();
  const { hits } = useWorked();
  const [isOpen, setOpen] = useState(false);
  if (!figure && !isOpen) {
    return (
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => setOpen(true)}
        title="A rhythm that the band plays there"
      >
        Band hits
      </button>
    );
  }
  return (
    <fieldset className="basis-full border-t border-base-300 pt-2">
      <legend className="sr-only">Band hits</legend>
      <Suspense fallback={null}>
        <FigureControl
          figure={figure}
          onChange={(next) => {
            if (!next) setOpen(false);
            editor.setContent({ figure: next }, "figure");
          }}
          meter={meter as Meter}
          tempo={tempo}
          until={window.start + window.length}
          told={tellHits(hits.map((hit) => hit.kept))}
        />
      </Suspense>
    </fieldset>
  );
}
