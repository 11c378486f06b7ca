import { CircleHelp } from "lucide-react";
import type { RefObject } from "react";
import { nameKeyCap } from "./keys";

interface KeyEntry {
  readonly keys: readonly string[];
  readonly does: string;
}

export interface KeyGroup {
  readonly name: string;
  readonly entries: readonly KeyEntry[];
}

/** Every key of a screen. */
export function KeyList({
  dialog,
  groups,
}: {
  dialog: RefObject<HTMLDialogElement | null>;
  groups: readonly KeyGroup[];
}) {
  return (
    <dialog ref={dialog} className="modal" aria-labelledby="key-list-title">
      <div className="modal-box max-w-4xl">
        <h2 id="key-list-title" className="text-2xl mb-3">
          Keys
        </h2>
        <div className="columns-1 sm:columns-2 lg:columns-3 gap-x-6">
          {groups.map((group) => (
            <section key={group.name} className="break-inside-avoid mb-4">
              <h3 className="text-sm mb-1">{group.name}</h3>
              <dl className="text-sm">
                {group.entries.map(({ keys, does }) => (
                  <div key={does} className="flex gap-2 items-baseline py-0.5">
                    <dt className="shrink-0 w-28 flex gap-1 flex-wrap">
                      {keys.map((key) => (
                        <kbd key={key} className="key">
                          {nameKeyCap(key)}
                        </kbd>
                      ))}
                    </dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
        <form method="dialog" className="modal-action">
          <button type="submit" className="btn">
            Close
          </button>
        </form>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button type="submit">close</button>
      </form>
    </dialog>
  );
}

/** Opens the list of keys. */
export function KeysButton({ dialog }: { dialog: RefObject<HTMLDialogElement | null> }) {
  return (
    <button type="button" className="btn btn-sm" onClick={() => dialog.current?.showModal()} title="Keys (?)">
      <CircleHelp size={15} aria-hidden /> Keys
    </button>
  );
}
