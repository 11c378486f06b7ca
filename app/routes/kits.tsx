/** Own kits: create, delete, restore. A created or restored kit is used immediately. */

import { addRow, binRow, restoreRow } from "~/data/rows";
import { savePreferences } from "~/library/preferences-store";
import { answerMessages } from "~/messages/answer";
import { type KitMessages, kitMessages } from "~/messages/kits";
import { Elsewhere } from "~/ui/elsewhere";

export const clientAction = answerMessages<KitMessages>(kitMessages, {
  create: async (book, { content }) => {
    await savePreferences(book, { kit: (await addRow(book.kits, content)).id });
    return null;
  },
  delete: async (book, { id }) => {
    await binRow(book.kits, id);
    return null;
  },
  restore: async (book, { id }) => {
    await restoreRow(book.kits, id);
    await savePreferences(book, { kit: id });
    return null;
  },
});

/** This address is for data only; if somebody types it, it leads elsewhere. */
export default function Address() {
  return <Elsewhere to="/fills" />;
}
