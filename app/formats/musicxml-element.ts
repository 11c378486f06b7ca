/** Elements of a MusicXML file, as the XML builder keeps them in order. */

import type { KitVoice } from "~/core/stroke";

/** An element as the XML builder keeps it: its name with its content, in order, and its attributes beside it. */
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

/** The one part of the score, and the instrument of each surface in it. */
export const PART = "P1";

export function instrumentOf(place: KitVoice): string {
  return `${PART}-${place}`;
}
