/** All fills: made, copied, deleted and brought back. Opened by itself: the fill that is open, or was edited last. */
import { redirect } from "react-router";
import { z } from "zod";
import { addRow, binRow, restoreRow } from "~/data/rows";
import { currentBook } from "~/library/current";
import { addressOf, FILL_TABS } from "~/library/fill/address";
import { fillContentSchema } from "~/library/fill/content";
import { addBlankFill, duplicateFill, latestFillId } from "~/library/fill/fills";
import type { FillsAnswer } from "~/screens/shelf/screen";
import type { Route } from "./+types/fills";

export async function clientLoader() {
  const id = await latestFillId();
  // With nothing on the shelf, the shelf says how to begin.
  return redirect(id ? addressOf(id, "stack") : "/");
}
clientLoader.hydrate = true as const;

const id = z.string().max(64);
const askedSchema = z.discriminatedUnion("intent", [
  z.object({ intent: z.literal("new") }),
  z.object({ intent: z.literal("keep"), content: fillContentSchema, tab: z.enum(FILL_TABS) }),
  z.object({ intent: z.literal("duplicate"), id }),
  z.object({ intent: z.literal("delete"), id }),
  z.object({ intent: z.literal("restore"), id }),
]);

export async function clientAction({ request }: Route.ClientActionArgs): Promise<FillsAnswer | Response> {
  const isJson = request.headers.get("content-type")?.includes("json");
  const asked = askedSchema.parse(isJson ? await request.json() : Object.fromEntries(await request.formData()));
  const book = await currentBook();
  switch (asked.intent) {
    case "new":
      return redirect(addressOf((await addBlankFill(book)).id, "stack"));
    case "keep":
      return redirect(addressOf((await addRow(book.fills, asked.content)).id, asked.tab));
    case "duplicate": {
      const copy = await duplicateFill(book, asked.id);
      return copy
        ? { words: `“${copy.content.name}” is on the shelf.` }
        : { words: "That fill isn't there any more.", bad: true };
    }
    case "delete":
      await binRow(book.fills, asked.id);
      return { words: "The fill is in the bin. You can bring it back within 30 days.", deleted: asked.id };
    case "restore":
      await restoreRow(book.fills, asked.id);
      return { words: "The fill is back on the shelf." };
  }
}

export default function Fills() {
  return null;
}
