import { z } from "zod";

export const setupMessages = {
  /** Reads the storage facts again. */
  look: z.object({}),
  askToKeep: z.object({}),
  forgetFolder: z.object({}),
  snoozeBackup: z.object({}),
};

export interface SetupMessages {
  readonly address: "/setup";
  readonly schemas: typeof setupMessages;
  readonly answer: null;
}
