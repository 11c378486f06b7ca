/** The Floor: the kit from above, the ways of the hands over it, and everything that changes them. */

import { useEffect, useState } from "react";
import { useRouteLoaderData } from "react-router";
import { useStore } from "zustand";
import type { BookDatabase, FillRow, KitRow } from "~/data/database";
import type { GrooveChoice } from "~/data/grooves";
import { kitDrafts } from "~/data/kit-drafts";
import type { FillContent } from "~/formats/fill";
import { type KitContent, toKit } from "~/formats/kit";
import { openBench } from "~/stack/bench";
import { BenchContext } from "~/stack/context";
import { FillSaveNotice } from "~/stack/fill-save-notice";
import { useFillSaving } from "~/stack/use-fill-saving";
import { Notice, useNotice } from "~/ui/notice";
import { type ShippedKit, setRigKit, useRig } from "~/ui/rig";
import { SaveNotice } from "~/ui/save-state";
import { useUndo } from "~/ui/undo-store";
import { type Saving, type UnsavedDraft, useSaving } from "~/ui/use-saving";
import { type DeskKit, FloorDesk, type FloorTab } from "./desk";
import { openKitBench } from "./kit-bench";

export interface FloorScreenProps {
  readonly row: FillRow;
  readonly draft: UnsavedDraft<FillContent> | null;
  readonly kitDraft: (UnsavedDraft<KitContent> & { readonly id: string }) | null;
  readonly grooves: readonly GrooveChoice[];
}

interface RootData {
  readonly kits: readonly ShippedKit[];
  readonly own: readonly KitRow[];
  readonly binned: readonly KitRow[];
}

export function FloorScreen({ row, draft, kitDraft, grooves }: FloorScreenProps) {
  const [bench] = useState(() => openBench(draft?.content ?? row.content));
  const [notice, say] = useNotice();
  const { chosen } = useRig();
  const root = useRouteLoaderData<RootData>("root");
  const [tab, setTab] = useState<FloorTab>("voicing");
  const saving = useFillSaving(bench, row, draft, say);
  if (!chosen || !root) return <p className="p-6 quiet">There is no kit to play on. Open Setup and choose one.</p>;
  const own = root.own.find(({ id }) => id === chosen.id);
  const shared = {
    row,
    grooves,
    saving,
    say,
    tab,
    onTab: setTab,
    shipped: root.kits.map(({ id, name }) => ({ id, name })),
    own: root.own.map(({ id, content }) => ({ id, name: content.name })),
    binned: root.binned,
    chosen,
    notices: <FillSaveNotice saving={saving} />,
  };
  return (
    <BenchContext value={bench}>
      {own ? (
        <OwnKitDesk key={own.id} kitRow={own} kitDraft={kitDraft?.id === own.id ? kitDraft : null} {...shared} />
      ) : (
        <FloorDesk key={chosen.id} deskKit={null} {...shared} />
      )}
      <Notice words={notice} isRaised />
    </BenchContext>
  );
}

type OwnKitDeskProps = Omit<React.ComponentProps<typeof FloorDesk>, "deskKit"> & {
  readonly kitRow: KitRow;
  readonly kitDraft: UnsavedDraft<KitContent> | null;
};

/** An own kit under the hands: what is changed on it is played at once, and saved. */
function OwnKitDesk({ kitRow, kitDraft, ...rest }: OwnKitDeskProps) {
  const [kitBench] = useState(() => openKitBench(kitDraft?.content ?? kitRow.content));
  const content = useStore(kitBench.store, (state) => state.content);
  const history = useUndo(kitBench);
  const [where] = useState(() => ({
    store: kitBench.store,
    replace: kitBench.replace,
    table: (book: BookDatabase) => book.kits,
    drafts: kitDrafts,
    what: "kit",
  }));
  const saving: Saving<KitContent> = useSaving(where, kitRow, kitDraft, rest.say);
  // What is under the hands goes before what the database had when it was last read.
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever it has been read anew
  useEffect(() => setRigKit(toKit(kitBench.store.getState().content)), [kitBench, kitRow]);
  useEffect(() => {
    // In the same step as the change, so that the plan and what is worked out of it are of one kit.
    return kitBench.store.subscribe((now, before) => {
      if (now.content.surfaces !== before.content.surfaces) setRigKit(toKit(now.content));
    });
  }, [kitBench]);
  const deskKit: DeskKit = { bench: kitBench, content, history, saving };
  return (
    <FloorDesk
      {...rest}
      deskKit={deskKit}
      notices={
        <>
          {rest.notices}
          <SaveNotice
            state={saving.state}
            what="kit"
            onTakeTheirs={saving.takeTheirs}
            onKeepMine={saving.keepMine}
            onCopyMine={() => rest.say("Use Copy in the list of kits: your version is kept there as a new kit.")}
          />
        </>
      }
    />
  );
}
