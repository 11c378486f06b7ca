/** The Stack: the line, typed, shown in three ways and judged. */

import { lazy, useEffect, useState } from "react";
import { useWorked } from "~/editor/context";
import { BandHits } from "~/editor/fill/band-hits";
import { FrameSentence } from "~/editor/frame-sentence";
import { LineDrawer, useLineDesk } from "~/editor/line-desk";
import { LineEditor } from "~/editor/line-editor";
import { Pictures } from "~/editor/pictures";
import { AfterHydration } from "~/views/after-hydration";
import { VerdictBar, type VerdictId } from "./verdict";
import { isAsking, useWayIn, WayIn } from "./way-in";

// Computations that need the book come after your typing is visible.
const loadFixLength = () => import("./fix-length");
const FixLength = lazy(loadFixLength);

export function StackScreen() {
  const desk = useLineDesk();
  const { fit } = useWorked();
  const [open, setOpen] = useState<VerdictId | null>(null);
  const wayIn = useWayIn();
  const offersLength = open !== "length" && (fit.verdict === "short" || fit.verdict === "over");
  // Its code is there before the line stops fitting.
  useEffect(() => void loadFixLength().catch(() => {}), []);
  return (
    <div
      className={`flex flex-col gap-2.5 ${wayIn ? "[--hint:1.2rem]" : ""} ${desk.drawer ? "pb-[62dvh] md:pb-0 lg:pr-[25rem]" : ""}`}
    >
      <h1 className="sr-only">Stack</h1>
      <LineEditor input={desk.input} onLeave={desk.focusNotes}>
        <FrameSentence>
          <BandHits />
        </FrameSentence>
        {wayIn ? (
          <p className="text-xs quiet mt-0.5">
            @4: sixteenths, four notes a beat. Dotted rings: the notes that limit your tempo.
          </p>
        ) : null}
      </LineEditor>
      <div ref={desk.notes} className="contents">
        <Pictures
          showsCells={desk.drawer !== null}
          onOpenDrawer={desk.openDrawer}
          verdict={<VerdictBar open={open} onOpen={setOpen} />}
          isUnchosenFirst={!offersLength && wayIn !== null && isAsking(wayIn)}
          unchosen={
            offersLength ? (
              <AfterHydration>
                <FixLength />
              </AfterHydration>
            ) : wayIn ? (
              <WayIn {...wayIn} />
            ) : null
          }
        />
      </div>
      <LineDrawer desk={desk} />
    </div>
  );
}
