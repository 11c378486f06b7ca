/** The usual setting, for tests to vary. */

import { STRAIGHT } from "../groove/feel";
import type { Setting } from "../groove/setting";

export const USUAL: Setting = {
  grooveBars: 1,
  countInBars: 0,
  ending: "crash",
  during: "nothing",
  foot: "none",
  kickOnBeats: false,
  stops: false,
  feel: STRAIGHT,
  follows: true,
};
