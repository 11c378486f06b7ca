/** The frame around a fill's tabs: its name and tabs above, the sound below. */

import { lazy, type ReactNode } from "react";
import { KeysButton } from "~/commands/keys-button";
import { useOpenFill } from "~/editor/fill/place";
import { Transport } from "~/editor/fill/transport";
import { NameAndTags } from "~/editor/name-and-tags";
import { StickingPad } from "~/editor/sticking-pad";
import type { History } from "~/editor/undo";
import { UndoButtons } from "~/editor/undo-buttons";
import type { FillTab } from "~/library/fill/address";
import { usePreferences } from "~/session/preferences";
import { AfterHydration } from "~/views/after-hydration";
import { TabLinks } from "./tab-links";

// Menus are large, and the sticking should appear first.
const ExportMenu = lazy(() => import("~/export/fill-export-menu"));

interface FillFrameProps {
  /** Whether it is saved. */
  readonly saved: ReactNode;
  readonly history: History;
  readonly tab: FillTab;
  readonly hasTransport: boolean;
  readonly isPracticeOpen: boolean;
  readonly onPractice: () => void;
  readonly children: ReactNode;
}

export function FillFrame({ saved, history, tab, hasTransport, isPracticeOpen, onPractice, children }: FillFrameProps) {
  const [preferences, changePreferences] = usePreferences();
  const { row } = useOpenFill();
  return (
    <main className="flex-1 flex flex-col min-w-0">
      <div
        className={`flex-1 w-full max-w-[1560px] mx-auto px-3 sm:px-5 pt-2 pb-2.5 flex flex-col gap-2.5 ${
          hasTransport && isPracticeOpen ? "beside-dock" : ""
        }`}
      >
        <header className="grid grid-cols-[minmax(0,1fr)_auto] lg:flex lg:flex-wrap short:flex short:flex-nowrap items-center gap-x-4 gap-y-1 print:hidden">
          <NameAndTags />
          <div className="max-lg:order-last max-lg:col-span-2 short:order-none min-w-0">
            <TabLinks fillId={row.id} />
          </div>
          <div className="flex justify-end items-center gap-2 lg:ml-auto short:ml-auto">
            {saved}
            <UndoButtons history={history} />
            <AfterHydration fallback={<span className="btn btn-sm w-23">Export</span>}>
              <ExportMenu />
            </AfterHydration>
            <span className="max-sm:hidden short:hidden">
              <KeysButton />
            </span>
          </div>
        </header>
        {children}
      </div>
      {hasTransport ? (
        <div className="foot">
          {(tab === "stack" || tab === "floor") && !isPracticeOpen ? (
            <StickingPad key={tab} isFolded={tab === "floor"} />
          ) : null}
          <Transport
            preferences={preferences}
            onPreferences={changePreferences}
            isPracticeOpen={isPracticeOpen}
            onPractice={onPractice}
          />
        </div>
      ) : null}
    </main>
  );
}
