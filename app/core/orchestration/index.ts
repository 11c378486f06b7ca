/** Orchestration: layers that send strokes to drums and cymbals. */

export {
  ALL_STROKES,
  DIRECTIONS,
  type Direction,
  keepsBackbeat,
  mirrorOrchestration,
  type Orchestration,
  type OrchestrationFilter,
  type OrchestrationKind,
  type OrchestrationLayer,
  type OrchestrationRule,
  PATH_NAMES,
  type Path,
  placesOf,
  renamePlace,
} from "./layers";
