/** The timeline: what happens when, in exact ticks. */

export * from "./period";
export * from "./slot";
export * from "./timeline";
