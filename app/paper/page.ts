/** Parts of a page, and how they are put together. */

import type { PageGroup } from "~/ink/page";
import { measurePaper, type PageSetup, type SheetPart } from "~/ink/paper-sizes";

/** Ink that is placed as one: its corner at 0, 0. */
export interface PagePart {
  readonly height: number;
  readonly groups: readonly PageGroup[];
}

export interface SheetSetup extends PageSetup {
  readonly parts: readonly SheetPart[];
}

const PIXELS_PER_MILLIMETRE = 96 / 25.4;
/** Millimetres that most printers need, and a thumb. */
const MARGIN = 13;
/** For the line at the foot, in units. */
const FOOT = 26;

export interface Frame {
  /** The page's, and the margin that is left on all sides. */
  readonly width: number;
  readonly height: number;
  readonly margin: number;
  readonly units: number;
  /** What there is room for between the margins. */
  readonly room: { readonly width: number; readonly height: number };
}

export function measureFrame(setup: PageSetup): Frame {
  const paper = measurePaper(setup);
  const units = PIXELS_PER_MILLIMETRE / paper.scale;
  const [width, height, margin] = [paper.width * units, paper.height * units, MARGIN * units];
  const room = { width: width - 2 * margin, height: height - 2 * margin - FOOT };
  return { width, height, margin, units, room };
}

/** The same part further right and down. */
export function moveGroups(groups: readonly PageGroup[], dx: number, dy: number): PageGroup[] {
  return groups.map((group) => ({ ...group, x: group.x + dx, y: group.y + dy }));
}

/** The same part smaller or larger. */
export function scalePart({ height, groups }: PagePart, by: number): PagePart {
  const scaled = groups.map(({ x, y, scale, ...rest }) => ({ ...rest, x: x * by, y: y * by, scale: scale * by }));
  return { height: height * by, groups: scaled };
}

/** Parts under one another. */
export function pile(parts: readonly PagePart[], gap: number): PagePart {
  let height = 0;
  const groups: PageGroup[] = [];
  for (const [index, part] of parts.entries()) {
    if (index > 0) height += gap;
    groups.push(...moveGroups(part.groups, 0, height));
    height += part.height;
  }
  return { height, groups };
}

/** Two parts side by side, the second one from `x` on. */
export function beside(left: PagePart, right: PagePart, x: number): PagePart {
  return {
    height: Math.max(left.height, right.height),
    groups: [...left.groups, ...moveGroups(right.groups, x, 0)],
  };
}
