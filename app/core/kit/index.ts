/** Kits as geometry: where everything is, and what is wrong with it. */

export { handOnTop } from "./arms";
export * from "./checks";
export * from "./kit";
export * from "./usual";
