import { CircleHelp } from "lucide-react";
import { hintOf } from "./command";
import { APP_COMMANDS, useRegistry } from "./commands";

/** Opens the list of keys. */
export function KeysButton() {
  const { open } = useRegistry();
  return (
    <button type="button" className="btn btn-sm" onClick={() => open("keys")} title={hintOf(APP_COMMANDS, "keys")}>
      <CircleHelp size={15} aria-hidden /> Keys
    </button>
  );
}
