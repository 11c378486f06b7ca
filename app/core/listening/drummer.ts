/** A simulated drummer: plays the expected strokes with configurable faults. It stands in for a kit. */

import { makeRandom } from "../graph/count";
import { betweenLevels, isHand, type Level } from "../stroke/stroke";
import { type Seconds, seconds } from "../time/time";
import type { Expected } from "./expect";
import type { Hit } from "./hit";
import type { Drummer } from "./settings";

const VELOCITIES: Record<Level, number> = { ghost: 32, normal: 74, accent: 112 };
/** Spread of a stroke's velocity. */
const VELOCITY_SPREAD = 5;
/** Seconds between strokes that should be together. */
const FALLEN = [0.006, 0.024] as const;

/** Its hits in one repeat, in order of time. Every repeat is a different take by the same drummer. */
export function playDrummer(strokes: readonly Expected[], drummer: Drummer, repeat: number): Hit[] {
  const bits = makeRandom((drummer.seed + repeat * 7919) >>> 0);
  const chance = () => bits() / 2 ** 32;
  // Box-Muller transform: a standard normal number from two uniform ones (1958).
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const start = strokes[0]?.at ?? 0;
  const times: number[] = [];
  const hits: Hit[] = [];
  for (const [index, stroke] of strokes.entries()) {
    const [jitter, dropped, falls, loudness, apart] = [normal(), chance(), chance(), normal(), chance()];
    const before = strokes[index - 1];
    let at = start + (stroke.at - start) / (1 + drummer.rushing) + (jitter * drummer.steadiness) / 1000;
    if (stroke.limb === drummer.weakHand) at += drummer.weakLate / 1000;
    if (!isHand(stroke.limb)) at += drummer.feetLate / 1000;
    const canFall = before && before.limb !== stroke.limb && before.moment !== stroke.moment && stroke.slot !== null;
    if (canFall && falls < drummer.flams) {
      at = (times[index - 1] as number) + FALLEN[0] + apart * (FALLEN[1] - FALLEN[0]);
    }
    times.push(at);
    if (stroke.level === "ghost" && stroke.slot !== null && dropped < drummer.missedGhosts) continue;
    hits.push({
      at: seconds(at) as Seconds,
      place: stroke.place,
      limb: null,
      velocity: velocityOf(stroke.force, drummer.flatness, loudness),
    });
  }
  return hits.sort((a, b) => a.at - b.at);
}

function velocityOf(force: number, flatness: number, loudness: number): number {
  const meant = betweenLevels(force, VELOCITIES);
  const wanted = meant + (VELOCITIES.normal - meant) * flatness;
  return Math.round(Math.min(127, Math.max(1, wanted + loudness * VELOCITY_SPREAD)));
}
