/** Fills on pages, for tests. */

import { loadGrooves, loadKits } from "~/content";
import { mirrorGroove } from "~/core/groove";
import { mirrorKit } from "~/core/kit";
import type { Hands } from "~/core/player";
import { limitsOf } from "~/core/player";
import type { PageGroup, Sheet } from "~/ink/page";
import { type FillContent, makeContent } from "~/library/fill/content";
import type { ShippedGroove } from "~/library/groove/choices";
import { readGrooves } from "~/library/groove/choices";
import type { PaperFill, PaperPlayer } from "./read-fill";

export const GROOVES = readGrooves(loadGrooves() as readonly ShippedGroove[]);

export function paperFillOf(content: FillContent, link: string | null = null): PaperFill {
  const found = GROOVES.find(({ id }) => id === content.groove) ?? GROOVES[0];
  if (!found) throw new Error("no groove ships");
  return { content, groove: { name: found.name, groove: found.groove }, plan: null, link };
}

export function paperFillOfLine(text: string, given: Partial<FillContent> = {}): PaperFill {
  return paperFillOf(makeContent({ text, name: "A fill", groove: "straight-eighths", ...given }));
}

export function paperPlayerOf(kitId = "four-piece", hands: "right" | "left" = "right"): PaperPlayer {
  const kit = loadKits().find(({ id }) => id === kitId);
  if (!kit) throw new Error(`no kit ${kitId}`);
  const side: Hands = hands === "left" ? { leading: "L", timekeeper: "L" } : { leading: "R", timekeeper: "R" };
  const own = { surfaces: kit.surfaces };
  return {
    spec: { kit: hands === "left" ? mirrorKit(own) : own, limits: limitsOf("working", side.leading), hands: side },
    kit: kit.name,
    sixes: "whole",
    repeats: "written",
  };
}

export function leftHanded(fill: PaperFill): PaperFill {
  return { ...fill, groove: { ...fill.groove, groove: mirrorGroove(fill.groove.groove) } };
}

/** All text on a page. */
export function wordsOf(groups: readonly PageGroup[]): string[] {
  return groups.flatMap(({ ink }) => ink.flatMap((one) => (one.shape === "words" ? [one.text] : [])));
}

/** Ink outside the paper, by kind. */
export function overTheEdge({ pages, width, height }: Sheet): string[] {
  return pages.flatMap(({ groups }, page) =>
    groups.flatMap(({ x, y, scale, ink }) =>
      ink.flatMap((one) => {
        const { left, top, right, bottom } = one.box;
        const isIn =
          x + left * scale >= 0 && y + top * scale >= 0 && x + right * scale <= width && y + bottom * scale <= height;
        return isIn ? [] : [`page ${page + 1}: ${one.kind}${one.shape === "words" ? ` ${one.text}` : ""}`];
      }),
    ),
  );
}
