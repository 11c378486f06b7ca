/** The Stack: the line, typed, seen three ways and judged. */

import { lazy, Suspense } from "react";
import { BandHits } from "~/editor/fill/band-hits";
import { FrameControls } from "~/editor/frame-controls";
import { LineDrawer, useLineBench } from "~/editor/line-bench";
import { LineEditor } from "~/editor/line-editor";
import { Pictures } from "~/editor/pictures";
import { VerdictStrip } from "./verdict-strip";

// What is worked out of the book comes after what is typed can be seen.
const FixLength = lazy(async () => ({ default: (await import("./sums")).FixLength }));
const Endings = lazy(async () => ({ default: (await import("./sums")).Endings }));

export function StackScreen() {
  const bench = useLineBench();
  return (
    <div className={`flex flex-col gap-2.5 ${bench.drawer ? "pb-[62dvh] md:pb-0 lg:pr-[25rem]" : ""}`}>
      <h1 className="sr-only">Stack</h1>
      <LineEditor input={bench.input} onLeave={bench.focusNotes} />
      <FrameControls>
        <BandHits />
      </FrameControls>
      <VerdictStrip />
      <Suspense fallback={null}>
        <FixLength />
      </Suspense>
      <div ref={bench.notes}>
        <Pictures showsCells={bench.drawer !== null} onOpenDrawer={bench.openDrawer} />
      </div>
      <Suspense fallback={null}>
        <Endings />
      </Suspense>
      <LineDrawer bench={bench} />
    </div>
  );
}
