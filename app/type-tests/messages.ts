/** Code that must not compile: each line below "@ts-expect-error" is an error, otherwise `tsc` fails. */

import type { FillMessages } from "~/messages/fills";
import type { Messages } from "~/messages/use-messages";

export function misspelt({ send }: Messages<FillMessages>) {
  send("delete", { ids: ["a"] });
  // @ts-expect-error there is no such message
  send("remove", { ids: ["a"] });
  // @ts-expect-error the field has another name
  send("delete", { id: "a" });
  // @ts-expect-error a field is missing
  send("duplicate", { id: "a" });
}
