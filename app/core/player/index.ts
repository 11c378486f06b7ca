/** The player: kit, speeds, hands and reach, and what they allow. */

export * from "./ceiling";
export * from "./demands";
export * from "./gestures";
export * from "./limits";
export * from "./motions";
export * from "./player";
export * from "./variants";
