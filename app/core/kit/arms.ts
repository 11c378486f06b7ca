/** What arms can do over a floor plan: whether they cross, which is on top, how far they reach. Geometric estimates. */

import type { Hand } from "../stroke/stroke";
import type { KitPiece } from "./kit";

/** Half the width of a player's shoulders, and their height when seated. Centimetres; our estimate. */
const SHOULDER_X = 19;
const SHOULDER_HEIGHT = 105;
/** Length of arm and stick: beyond this a player leans over. Centimetres; our estimate. */
export const COMFORTABLE_REACH = 115;
/** Sticks whose ends come closer than this get in each other's way. Centimetres; our estimate. */
const TIP_CLEARANCE = 12;

type FloorPoint = Pick<KitPiece, "x" | "y">;

function shoulderOf(hand: Hand): FloorPoint {
  return { x: hand === "R" ? SHOULDER_X : -SHOULDER_X, y: 0 };
}

/** Distance from the hand's shoulder to the surface, in centimetres. */
export function reachOf(hand: Hand, surface: KitPiece): number {
  const shoulder = shoulderOf(hand);
  return Math.hypot(surface.x - shoulder.x, surface.y - shoulder.y, surface.height - SHOULDER_HEIGHT);
}

/** Whether the arms cross, seen from above, with each hand at its surface. */
export function armsCross(right: FloorPoint, left: FloorPoint): boolean {
  const from = shoulderOf("R");
  const to = shoulderOf("L");
  const [rx, ry] = [right.x - from.x, right.y - from.y];
  const [lx, ly] = [left.x - to.x, left.y - to.y];
  const turn = rx * ly - ry * lx;
  if (turn === 0) return false;
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const alongRight = (dx * ly - dy * lx) / turn;
  const alongLeft = (dx * ry - dy * rx) / turn;
  if (alongRight <= 0 || alongRight >= 1 || alongLeft <= 0 || alongLeft >= 1) return false;
  const short = Math.min((1 - alongRight) * Math.hypot(rx, ry), (1 - alongLeft) * Math.hypot(lx, ly));
  return short > TIP_CLEARANCE;
}

/** The hand on top where they cross: the one at the higher surface, otherwise the one that reaches further. */
export function handOnTop(right: KitPiece, left: KitPiece): Hand {
  if (right.height !== left.height) return right.height > left.height ? "R" : "L";
  return reachOf("R", right) >= reachOf("L", left) ? "R" : "L";
}
