/** What this player plays on and how fast: the kit of the moment and the limits of the limbs. One for the whole page. */

import { create } from "zustand";
import { type Kit, type Limits, layoutKey, limitsOf, measureTravel, mirrorKit, openKit, type Travel } from "~/core";
import type { KitRow } from "~/data/database";
import type { Handedness, Preferences } from "~/data/preferences";
import { type KitContent, toKit } from "~/formats/kit";
import { strongHandOf } from "./preferences";

/** A kit as it ships. */
export interface ShippedKit extends KitContent {
  readonly id: string;
}

/** A kit that can be played, and what it is called. */
export interface ChosenKit {
  readonly id: string;
  readonly name: string;
  readonly kit: Kit;
  /** Whether it is the player's own, and may be changed. */
  readonly isOwn: boolean;
}

export interface Rig {
  readonly chosen: ChosenKit | null;
  readonly kit: Kit | null;
  /** See {@link layoutKey}: while it stays, phrases need not be laid out anew. */
  readonly layout: string;
  readonly limits: Limits;
  /** Null before a kit is known. */
  readonly travel: Travel | null;
}

const useStore = create<Rig>(() => ({
  chosen: null,
  kit: null,
  layout: "",
  limits: limitsOf("working", "R"),
  travel: null,
}));

/** A kit that ships, as a player with these hands sets it up. */
export function turnKit(kit: Kit, hands: Handedness): Kit {
  return hands === "left" ? mirrorKit(kit) : hands === "open" ? openKit(kit) : kit;
}

/** The kit that the preferences name: an own one as it stands, a shipped one for the player's hands; else the first that ships. */
export function chooseKit(
  { kit: id, hands }: Preferences,
  shipped: readonly ShippedKit[],
  own: readonly KitRow[],
): ChosenKit | null {
  const row = own.find((one) => one.id === id);
  if (row) return { id, name: row.content.name, kit: toKit(row.content), isOwn: true };
  const entry = shipped.find((one) => one.id === id) ?? shipped[0];
  return entry ? { id: entry.id, name: entry.name, kit: turnKit(toKit(entry), hands), isOwn: false } : null;
}

/** The limits of the player's limbs: the level's estimates, with own numbers over them. */
export function limitsOfPlayer({ level, hands, measured }: Preferences): Limits {
  return limitsOf(level, strongHandOf(hands), measured);
}

/** Whether any speed is the player's own. */
export function isMeasured({ measured }: Preferences): boolean {
  return Object.values(measured).some((limb) => limb?.single !== undefined || limb?.double !== undefined);
}

export function setRig(chosen: ChosenKit | null, limits: Limits) {
  const now = useStore.getState();
  const same = JSON.stringify([now.chosen, now.limits]) === JSON.stringify([chosen, limits]);
  if (same) return;
  const kit = chosen?.kit ?? null;
  useStore.setState({
    chosen,
    kit,
    layout: kit ? layoutKey(kit) : "",
    limits,
    travel: kit && measureTravel(kit, limits),
  });
}

/** The same player on a kit that is being changed. */
export function setRigKit(kit: Kit) {
  const { chosen, limits } = useStore.getState();
  useStore.setState({
    chosen: chosen && { ...chosen, kit },
    kit,
    layout: layoutKey(kit),
    travel: measureTravel(kit, limits),
  });
}

/** As things stand. */
export function rigNow(): Rig {
  return useStore.getState();
}

export function useRig(): Rig {
  return useStore();
}
