/** A band's figure, which a fill or a search has to meet. */

import type { Figure } from "~/core/search";
import { parseRate } from "~/core/time";
import type { FigureContent } from "./schema";

export type { FigureContent } from "./schema";

export function toFigure({ rate, ...rest }: FigureContent): Figure {
  return { ...rest, rate: parseRate(rate) ?? { slots: 2, quarters: 1 } };
}
