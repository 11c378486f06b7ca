/** The Sheet: the fill on paper, to print or save. */

import { useCallback } from "react";
import { useFill, useOpenFill } from "~/editor/fill/place";
import { SHEET_PARTS } from "~/ink/paper-sizes";
import { currentBook } from "~/library/current";
import { PageSetupFields, setupOf } from "~/printing/page-setup";
import { Pages } from "~/printing/pages";
import { paperFill, paperPlayer } from "~/printing/request";
import { usePaper } from "~/printing/use-paper";
import { usePlayerSession } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { Printer } from "~/ui/icons";
import { Unfold } from "~/ui/unfold";
import type { PaperRequest } from "~/workers/paper";

export function SheetScreen() {
  const { sheet, failed } = usePaper(useFillPaper());
  return (
    <div className="grid gap-4 items-start lg:grid-cols-[17rem_minmax(0,1fr)]">
      <h1 className="sr-only">Sheet</h1>
      <aside
        aria-label="Page setup"
        className="flex lg:flex-col gap-2 lg:gap-4 lg:sticky lg:top-3 lg:p-4 lg:rounded-box lg:border lg:border-base-300 lg:bg-base-100 print:hidden"
      >
        <button
          type="button"
          className="btn btn-primary max-lg:btn-sm"
          disabled={!sheet}
          onClick={() => window.print()}
        >
          <Printer size={17} aria-hidden /> Print
        </button>
        <div className="lg:hidden">
          <Unfold face="Page setup" label="Page setup" className="btn btn-sm" sheetClassName="w-80">
            <PageSetupFields field="fillParts" offered={SHEET_PARTS} />
          </Unfold>
        </div>
        <div className="max-lg:hidden flex flex-col gap-4">
          <PageSetupFields field="fillParts" offered={SHEET_PARTS} />
          <p className="text-sm quiet">PDF, pictures, notation for other programs and links are under Export.</p>
        </div>
      </aside>
      {failed ? (
        <p role="alert" className="alert alert-soft alert-error">
          The pages couldn't be drawn in this browser. Your fill is safe: try again, or export it as MusicXML.
        </p>
      ) : null}
      {sheet ? <Pages sheet={sheet} /> : failed ? null : <BlankPage />}
    </div>
  );
}

function BlankPage() {
  return (
    <div className="flex justify-center">
      <div className="page aspect-[210/297]" role="status">
        <span className="sr-only">Drawing the page…</span>
      </div>
    </div>
  );
}

/** The open fill in its current state, for the current player. */
function useFillPaper(): () => Promise<PaperRequest> {
  const content = useFill();
  const { row, stage } = useOpenFill();
  const session = usePlayerSession();
  const [preferences] = usePreferences();
  return useCallback(async () => {
    const { id, createdAt, updatedAt } = row;
    const fill = await paperFill(await currentBook(), { id, createdAt, updatedAt, content }, stage);
    return {
      of: { kind: "fill", fill },
      who: paperPlayer(session, preferences),
      setup: setupOf(preferences, "fillParts"),
    };
  }, [content, row, stage, session, preferences]);
}
