/** Whether a phrase fits, how it lands, and what would make it fit or land better. */

export * from "./closing";
export * from "./ending";
export * from "./fit";
export * from "./landing";
export * from "./space";
