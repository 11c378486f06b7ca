/** The current player: chosen kit, limits and hands, provided by context and passed to the engine. */

import { createContext, useContext, useMemo, useState } from "react";
import { type Kit, layoutKey, mirrorKit, openKit } from "~/core/kit";
import { type Hands, limitsOf, makePlayer, type Player } from "~/core/player";
import type { KitRow } from "~/library/database";
import type { KitContent } from "~/library/kit/content";
import { toKit } from "~/library/kit/kit";
import type { Handedness, Preferences } from "~/library/preferences";
import { useSame } from "~/views/use-same";
import { usePreferences } from "./preferences";

/** A shipped kit. */
export interface ShippedKit extends KitContent {
  readonly id: string;
}

/** A playable kit, and its name. */
export interface ChosenKit {
  readonly id: string;
  readonly name: string;
  readonly kit: Kit;
  /** Whether it is the player's own, and can be changed. */
  readonly isOwn: boolean;
}

/** All kits, as the root loads them. */
export interface Kits {
  readonly shipped: readonly ShippedKit[];
  readonly own: readonly KitRow[];
  readonly binned: readonly KitRow[];
}

export interface PlayerSession {
  /** On the current kit, even while it is being changed. */
  readonly player: Player;
  /** See {@link layoutKey}: while it is equal, phrases needn't be laid out again. */
  readonly layout: string;
  /** Null if there are no kits at all. */
  readonly chosen: ChosenKit | null;
  readonly kits: Kits;
  /** Uses a kit that is being changed; null for the loaded one. */
  readonly tryKit: (kit: Kit | null) => void;
}

/** The hands of a preference. "open": the left hand on the hi-hat of a right-handed kit. */
export function handsOf(hands: Handedness): Hands {
  return { leading: hands === "left" ? "L" : "R", timekeeper: hands === "right" ? "R" : "L" };
}

/** A shipped kit, set up for a player with these hands. */
export function turnKit(kit: Kit, hands: Handedness): Kit {
  return hands === "left" ? mirrorKit(kit) : hands === "open" ? openKit(kit) : kit;
}

/**
 * The preferred kit: an own one as it is, a shipped one set up for the player's hands; otherwise the first shipped one.
 */
export function chooseKit({ kit: id, hands }: Preferences, { shipped, own }: Kits): ChosenKit | null {
  const row = own.find((one) => one.id === id);
  if (row) return { id, name: row.content.name, kit: toKit(row.content), isOwn: true };
  const entry = shipped.find((one) => one.id === id) ?? shipped[0];
  return entry ? { id: entry.id, name: entry.name, kit: turnKit(toKit(entry), hands), isOwn: false } : null;
}

/** Whether any speed is the player's own measurement. */
export function isMeasured({ measured }: Pick<Preferences, "measured">): boolean {
  return Object.values(measured).some((limb) => limb?.single !== undefined || limb?.double !== undefined);
}

const EMPTY_KIT: Kit = { surfaces: [] };

export function playerOf(
  { level, hands, measured }: Pick<Preferences, "level" | "hands" | "measured">,
  kit: Kit | null,
): Player {
  const who = handsOf(hands);
  return makePlayer(kit ?? EMPTY_KIT, limitsOf(level, who.leading, measured), who);
}

const PlayerContext = createContext<PlayerSession | null>(null);

export function usePlayerSession(): PlayerSession {
  const session = useContext(PlayerContext);
  if (!session) throw new Error("nobody plays outside the app");
  return session;
}

export function usePlayer(): Player {
  return usePlayerSession().player;
}

interface PlayerProviderProps {
  readonly kits: Kits;
  readonly children: React.ReactNode;
}

export function PlayerProvider({ kits, children }: PlayerProviderProps) {
  const [preferences] = usePreferences();
  const [tried, tryKit] = useState<Kit | null>(null);
  const { level, hands, measured } = preferences;
  // Values computed for a player stay while the player does.
  const who = useSame({ level, hands, measured });
  const chosen = useSame(useMemo(() => chooseKit(preferences, kits), [preferences, kits]));
  const kit = tried ?? chosen?.kit ?? null;
  const player = useMemo(() => playerOf(who, kit), [who, kit]);
  const session = useMemo(
    (): PlayerSession => ({
      player,
      layout: layoutKey(player.kit),
      chosen: chosen && { ...chosen, kit: player.kit },
      kits,
      tryKit,
    }),
    [player, chosen, kits],
  );
  return <PlayerContext value={session}>{children}</PlayerContext>;
}
