/** Every way to play a phrase on a kit: counted, ranked and drawn. */

export * from "./find";
export * from "./score";
