/** The Floor's Kit tab: the current kit, actions on kits, and the bin. */

import { useRevalidator } from "react-router";
import type { Kit } from "~/core/kit";
import type { KitVoice } from "~/core/stroke";
import { MAX_NAME } from "~/library/phrase/phrase";
import { KIT_ACTS } from "~/messages/acts";
import type { KitMessages } from "~/messages/kits";
import { useMessages } from "~/messages/use-messages";
import { type ChosenKit, usePlayerSession } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { Bin } from "~/ui/bin";
import type { DeskKit } from "./desk";
import { KitPanel } from "./kit-panel";

interface KitTabProps {
  readonly chosen: ChosenKit;
  readonly kit: Kit;
  /** Null on a shipped kit. */
  readonly deskKit: DeskKit | null;
  readonly surface: KitVoice | null;
  readonly onSurface: (place: KitVoice | null) => void;
}

export function KitTab({ chosen, kit, deskKit, surface, onSurface }: KitTabProps) {
  const { kits } = usePlayerSession();
  const [, changePreferences] = usePreferences();
  const { send } = useMessages<KitMessages>("/kits", KIT_ACTS);
  const { revalidate } = useRevalidator();
  const makeOwn = () => {
    const name = deskKit ? `${deskKit.content.name || "Kit"} (copy)` : `My ${chosen.name.toLowerCase()}`;
    send("create", { content: { name: name.slice(0, MAX_NAME), surfaces: [...kit.surfaces] } });
  };
  return (
    <>
      <KitPanel
        chosen={chosen}
        kit={kit}
        shipped={kits.shipped}
        own={kits.own.map(({ id, content: { name } }) => ({ id, name }))}
        draft={deskKit?.draft ?? null}
        content={deskKit?.content ?? null}
        surface={surface}
        onSurface={onSurface}
        onKit={(id) => {
          changePreferences({ kit: id });
          // The loader opens the chosen own kit.
          void revalidate();
        }}
        onMakeOwn={makeOwn}
        onDelete={() => send("delete", { id: chosen.id })}
      />
      <div className="mt-3">
        <Bin
          rows={kits.binned.map(({ id, content: { name } }) => ({ id, content: { name } }))}
          onRestore={(id) => send("restore", { id })}
        />
      </div>
    </>
  );
}
