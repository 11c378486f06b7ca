/** Own kits: made, deleted, brought back. The one that is made or brought back is played at once. */

import { z } from "zod";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { currentBook } from "~/library/current";
import { kitContentSchema } from "~/library/kit/content";
import { savePreferences } from "~/library/preferences-store";
import { Elsewhere } from "~/ui/elsewhere";
import type { Route } from "./+types/kits";

const askedSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("make"), content: kitContentSchema }),
  z.object({ intent: z.literal("delete"), id: z.string() }),
  z.object({ intent: z.literal("restore"), id: z.string() }),
]);

export async function clientAction({ request }: Route.ClientActionArgs) {
  const asked = askedSchema.parse(await request.json());
  const book = await currentBook();
  switch (asked.intent) {
    case "make":
      await savePreferences(book, { kit: (await addRow(book.kits, asked.content)).id });
      break;
    case "delete":
      await binRow(book.kits, asked.id);
      break;
    case "restore":
      await restoreRow(book.kits, asked.id);
      await savePreferences(book, { kit: asked.id });
  }
  return { ok: true };
}

/** For somebody who typed this address: it is for data only. */
export default function Address() {
  return <Elsewhere to="/fills" />;
}
