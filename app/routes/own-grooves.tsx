/** Own grooves: create, delete, restore. A new one opens immediately, and the fill that asked for it uses it. */
import { redirect } from "react-router";
import { flushSaves } from "~/data/autosave";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { addressOf } from "~/library/fill/address";
import { answerMessages } from "~/messages/answer";
import { type GrooveMessages, grooveMessages } from "~/messages/grooves";
import { Elsewhere } from "~/ui/elsewhere";

export const clientAction = answerMessages<GrooveMessages>(grooveMessages, {
  create: async (book, { content, fillId }) => {
    const made = await addRow(book.grooves, content);
    return redirect(`/grooves/own/${made.id}${fillId ? `?fill=${fillId}&take=1` : ""}`);
  },
  delete: async (book, { id, fillId, leaves }) => {
    // The last edit must be saved before the screen reads the book again.
    await flushSaves();
    await binRow(book.grooves, id);
    return leaves ? redirect(fillId ? addressOf(fillId, "groove") : "/fills") : null;
  },
  restore: async (book, { id }) => {
    await restoreRow(book.grooves, id);
    return null;
  },
});

/** This address is for data only; if somebody types it, it leads elsewhere. */
export default function Address() {
  return <Elsewhere to="/fills" />;
}
