import { useEffect, useState } from "react";
import { Modal } from "~/ui/modal";
import { type Command, groupCommands, type InForce, type OwnKeys, takenBy } from "./command";
import { nameKey, nameKeyCap } from "./keys";

interface KeyListProps {
  readonly commands: readonly InForce[];
  readonly ownKeys: OwnKeys;
  readonly onOwnKeys: (keys: OwnKeys) => void;
  readonly onClose: () => void;
}

/** Keys that close a dialog, or modifier keys. */
const NO_KEYS = ["Escape", "Tab", "Shift+Tab", "Shift", "Control", "Alt", "AltGraph", "Meta", "CapsLock", "Dead"];

/** Every key of the current screen; all can be changed. */
export default function KeyList({ commands, ownKeys, onOwnKeys, onClose }: KeyListProps) {
  const [isChanging, setChanging] = useState(false);
  /** The command waiting for its new key. */
  const [waiting, setWaiting] = useState<Command | null>(null);
  const [told, setTold] = useState("");
  const groups = groupCommands(commands.filter(({ keys, lost }) => isChanging || keys.length + lost.length > 0));
  useEffect(() => {
    if (!waiting) return;
    const onKeyDown = (event: KeyboardEvent) => {
      const key = nameKey(event);
      if (NO_KEYS.includes(event.key) && event.key !== "Escape") return;
      event.preventDefault();
      event.stopPropagation();
      setWaiting(null);
      if (event.key === "Escape") return setTold("");
      const taken = takenBy(commands, waiting.id, key);
      if (taken)
        return setTold(`${nameKeyCap(key)} is already “${taken.name}”. Choose another key, or change that one first.`);
      onOwnKeys({ ...ownKeys, [waiting.id]: [key] });
      setTold(`${waiting.name}: ${nameKeyCap(key)}.`);
    };
    window.addEventListener("keydown", onKeyDown, true);
    return () => window.removeEventListener("keydown", onKeyDown, true);
  }, [waiting, commands, ownKeys, onOwnKeys]);
  const reset = (id: string) => {
    const { [id]: _, ...others } = ownKeys;
    onOwnKeys(others);
  };
  return (
    <Modal title="Keys" onClose={onClose} className="max-w-4xl">
      <div className="sticky -top-5 z-1 bg-base-100 py-2 flex flex-wrap items-center gap-2 mb-2 text-sm">
        <button
          type="button"
          className="btn btn-sm"
          aria-pressed={isChanging}
          onClick={() => {
            setChanging(!isChanging);
            setWaiting(null);
            setTold("");
          }}
        >
          {isChanging ? "Done" : "Change keys"}
        </button>
        {Object.keys(ownKeys).length > 0 ? (
          <button type="button" className="btn btn-sm font-normal" onClick={() => onOwnKeys({})}>
            Reset all keys
          </button>
        ) : null}
        <p role="status" className="flex-1 min-w-48">
          {waiting ? `Press the new key for “${waiting.name}”. Press Esc to cancel.` : told}
        </p>
      </div>
      <div className="columns-1 sm:columns-2 lg:columns-3 gap-x-6">
        {[...groups].map(([name, entries]) => (
          <section key={name} className="break-inside-avoid mb-4">
            <h3 className="text-sm mb-1">{name}</h3>
            <dl className="text-sm">
              {entries.map((command) => (
                <div key={command.id} className="flex gap-2 items-baseline py-0.5">
                  <dt className="shrink-0 w-28 flex gap-1 flex-wrap">
                    {isChanging ? (
                      <>
                        <button
                          type="button"
                          className={`btn btn-xs font-normal h-auto py-0.5 max-w-28 whitespace-normal text-left ${waiting?.id === command.id ? "btn-primary" : ""}`}
                          aria-label={`Change the key of “${command.name}”, now ${command.keys.map(nameKeyCap).join(" or ") || "none"}`}
                          onClick={() => setWaiting(command)}
                        >
                          {waiting?.id === command.id ? "…" : command.keys.map(nameKeyCap).join(" ") || "none"}
                        </button>
                        {Object.hasOwn(ownKeys, command.id) ? (
                          <button
                            type="button"
                            className="btn btn-xs btn-ghost font-normal"
                            aria-label={`Reset “${command.name}”`}
                            onClick={() => reset(command.id)}
                          >
                            reset
                          </button>
                        ) : null}
                      </>
                    ) : (
                      command.keys.map((key) => (
                        <kbd key={key} className="key">
                          {nameKeyCap(key)}
                        </kbd>
                      ))
                    )}
                  </dt>
                  <dd>
                    {command.name}
                    {command.lost.map(({ key, to }) => (
                      <span key={key} className="quiet block text-xs">
                        {nameKeyCap(key)} now belongs to “{to}”
                      </span>
                    ))}
                  </dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Modal>
  );
}
