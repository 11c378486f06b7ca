/** Which of a repeat's measurements are stored with its run. */

import type { Measures } from "~/core/listening";
import type { RunNumbers } from "./run";

export function toNumbers({ missed, extra, offset, spread, handFootGap, drift, flams, limbs }: Measures): RunNumbers {
  const ms = (seconds: number | null | undefined) =>
    seconds === null || seconds === undefined ? null : Math.round(seconds * 10_000) / 10;
  const uneven = limbs.flatMap(({ limb, unevenness }) =>
    unevenness === null ? [] : [[limb, Math.min(10_000, Math.round(unevenness * 1000) / 10)] as const],
  );
  return {
    missed: missed.length,
    extra: extra.length,
    offset: ms(offset?.value),
    spread: ms(spread),
    gap: ms(handFootGap),
    drift: ms(drift?.value),
    flams: flams.length,
    uneven: Object.fromEntries(uneven),
  };
}
