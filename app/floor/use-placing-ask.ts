/** What placings are asked for, and those that are found for the fill as it is. */

import { useMemo, useState } from "react";
import type { Kit, Travel } from "~/core";
import type { Worked } from "~/stack/bench";
import type { PlacingRequest } from "~/workers/placing";
import { DEFAULT_PLACING_WEIGHTS, type PlacingAsk } from "./placings";
import { countHands } from "./strokes";
import { usePlacings } from "./use-placings";

const BEST = 24;
const DRAWS = 12;
/** One stroke of this many elsewhere makes a placing clearly different. */
const DIFFERENT_SHARE = 5;

/** They are only searched for while `isOn`. */
export function usePlacingAsk(isOn: boolean, worked: Worked, kit: Kit, travel: Travel) {
  const [ask, setAsk] = useState<PlacingAsk>({
    surfaces: null,
    weights: DEFAULT_PLACING_WEIGHTS,
    seed: null,
    like: null,
    different: true,
  });
  const request = useMemo(
    (): PlacingRequest | null =>
      isOn
        ? {
            phrase: worked.phrase,
            kit,
            limits: travel.limits,
            surfaces: ask.surfaces ?? kit.surfaces.filter(({ player }) => player === "hands").map(({ place }) => place),
            weights: ask.weights,
            most: ask.seed === null ? BEST : DRAWS,
            apart: ask.different ? Math.max(2, Math.ceil(countHands(worked.timeline) / DIFFERENT_SHARE)) : 1,
            seed: ask.seed,
            like: ask.like,
          }
        : null,
    [isOn, worked, kit, travel, ask],
  );
  return { ask, setAsk, placings: usePlacings(request) };
}
