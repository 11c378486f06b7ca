/** Listening settings: the source, and the defaults. */

import { STEADY_DRUMMER } from "~/core/listening";
import type { Listening } from "./listening-schema";
import { SOURCE_DEFINITIONS, type SourceDefinition } from "./sources";

export type { Listening } from "./listening-schema";
export { isSelfJudged, isSimulated, SOURCES, type Source } from "./sources";

/** Latency of the chosen source in milliseconds. */
export function latencyOf({ source, latency }: Pick<Listening, "source" | "latency">): number {
  const { latency: setting }: SourceDefinition = SOURCE_DEFINITIONS[source];
  return setting === null ? 0 : latency[setting];
}

export const DEFAULT_LISTENING: Listening = {
  source: "self",
  strictness: "standard",
  keys: { R: "KeyJ", L: "KeyF", K: "KeyB", H: "KeyV" },
  pads: {},
  curve: 1,
  latency: { keys: 0, midi: 0 },
  nextPad: null,
  goesOn: true,
  playsAlong: false,
  breakAfter: 25,
  drummer: { ...STEADY_DRUMMER },
};
