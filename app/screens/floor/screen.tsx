/** The Floor: the kit from above, the paths of the hands, and everything that changes them. */

import { useEffect, useState } from "react";
import { useStore } from "zustand";
import type { Unsaved } from "~/data/journal";
import type { KitRow } from "~/library/database";
import type { KitContent } from "~/library/kit/content";
import { KITS } from "~/library/kit/kind";
import { toKit } from "~/library/kit/kit";
import { useSaving } from "~/library/use-saving";
import { KIT_ACTS } from "~/messages/acts";
import type { KitMessages } from "~/messages/kits";
import { useMessages } from "~/messages/use-messages";
import { usePlayerSession } from "~/session/player";
import { useSay } from "~/session/session";
import { SaveNotice } from "~/ui/save-state";
import { FloorDesk, type FloorTab } from "./desk";
import { openKitDraft } from "./kit-draft";

export interface FloorScreenProps {
  readonly unsavedKit: (Unsaved<KitContent> & { readonly id: string }) | null;
}

export function FloorScreen({ unsavedKit }: FloorScreenProps) {
  const { chosen, kits } = usePlayerSession();
  const [tab, setTab] = useState<FloorTab>("voicing");
  if (!chosen) return <p className="p-6 quiet">No kit is chosen. Open Setup and choose one.</p>;
  const own = kits.own.find(({ id }) => id === chosen.id);
  const shared = { tab, onTab: setTab, chosen };
  return own ? (
    <OwnKitDesk key={own.id} kitRow={own} unsavedKit={unsavedKit?.id === own.id ? unsavedKit : null} {...shared} />
  ) : (
    <FloorDesk key={chosen.id} deskKit={null} notices={null} {...shared} />
  );
}

type OwnKitDeskProps = Omit<React.ComponentProps<typeof FloorDesk>, "deskKit" | "notices"> & {
  readonly kitRow: KitRow;
  readonly unsavedKit: Unsaved<KitContent> | null;
};

/** An own kit being changed: changes are used immediately, and saved. */
function OwnKitDesk({ kitRow, unsavedKit, ...rest }: OwnKitDeskProps) {
  const [draft] = useState(() => openKitDraft(unsavedKit?.content ?? kitRow.content));
  const content = useStore(draft.store, (state) => state.content);
  const { tryKit } = usePlayerSession();
  const say = useSay();
  const { send } = useMessages<KitMessages>("/kits", KIT_ACTS);
  const saving = useSaving({ kept: KITS, row: kitRow, unsaved: unsavedKit }, draft, say);
  useEffect(() => {
    tryKit(toKit(draft.store.getState().content));
    // In the same update as the change, so that the plan and everything derived from it use one kit.
    const stop = draft.store.subscribe((now, before) => {
      if (now.content.surfaces !== before.content.surfaces) tryKit(toKit(now.content));
    });
    return () => {
      stop();
      tryKit(null);
    };
  }, [draft, tryKit]);
  return (
    <FloorDesk
      {...rest}
      deskKit={{ draft, content }}
      notices={<SaveNotice saving={saving} onCopy={(mine) => send("create", { content: mine })} />}
    />
  );
}
