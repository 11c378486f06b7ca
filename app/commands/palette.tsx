import { Autocomplete } from "@base-ui/react/autocomplete";
import { Dialog } from "@base-ui/react/dialog";
import { useEffect, useRef, useState } from "react";
import { type Command, searchCommands } from "./command";
import type { CommandSource } from "./commands";
import { FINDS } from "./finds";
import { nameKeyCap } from "./keys";

interface PaletteProps {
  readonly commands: readonly Command[];
  readonly sources: Iterable<CommandSource>;
  readonly onClose: () => void;
}

/** Nobody reads further. */
const MOST = 120;

/** Every command that can run now, found by typing part of its name. */
export default function Palette({ commands, sources, onClose }: PaletteProps) {
  const [typed, setTyped] = useState("");
  const more = useMore(sources, typed.trim() !== "");
  const field = useRef<HTMLInputElement>(null);
  const own = commands.filter(({ id, canRun }) => id !== "palette" && canRun());
  const known = new Set(own.map(({ id }) => id));
  const others = more.filter(({ id }) => !known.has(id));
  const found = searchCommands([...own, ...others], typed, FINDS).slice(0, MOST);
  const run = (command: Command) => {
    onClose();
    // Only after the focus is back where it was, since the command may move it.
    requestAnimationFrame(command.run);
  };
  return (
    <Dialog.Root open onOpenChange={(isOpen) => (isOpen ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Backdrop className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Popup
          aria-label="Find a command"
          initialFocus={field}
          className="fixed z-50 top-[12dvh] left-1/2 -translate-x-1/2 w-[min(36rem,calc(100vw-2rem))] panel shadow-xl overflow-hidden"
        >
          <Autocomplete.Root
            open
            inline
            items={found}
            mode="none"
            autoHighlight="always"
            value={typed}
            onValueChange={(value, { reason }) => (reason === "item-press" ? undefined : setTyped(value))}
            itemToStringValue={(command: Command) => command.name}
          >
            <Autocomplete.Input
              ref={field}
              aria-label="Find a command"
              placeholder="Type what you want to do"
              className="w-full px-4 h-13 text-lg bg-transparent outline-none border-b border-base-300"
            />
            <Autocomplete.Empty className="px-4 py-5 quiet empty:hidden">
              No command matches. Try fewer letters.
            </Autocomplete.Empty>
            <Autocomplete.List className="max-h-[52dvh] overflow-y-auto p-1.5 empty:hidden">
              {(command: Command) => (
                <Autocomplete.Item
                  key={command.id}
                  value={command}
                  onClick={() => run(command)}
                  className="flex items-baseline gap-3 px-2.5 py-1.5 rounded-field cursor-pointer data-highlighted:bg-base-300"
                >
                  <span className="flex-1">{command.name}</span>
                  <span className="text-xs quiet">{command.group}</span>
                  {command.keys[0] ? <kbd className="key">{nameKeyCap(command.keys[0])}</kbd> : null}
                </Autocomplete.Item>
              )}
            </Autocomplete.List>
          </Autocomplete.Root>
        </Dialog.Popup>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What the sources have, read once something is typed: there may be thousands of fills. */
function useMore(sources: Iterable<CommandSource>, isWanted: boolean): readonly Command[] {
  const [more, setMore] = useState<readonly Command[]>([]);
  useEffect(() => {
    if (!isWanted) return;
    let isOver = false;
    Promise.all([...sources].map((source) => source())).then((found) => {
      if (!isOver) setMore(found.flat());
    }, console.error);
    return () => {
      isOver = true;
    };
  }, [sources, isWanted]);
  return isWanted ? more : NOTHING;
}

const NOTHING: readonly Command[] = [];
