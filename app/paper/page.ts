/** Parts of a page, and how to combine them. */

import type { PageGroup } from "~/ink/page";
import { measurePaper, type PageSetup, type SheetPart } from "~/ink/paper-sizes";

/** Ink placed as a unit, with its origin at 0, 0. */
export interface PagePart {
  readonly height: number;
  readonly groups: readonly PageGroup[];
}

export interface SheetSetup extends PageSetup {
  readonly parts: readonly SheetPart[];
}

const PIXELS_PER_MILLIMETRE = 96 / 25.4;
/** Millimetres that most printers need, and room for a thumb. */
const MARGIN = 13;
/** Room for the footer, in units. */
const FOOT = 26;

export interface Frame {
  /** The page's size, and the margin on all sides. */
  readonly width: number;
  readonly height: number;
  readonly margin: number;
  readonly units: number;
  /** The area between the margins. */
  readonly room: { readonly width: number; readonly height: number };
}

export function measureFrame(setup: PageSetup): Frame {
  const paper = measurePaper(setup);
  const units = PIXELS_PER_MILLIMETRE / paper.scale;
  const [width, height, margin] = [paper.width * units, paper.height * units, MARGIN * units];
  const room = { width: width - 2 * margin, height: height - 2 * margin - FOOT };
  return { width, height, margin, units, room };
}

/** Moves a part right and down. */
export function moveGroups(groups: readonly PageGroup[], dx: number, dy: number): PageGroup[] {
  return groups.map((group) => ({ ...group, x: group.x + dx, y: group.y + dy }));
}

/** Scales a part. */
export function scalePart({ height, groups }: PagePart, by: number): PagePart {
  const scaled = groups.map(({ x, y, scale, ...rest }) => ({ ...rest, x: x * by, y: y * by, scale: scale * by }));
  return { height: height * by, groups: scaled };
}

/** Stacks parts vertically. */
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

/** Two parts side by side, the second from `x`. */
export function beside(left: PagePart, right: PagePart, x: number): PagePart {
  return {
    height: Math.max(left.height, right.height),
    groups: [...left.groups, ...moveGroups(right.groups, x, 0)],
  };
}
