/** A band's figure, for fills and searches. */

import type { Figure } from "~/core/search";
import { parseRate } from "~/core/time";
import type { FigureContent } from "./schema";

export type { FigureContent } from "./schema";

export function toFigure({ rate, ...rest }: FigureContent): Figure {
  return { ...rest, rate: parseRate(rate) ?? { slots: 2, quarters: 1 } };
}
