/** The engine's door: everything that other rooms may use. */

export * from "./closing";
export * from "./count";
export * from "./cycle";
export * from "./edit";
export * from "./ending";
export * from "./family";
export * from "./figure";
export * from "./fit";
export { countWays, drawWays, makeRandom, totalWays } from "./graph/count";
export { takeBest } from "./graph/rank";
export * from "./groove/arrange";
export * from "./groove/clicks";
export * from "./groove/feel";
export * from "./groove/feel-advice";
export * from "./groove/forms";
export * from "./groove/groove";
export * from "./groove/keeper";
export * from "./groove/ladder";
export * from "./groove/loop";
export * from "./groove/mix";
export * from "./groove/setting";
export { listOstinato } from "./groove/under";
export { armsCross, COMFORTABLE_REACH, handOnTop, reachOf } from "./kit/arms";
export * from "./kit/ceiling";
export * from "./kit/checks";
export * from "./kit/gestures";
export * from "./kit/kit";
export * from "./kit/limits";
export * from "./kit/placing";
export * from "./kit/placing-score";
export * from "./kit/travel";
export * from "./kit/variants";
export {
  ALL_STROKES,
  DIRECTIONS,
  type Direction,
  mirrorVoicing,
  PATH_NAMES,
  type Path,
  placesOf,
  renamePlace,
  stepsOf,
  type Voicing,
  type VoicingFilter,
  type VoicingKind,
  type VoicingLayer,
  type VoicingRule,
} from "./kit/voicing";
export * from "./landing";
export * from "./listening/drummer";
export * from "./listening/expect";
export type { Hit } from "./listening/hit";
export * from "./listening/judge";
export * from "./listening/listen";
export type { LimbMeasure, Measures } from "./listening/measure";
export * from "./moves/apply";
export { findMeeting, type Meeting } from "./moves/layer";
export * from "./moves/move";
export * from "./moves/recipe";
export { mirrorCell, readCell, reverseCell, rotateCell } from "./moves/shape";
export { readRhythm } from "./moves/sound";
export * from "./phrase";
export * from "./practice/calibrate";
export * from "./practice/care";
export * from "./practice/climb";
export * from "./practice/kinds";
export * from "./practice/plan";
export * from "./practice/progress";
export * from "./practice/state";
export * from "./practice/step";
export * from "./practice/today";
export * from "./rewrite";
export * from "./school";
export * from "./search";
export * from "./speed";
export type { Problem, ProblemCode, Span } from "./stick-line/problem";
export { MAX_TEXT, type Reading, readStickLine } from "./stick-line/read";
export { formatLine, formatSlots } from "./stick-line/write";
export * from "./sticking";
export * from "./stroke";
export * from "./time";
export * from "./timeline";
