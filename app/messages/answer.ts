/** The receiving end of a message: a route's action. */

import { z } from "zod";
import { currentBook } from "~/library/current";
import type { BookDatabase } from "~/library/database";
import type { Contract, MessageName } from "./message";

/** One function per message; it receives the fields validated by its schema. */
export type Handlers<Of extends Contract> = {
  readonly [Name in MessageName<Of>]: (
    book: BookDatabase,
    fields: z.output<Of["schemas"][Name]>,
  ) => Promise<Of["answer"] | Response>;
};

const named = z.looseObject({ message: z.string().max(60) });

/** A route's action: identifies the message, validates its fields and answers it. Throws on an unknown message. */
export function answerMessages<Of extends Contract>(
  schemas: Of["schemas"],
  handlers: Handlers<Of>,
  open: () => Promise<BookDatabase> = currentBook,
) {
  return async ({ request }: { readonly request: Request }): Promise<Of["answer"] | Response> => {
    const { message, ...fields } = named.parse(await request.json());
    if (!Object.hasOwn(schemas, message)) throw new Error(`there is no message “${message}”`);
    return handle(message as MessageName<Of>, fields);
  };

  async function handle<Name extends MessageName<Of>>(name: Name, fields: unknown) {
    const read = schemas[name]?.parse(fields) as z.output<Of["schemas"][Name]>;
    return handlers[name](await open(), read);
  }
}
