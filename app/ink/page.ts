/** Pages as data: groups of ink in their places. The screen, the printer and files are given the same ones. */

import type { InkGroup } from "./svg";

/** What a group is to who can't see it: its level as a heading, text, a picture, or nothing that is read out. */
export type GroupRole = "h1" | "h2" | "text" | "figure" | "none";

export interface PageGroup extends InkGroup {
  readonly role: GroupRole;
  /** What a picture shows. */
  readonly alt?: string;
}

export interface InkPage {
  readonly groups: readonly PageGroup[];
}

/** Sizes are in the page's own units, of which there are `units` to a millimetre. */
export interface Sheet {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly units: number;
  readonly pages: readonly InkPage[];
}
