/** Opens the fill of an address. */

import { bookName, currentBook } from "../current";
import type { GrooveChoice, ShippedGroove } from "../groove/choices";
import { listGrooves } from "../groove/list";
import { type Opened, openRow } from "../open-row";
import type { FillContent } from "./content";
import { FIRST_FILLS } from "./first";
import { FILLS } from "./kind";
import { welcome } from "./welcome";

interface OpenedFill extends Opened<FillContent> {
  readonly grooves: readonly GrooveChoice[];
}

/** The fill with its available grooves; null if there is none. A newcomer's first fill is created when it is opened. */
export async function openFill(
  id: string,
  shipped: readonly ShippedGroove[],
  loadStarter: () => FillContent,
): Promise<OpenedFill | null> {
  const book = await currentBook();
  if (id === FIRST_FILLS[bookName()]) await welcome(book, bookName(), loadStarter);
  const [opened, grooves] = await Promise.all([openRow(FILLS, id), listGrooves(book, shipped)]);
  return opened && { ...opened, grooves };
}
