/** What stands round the tabs of a fill: its name and tabs above, the sound below. */

import { lazy, type ReactNode } from "react";
import { KeysButton } from "~/commands/keys-button";
import { useFillPlace } from "~/editor/fill/place";
import { Transport } from "~/editor/fill/transport";
import { NameAndTags } from "~/editor/name-and-tags";
import type { History } from "~/editor/undo";
import { UndoButtons } from "~/editor/undo-buttons";
import { usePreferences } from "~/session/preferences";
import { Later } from "~/ui/later";
import { TabLinks } from "./tab-links";

// Menus are much to be loaded before a sticking can be seen.
const ExportMenu = lazy(() => import("~/editor/fill/export-menu"));

interface FillFrameProps {
  /** Whether it is saved. */
  readonly saved: ReactNode;
  readonly history: History;
  readonly hasTransport: boolean;
  readonly isPracticeOpen: boolean;
  readonly onPractice: () => void;
  readonly children: ReactNode;
}

export function FillFrame({ saved, history, hasTransport, isPracticeOpen, onPractice, children }: FillFrameProps) {
  const [preferences, changePreferences] = usePreferences();
  const { row } = useFillPlace();
  return (
    <main className="flex-1 flex flex-col min-w-0">
      <div className="flex-1 w-full max-w-[1560px] mx-auto px-3 sm:px-5 pt-2 pb-2.5 flex flex-col gap-2.5">
        <header className="flex flex-wrap lg:flex-nowrap items-center gap-x-4 gap-y-1 print:hidden">
          <NameAndTags />
          <div className="max-lg:order-last max-lg:basis-full min-w-0">
            <TabLinks fillId={row.id} />
          </div>
          <div className="ml-auto flex items-center gap-2 shrink-0">
            {saved}
            <UndoButtons history={history} />
            <Later fallback={<span className="btn btn-sm w-23">Export</span>}>
              <ExportMenu />
            </Later>
            <span className="max-sm:hidden">
              <KeysButton />
            </span>
          </div>
        </header>
        {children}
      </div>
      {hasTransport ? (
        <Transport
          preferences={preferences}
          onPreferences={changePreferences}
          isPracticeOpen={isPracticeOpen}
          onPractice={onPractice}
        />
      ) : null}
    </main>
  );
}
