/** What was edited last of fills. */

import { type FillContent, fillContentSchema } from "~/formats/fill";
import { Drafts } from "./draft";

export const fillDrafts = new Drafts<FillContent>("dime-stack:draft:", fillContentSchema);
