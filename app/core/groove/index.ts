/** Grooves, forms and feel: the context of a fill. */

export * from "./arrange";
export * from "./feel";
export * from "./feel-advice";
export * from "./forms";
export * from "./groove";
export * from "./keeper";
export * from "./ladder";
export * from "./loop";
export * from "./mix";
export * from "./played-over";
export * from "./setting";
export * from "./sounding";
