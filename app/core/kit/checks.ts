/** Problems of a kit, and a one-step fix for each. */

import type { KitVoice } from "../stroke/stroke";
import { COMFORTABLE_REACH, reachOf } from "./arms";
import { CYMBALS, isLeftHanded, type Kit, type KitPiece, mirrorKit, surfaceAt } from "./kit";
import { usualSurface } from "./usual";

export type KitProblem =
  /** Two surfaces in the same spot. */
  | { readonly kind: "overlap"; readonly place: KitVoice; readonly other: KitVoice }
  | { readonly kind: "no-snare" }
  | { readonly kind: "no-cymbal" }
  | { readonly kind: "no-bass-drum" }
  /** Out of reach of arm and stick from both shoulders. */
  | { readonly kind: "far"; readonly place: KitVoice; readonly reach: number };

/** Two centres closer than this share of the smaller radius, at heights closer than this, are in the same spot. */
const OVERLAP_SHARE = 1;
const OVERLAP_HEIGHT = 9;

/** Whether two surfaces overlap so much that a stick could not tell them apart. */
export function overlaps(a: KitPiece, b: KitPiece): boolean {
  if ((a.player === "hands") !== (b.player === "hands")) return false;
  const apart = Math.hypot(a.x - b.x, a.y - b.y);
  return apart < (OVERLAP_SHARE * Math.min(a.size, b.size)) / 2 && Math.abs(a.height - b.height) < OVERLAP_HEIGHT;
}

export function checkKit(kit: Kit): KitProblem[] {
  const problems: KitProblem[] = [];
  const has = (place: KitVoice) => surfaceAt(kit, place) !== null;
  if (!has("sn")) problems.push({ kind: "no-snare" });
  if (!CYMBALS.some(has)) problems.push({ kind: "no-cymbal" });
  if (!has("kk")) problems.push({ kind: "no-bass-drum" });
  for (const [index, surface] of kit.surfaces.entries()) {
    const other = kit.surfaces.slice(0, index).find((before) => overlaps(before, surface));
    if (other) problems.push({ kind: "overlap", place: surface.place, other: other.place });
    if (surface.player !== "hands") continue;
    const reach = leastReach(surface);
    if (reach > COMFORTABLE_REACH) problems.push({ kind: "far", place: surface.place, reach });
  }
  return problems;
}

/** The kit with this surface at its usual position, or beside what is already there. Unchanged if it has it. */
export function addSurface(kit: Kit, place: KitVoice): Kit {
  if (kit.surfaces.some((surface) => surface.place === place)) return kit;
  const usual: Kit = { surfaces: [usualSurface(place)] };
  const [surface] = (isLeftHanded(kit) ? mirrorKit(usual) : usual).surfaces;
  return spread({ surfaces: [...kit.surfaces, surface as KitPiece] }, place);
}

const STEP = 4;
const MAX_STEPS = 60;
const DIRECTIONS = 12;

/** Moves a surface to the nearest free spot, within reach if possible. */
export function spread(kit: Kit, place: KitVoice): Kit {
  const surface = kit.surfaces.find((one) => one.place === place);
  if (!surface) return kit;
  const others = kit.surfaces.filter((one) => one !== surface);
  const spots: KitPiece[] = [];
  for (let step = 0; step <= MAX_STEPS; step++) {
    for (let direction = 0; direction < DIRECTIONS; direction++) {
      const turn = (2 * Math.PI * direction) / DIRECTIONS;
      const moved = {
        ...surface,
        x: Math.round(surface.x + step * STEP * Math.cos(turn)),
        y: Math.round(surface.y + step * STEP * Math.sin(turn)),
      };
      if (!others.some((other) => overlaps(other, moved))) spots.push(moved);
    }
  }
  const spot = spots.find((one) => one.player !== "hands" || leastReach(one) <= COMFORTABLE_REACH) ?? spots[0];
  return spot ? { surfaces: kit.surfaces.map((one) => (one === surface ? spot : one)) } : kit;
}

/** From the nearer shoulder. */
function leastReach(surface: KitPiece): number {
  return Math.min(reachOf("R", surface), reachOf("L", surface));
}

/** A surface higher than this is lowered when it is too far. Centimetres. */
const HIGH = 130;

/** Brings a surface within comfortable reach, along the line to the seat. */
function bringNear(kit: Kit, place: KitVoice): Kit {
  const surface = kit.surfaces.find((one) => one.place === place);
  if (!surface) return kit;
  let near = { ...surface, height: Math.min(surface.height, HIGH) };
  for (let part = 100; part > 0 && leastReach(near) > COMFORTABLE_REACH; part--) {
    near = { ...near, x: Math.trunc((surface.x * part) / 100), y: Math.trunc((surface.y * part) / 100) };
  }
  return spread({ surfaces: kit.surfaces.map((one) => (one === surface ? near : one)) }, place);
}

/** The kit with a problem fixed. */
export function fixKit(kit: Kit, problem: KitProblem): Kit {
  switch (problem.kind) {
    case "no-snare":
      return addSurface(kit, "sn");
    case "no-cymbal":
      return addSurface(kit, "hh");
    case "no-bass-drum":
      return addSurface(kit, "kk");
    case "overlap":
      return spread(kit, problem.place);
    case "far":
      return bringNear(kit, problem.place);
  }
}
