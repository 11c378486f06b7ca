/** How the app listens: what it listens to, and as nobody has set it up yet. */

import { STEADY_DRUMMER } from "~/core/listening";
import type { Listening } from "./listening-schema";

export type { Listening } from "./listening-schema";

export const SOURCES = ["self", "keys", "midi", "drummer"] as const;
export type Source = (typeof SOURCES)[number];

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
