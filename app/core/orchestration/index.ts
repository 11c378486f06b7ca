/** Orchestration: layers that send strokes to drums and cymbals. */

export {
  ALL_STROKES,
  DIRECTIONS,
  type Direction,
  keepsBackbeat,
  type Orchestration,
  type OrchestrationFilter,
  type OrchestrationKind,
  type OrchestrationLayer,
  type OrchestrationRule,
  PATH_NAMES,
  type Path,
} from "./layers";
export { mirrorOrchestration } from "./mirror";
export { placesOf, renamePlace } from "./rename";
