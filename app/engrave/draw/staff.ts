/** A score as a drawing: systems of bars, one below the other. */

import type { Drawing, DrawnNote } from "~/ink/ink";
import type { StaffBar } from "../score";
import type { StaffLook } from "./drawn";
import { measureByOutlines } from "./recorder";
import { drawSystem } from "./system";
import { breakSystems, engraveBar, openingRoom, tightestPage } from "./systems";

measureByOutlines();

/** Pixels between the lines of a page. */
const BETWEEN = 6;

/** Draws bars on a page of the given width, or wider if the widest bar needs it. */
export function drawStaff(bars: readonly StaffBar[], look: StaffLook): Drawing {
  const engraved = bars.map((bar) => engraveBar(bar, look.meter));
  const opening = openingRoom(look.meter);
  const width = Math.max(look.width, tightestPage(engraved, opening));
  const notes: DrawnNote[] = [];
  const systems: Drawing["systems"][number][] = [];
  let height = 0;
  for (const [index, line] of breakSystems(engraved, width - 8, opening).entries()) {
    const system = drawSystem(line, { ...look, width }, index === 0, notes);
    systems.push({ ...system, y: height - system.top });
    height += system.bottom - system.top + BETWEEN;
  }
  return { width, height: Math.max(0, Math.ceil(height - BETWEEN)), systems, notes };
}
