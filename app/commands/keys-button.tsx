import { memo } from "react";
import { CircleHelp } from "~/ui/icons";
import { APP_COMMANDS, useHint, useRegistry } from "./commands";

/** Opens the list of keys. */
export const KeysButton = memo(function KeysButton() {
  const hint = useHint();
  const { open } = useRegistry();
  return (
    <button type="button" className="btn btn-sm" onClick={() => open("keys")} title={hint(APP_COMMANDS, "keys")}>
      <CircleHelp size={15} aria-hidden /> Keys
    </button>
  );
});
