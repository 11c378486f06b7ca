/** Blocks on pages, each page with a footer. */

import type { InkPage, Sheet } from "~/ink/page";
import { inkLine } from "~/ink/picture";
import { placeWords, wordsWidth } from "~/ink/type";
import { type Block, flow } from "./flow";
import { type Frame, scalePart } from "./page";
import { SMALL, setText } from "./text";

/** Blocks on pages, each with a footer: title, page number, and the program. */
export function finishSheet(title: string, blocks: readonly Block[], frame: Frame): Sheet {
  const { width, height, margin, units, room } = frame;
  const laid = flow(blocks, room.height);
  const pages = laid.map((placed, index): InkPage => {
    const groups = placed.flatMap(({ block: one, y }) => {
      // A block higher than a page is scaled to fit.
      const fit = one.height > room.height ? scalePart(one, room.height / one.height) : one;
      return fit.groups.map((group) => ({ ...group, x: group.x + margin, y: group.y + margin + y }));
    });
    const at = height - margin;
    const many = laid.length > 1 ? `${title} · page ${index + 1} of ${laid.length}` : title;
    const right = "Dime Stack";
    const rightWidth = wordsWidth(right, SMALL.size, SMALL.face);
    const foot = setText(many, room.width - rightWidth - 20, SMALL);
    const ink = [
      inkLine([0, -18], [room.width, -18], 0.6, { kind: "rail", tone: "nickel" }),
      placeWords(right, room.width - rightWidth, -4, SMALL, { kind: "text", tone: "nickel" }, false),
    ];
    const footGroups = [
      { x: margin, y: at, scale: 1, role: "none" as const, ink },
      ...foot.groups
        .slice(0, 1)
        .map((group) => ({ ...group, x: margin, y: at - 12, role: "none" as const, ink: group.ink.slice(0, 1) })),
    ];
    return { groups: [...groups, ...footGroups] };
  });
  return { title, width, height, units, pages };
}
