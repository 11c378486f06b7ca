/** What the demo's book must be when it comes from the server. */

import { z } from "zod";
import { ownCellSchema, rudimentMarkSchema } from "~/formats/cell";
import { fillSchema } from "~/formats/fill";
import { savedGrooveSchema } from "~/formats/groove";
import { savedKitSchema } from "~/formats/kit";
import { planSchema } from "~/formats/plan";
import { runSchema } from "~/formats/run";
import { savedSearchSchema } from "~/formats/search";

/** @public loaded by name, where there is a demo to be filled */
export const demoSchema = z.object({
  fills: z.array(fillSchema),
  cells: z.array(ownCellSchema),
  rudiments: z.array(rudimentMarkSchema),
  searches: z.array(savedSearchSchema),
  kits: z.array(savedKitSchema),
  grooves: z.array(savedGrooveSchema),
  plans: z.array(planSchema),
  runs: z.array(runSchema),
});
