/** What was edited last of searches. */

import { type SearchContent, searchContentSchema } from "~/formats/search";
import { Drafts } from "./draft";

export const searchDrafts = new Drafts<SearchContent>("dime-stack:search-draft:", searchContentSchema);
