/** Elements of a MusicXML file in the XML builder's ordered form. */

import type { KitVoice } from "~/core/stroke";

/** An element in the XML builder's form: its name with its ordered content, and its attributes beside it. */
export interface Element {
  readonly [name: string]: readonly (Element | Text)[] | Readonly<Record<string, string | number>>;
}
interface Text {
  readonly "#text": string | number;
}

export type Attributes = Readonly<Record<string, string | number>>;

export function el(
  name: string,
  content: readonly Element[] | string | number = [],
  attributes: Attributes = {},
): Element {
  const inside = Array.isArray(content) ? content : [{ "#text": content as string | number }];
  const named = Object.fromEntries(Object.entries(attributes).map(([key, value]) => [`@_${key}`, value]));
  return { [name]: inside, ...(Object.keys(named).length > 0 ? { ":@": named } : {}) };
}

/** The score's only part, and the instrument of each surface. */
export const PART = "P1";

export function instrumentOf(place: KitVoice): string {
  return `${PART}-${place}`;
}
