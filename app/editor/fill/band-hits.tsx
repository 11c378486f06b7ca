import { lazy, Suspense } from "react";
import type { Meter } from "~/core/time";
import { Unfold } from "~/ui/unfold";
import { describeHits } from "~/words/figure";
import { useWorked } from "../context";
import { useFillNow, useOpenFill } from "./place";

// Most fills have none.
const FigureControl = lazy(async () => ({ default: (await import("~/editor/figure-control")).FigureControl }));

/** The band's hits during the fill, as words that open their fields. */
export function BandHits() {
  const { editor } = useOpenFill();
  const { figure, meter, tempo, window } = useFillNow();
  const { hits } = useWorked();
  const words = figure ? `with band hits ${figure.rhythm}` : "no band hits";
  return (
    <div>
      <Unfold
        face={words}
        label="Band hits"
        name={`Band hits: ${figure?.rhythm ?? "none"}`}
        title="A rhythm that the band plays there"
        className="sentence-word"
      >
        <Suspense fallback={null}>
          <FigureControl
            figure={figure}
            onChange={(next) => editor.setContent({ figure: next }, "figure")}
            meter={meter as Meter}
            tempo={tempo}
            until={window.start + window.length}
            told={describeHits(hits.map((hit) => hit.kept))}
          />
        </Suspense>
      </Unfold>
    </div>
  );
}
