/** Kits as geometry: where everything stands, and what is wrong with it. */

export { armsCross, COMFORTABLE_REACH, handOnTop, reachOf } from "./arms";
export * from "./checks";
export * from "./kit";
