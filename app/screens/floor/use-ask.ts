/** The orchestration request, and the results for the current fill. */

import { useMemo, useState } from "react";
import type { Player } from "~/core/player";
import type { Analysis } from "~/editor/editor";
import { useOpenFill } from "~/editor/fill/place";
import type { OrchestrationRequest } from "~/workers/orchestration";
import { DEFAULT_PLACING_WEIGHTS, type OrchestrationAsk } from "./found";
import { countHands } from "./strokes";
import { useOrchestrations } from "./use-found";

const BEST = 24;
const DRAWS = 12;
/** Two orchestrations differ clearly if one in this many strokes is elsewhere. */
const DIFFERENT_SHARE = 5;

/** The search only runs while `isOn`. */
export function useOrchestrationAsk(isOn: boolean, worked: Analysis, player: Player) {
  const [ask, setAsk] = useState<OrchestrationAsk>({
    surfaces: null,
    weights: DEFAULT_PLACING_WEIGHTS,
    seed: null,
    like: null,
    different: true,
  });
  const { ostinato } = useOpenFill();
  const request = useMemo(
    (): OrchestrationRequest | null =>
      isOn
        ? {
            phrase: worked.phrase,
            player: { kit: player.kit, limits: player.limits, hands: player.hands },
            ostinato: ostinato(worked.timeline),
            surfaces:
              ask.surfaces ?? player.kit.surfaces.filter(({ player }) => player === "hands").map(({ place }) => place),
            weights: ask.weights,
            most: ask.seed === null ? BEST : DRAWS,
            apart: ask.different ? Math.max(2, Math.ceil(countHands(worked.timeline) / DIFFERENT_SHARE)) : 1,
            seed: ask.seed,
            like: ask.like,
          }
        : null,
    [isOn, worked, player, ostinato, ask],
  );
  return { ask, setAsk, orchestrations: useOrchestrations(request) };
}
