/** Pages as data: groups of ink at positions. Screen, printer and files use the same ones. */

import type { InkGroup } from "./svg";

/** The role of a group for screen readers: a heading level, text, a picture, or nothing. */
export type GroupRole = "h1" | "h2" | "text" | "figure" | "none";

export interface PageGroup extends InkGroup {
  readonly role: GroupRole;
  /** Sizes are in the page's units, with `units` per millimetre. */
  readonly alt?: string;
}

export interface InkPage {
  readonly groups: readonly PageGroup[];
}

export interface Sheet {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly units: number;
  readonly pages: readonly InkPage[];
}
