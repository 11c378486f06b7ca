/** What a screen may ask of an address, and the answers. */

import type { z } from "zod";

/** Each message by name, with its fields. */
export type MessageSchemas = Readonly<Record<string, z.ZodObject>>;

/** The messages of one address. Only a type: schemas load with the route, not with the screen. */
export interface Contract {
  readonly address: string;
  readonly schemas: MessageSchemas;
  readonly answer: unknown;
}

export type MessageName<Of extends Contract> = keyof Of["schemas"] & string;
/** A message's fields as a screen passes them. */
export type MessageFields<Of extends Contract, Name extends MessageName<Of>> = Readonly<z.input<Of["schemas"][Name]>>;

/** Notes messages that are acts in the journal, in the press itself. */
export type ActNotes<Of extends Contract> = {
  readonly [Name in MessageName<Of>]?: (fields: MessageFields<Of, Name>) => void;
};
