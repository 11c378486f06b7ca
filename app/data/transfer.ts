/** The whole book out to a file's contents, and a file's contents into the book. */

import type { BookContents, ImportCount, Taken } from "~/formats/book";
import { ownCellSchema, rudimentMarkSchema } from "~/formats/cell";
import { fillSchema } from "~/formats/fill";
import { savedGrooveSchema } from "~/formats/groove";
import { savedKitSchema } from "~/formats/kit";
import { MAX_TAGS } from "~/formats/phrase";
import { planSchema } from "~/formats/plan";
import { runSchema } from "~/formats/run";
import { savedSearchSchema } from "~/formats/search";
import { listRudimentMarks } from "./cells";
import type { BookDatabase } from "./database";
import { listRuns, putRuns } from "./practice";
import { listRows, takeRow, toItem } from "./rows";

/** Everything but the bin and the settings. */
export async function gatherBook(book: BookDatabase): Promise<BookContents> {
  return book.transaction(
    "r",
    [book.fills, book.cells, book.rudiments, book.searches, book.kits, book.grooves, book.plans, book.runs],
    async () => ({
      fills: (await listRows(book.fills)).map(toItem),
      cells: (await listRows(book.cells)).map(toItem),
      rudiments: await listRudimentMarks(book),
      searches: (await listRows(book.searches)).map(toItem),
      kits: (await listRows(book.kits)).map(toItem),
      grooves: (await listRows(book.grooves)).map(toItem),
      plans: await book.plans.toArray(),
      runs: (await listRuns(book)).reverse(),
    }),
  );
}

/** Takes all or none; nothing that is there is changed, but what lay in the bin comes back and notes are added to. */
export async function importBook(book: BookDatabase, contents: BookContents): Promise<ImportCount> {
  return book.transaction(
    "rw",
    [book.fills, book.cells, book.rudiments, book.searches, book.kits, book.grooves, book.plans, book.runs],
    async () => {
      const fills: Record<Taken, number> = { added: 0, same: 0, beside: 0 };
      const cells = { ...fills };
      const searches = { ...fills };
      const kits = { ...fills };
      const grooves = { ...fills };
      const runs = { ...fills };
      for (const fill of contents.fills) fills[await takeRow(book.fills, fillSchema.parse(fill))]++;
      const known = new Map((await listRows(book.cells)).map((row) => [JSON.stringify(row.content), row.id]));
      for (const given of contents.cells) {
        const cell = ownCellSchema.parse(given);
        // The same cell under another identity, as from a second device, is no second cell.
        const found = known.get(JSON.stringify(cell.content));
        cells[found && found !== cell.id ? "same" : await takeRow(book.cells, cell)]++;
      }
      for (const given of contents.rudiments) {
        const mark = rudimentMarkSchema.parse(given);
        const mine = await book.rudiments.get(mark.id);
        const tags = [...new Set([...(mine?.tags ?? []), ...mark.tags])].slice(0, MAX_TAGS);
        await book.rudiments.put({ id: mark.id, favourite: mark.favourite || (mine?.favourite ?? false), tags });
      }
      for (const given of contents.searches) {
        searches[await takeRow(book.searches, savedSearchSchema.parse(given))]++;
      }
      for (const given of contents.kits) kits[await takeRow(book.kits, savedKitSchema.parse(given))]++;
      for (const given of contents.grooves) grooves[await takeRow(book.grooves, savedGrooveSchema.parse(given))]++;
      for (const given of contents.plans) {
        const plan = planSchema.parse(given);
        // How far one is with a fill stays as it is here.
        if (!(await book.plans.get(plan.id))) await book.plans.add(plan);
      }
      const have = new Set((await listRuns(book)).map(({ id }) => id));
      const added = contents.runs.filter(({ id }) => !have.has(id)).map((run) => runSchema.parse(run));
      await putRuns(book, added);
      runs.added = added.length;
      runs.same = contents.runs.length - added.length;
      return { fills, cells, searches, kits, grooves, runs };
    },
  );
}
