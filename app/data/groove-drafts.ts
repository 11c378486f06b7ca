/** What was edited last of grooves. */

import { type GrooveContent, grooveContentSchema } from "~/formats/groove";
import { Drafts } from "./draft";

export const grooveDrafts = new Drafts<GrooveContent>("dime-stack:groove-draft:", grooveContentSchema);
