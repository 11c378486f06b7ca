/** Own grooves: made, deleted, brought back. One that is made is edited at once, and played by the fill that asked. */
import { redirect } from "react-router";
import { z } from "zod";
import { flushSaves } from "~/data/autosave";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { currentBook } from "~/library/current";
import { addressOf } from "~/library/fill/address";
import { grooveContentSchema } from "~/library/groove/content";
import { Elsewhere } from "~/ui/elsewhere";
import type { Route } from "./+types/own-grooves";

/** The fill that it is for. */
const fillId = z.string().max(64).nullable();
const askedSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("make"), content: grooveContentSchema, fillId }),
  z.object({ intent: z.literal("delete"), id: z.string(), fillId, leaves: z.boolean().optional() }),
  z.object({ intent: z.literal("restore"), id: z.string(), fillId }),
]);

export async function clientAction({ request }: Route.ClientActionArgs) {
  const asked = askedSchema.parse(await request.json());
  const book = await currentBook();
  // What was edited last is to be there when the screen is read anew.
  await flushSaves();
  switch (asked.intent) {
    case "make": {
      const made = await addRow(book.grooves, asked.content);
      return redirect(`/grooves/own/${made.id}${asked.fillId ? `?fill=${asked.fillId}&take=1` : ""}`);
    }
    case "delete":
      await binRow(book.grooves, asked.id);
      return asked.leaves ? redirect(asked.fillId ? addressOf(asked.fillId, "groove") : "/fills") : { ok: true };
    case "restore":
      await restoreRow(book.grooves, asked.id);
  }
  return { ok: true };
}

/** For somebody who typed this address: it is for data only. */
export default function Address() {
  return <Elsewhere to="/fills" />;
}
