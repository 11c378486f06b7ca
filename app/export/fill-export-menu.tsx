import { lazy, memo, Suspense, useState } from "react";
import { useOpenFill } from "~/editor/fill/place";
import type { FillContent } from "~/library/fill/content";
import { canonicalLine } from "~/library/phrase/phrase";
import { usePlayerSession } from "~/session/player";
import { useSession } from "~/session/session";
import { ExportMenu } from "./export-menu";

const LoopsDialog = lazy(() => import("~/editor/fill/loops-dialog"));

/** Exports of the open fill. */
export default memo(function FillExportMenu() {
  const { row, editor, stage } = useOpenFill();
  const session = usePlayerSession();
  const { say } = useSession();
  const [loopsOf, setLoopsOf] = useState<FillContent | null>(null);
  const contentNow = () => editor.store.getState().content;
  const copy = async () => {
    await navigator.clipboard.writeText(canonicalLine(contentNow()));
    say("Stick line copied.");
  };
  return (
    <>
      <ExportMenu
        subjectNow={async () => {
          const content = contentNow();
          const { id, createdAt } = row;
          const fill = { id, createdAt, updatedAt: Date.now(), content };
          return { title: content.name || "Untitled", fills: [fill], lesson: null, cells: new Map(), stage, session };
        }}
        more={[
          { id: "loops", name: "Practice loops (sound files)…", group: "Sound", run: () => setLoopsOf(contentNow()) },
          {
            id: "copy",
            name: "Copy the stick line",
            group: "Sound",
            run: () => void copy().catch(() => say("The browser blocked copying. Select the line and copy it.")),
          },
        ]}
      />
      {loopsOf ? (
        <Suspense fallback={null}>
          <LoopsDialog content={loopsOf} onClose={() => setLoopsOf(null)} />
        </Suspense>
      ) : null}
    </>
  );
});
