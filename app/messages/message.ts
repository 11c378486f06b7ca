/** What a screen may ask of an address, and what it gets for an answer. */

import type { z } from "zod";

/** Each message by its name, with the fields that it carries. */
export type MessageSchemas = Readonly<Record<string, z.ZodObject>>;

/** The messages of one address. A type only: schemas are loaded with the route, not with the screen. */
export interface Contract {
  readonly address: string;
  readonly schemas: MessageSchemas;
  readonly answer: unknown;
}

export type MessageName<Of extends Contract> = keyof Of["schemas"] & string;
/** The fields of a message as a screen gives them. */
export type MessageFields<Of extends Contract, Name extends MessageName<Of>> = Readonly<z.input<Of["schemas"][Name]>>;

/** Notes the messages that are acts in the journal, in the press itself. */
export type ActNotes<Of extends Contract> = {
  readonly [Name in MessageName<Of>]?: (fields: MessageFields<Of, Name>) => void;
};
