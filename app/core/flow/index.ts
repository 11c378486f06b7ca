/** Improvising between ideas: counted, drawn, called and heard. */

export * from "./calls";
export * from "./compose";
export {
  compileFlow,
  countFlow,
  drawFlow,
  type FlowWays,
  type FlowWeights,
  isFlowProblem,
  type PlacedPiece,
  seedOf,
} from "./draw";
export * from "./hear";
export { type FlowLoosened, listFittingBars, loosenFlow } from "./loosen";
export { lengthOf } from "./piece";
export * from "./record";
export { isTrouble, type Round, RoundMaker, type RoundRequest, type RoundTrouble } from "./round";
export * from "./spec";
