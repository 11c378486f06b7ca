/** What was edited last of kits. */

import { type KitContent, kitContentSchema } from "~/formats/kit";
import { Drafts } from "./draft";

export const kitDrafts = new Drafts<KitContent>("dime-stack:kit-draft:", kitContentSchema);
