import type { RefObject } from "react";
import { NOTE_KEYS, SCREEN_KEYS } from "./keys";

const GROUPS = ["Choose", "Limb", "Sound", "Slots", "Cells"] as const;
const FACES: Record<string, string> = { ArrowRight: "→", ArrowLeft: "←", ArrowUp: "↑", ArrowDown: "↓" };

function face(key: string): string {
  return key.replace(/Arrow\w+/, (arrow) => FACES[arrow] ?? arrow);
}

export function KeyList({ dialog }: { dialog: RefObject<HTMLDialogElement | null> }) {
  return (
    <dialog ref={dialog} className="modal" aria-labelledby="key-list-title">
      <div className="modal-box max-w-4xl">
        <h2 id="key-list-title" className="text-2xl mb-3">
          Keys
        </h2>
        <div className="grid sm:grid-cols-2 lg:grid-cols-3 gap-x-6 gap-y-4">
          <KeyGroup name="Anywhere on the Stack" entries={SCREEN_KEYS} />
          {GROUPS.map((group) => (
            <KeyGroup
              key={group}
              name={`On a note: ${group.toLowerCase()}`}
              entries={NOTE_KEYS.filter((entry) => entry.group === group)}
            />
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

function KeyGroup({
  name,
  entries,
}: {
  name: string;
  entries: readonly { readonly keys: readonly string[]; readonly does: string }[];
}) {
  return (
    <section>
      <h3 className="text-sm mb-1">{name}</h3>
      <dl className="text-sm">
        {entries.map(({ keys, does }) => (
          <div key={does} className="flex gap-2 items-baseline py-0.5">
            <dt className="shrink-0 w-32 flex gap-1 flex-wrap">
              {keys.map((key) => (
                <kbd key={key} className="key">
                  {face(key)}
                </kbd>
              ))}
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
