import { countSlot, type TimelineSlot } from "~/core";
import { nameSlot } from "~/words/slot";
import { useContent } from "./context";
import { NOTE_KEYS } from "./keys";

const BUTTONS: readonly (readonly { readonly id: string; readonly face: string }[])[] = [
  [
    { id: "limb-R", face: "R" },
    { id: "limb-L", face: "L" },
    { id: "limb-K", face: "K" },
    { id: "limb-H", face: "H" },
    { id: "with-K", face: "+K" },
    { id: "silence", face: "–" },
  ],
  [
    { id: "accent", face: "accent" },
    { id: "normal", face: "normal" },
    { id: "ghost", face: "ghost" },
    { id: "flam", face: "flam" },
    { id: "rim", face: "rim" },
  ],
  [
    { id: "share-2", face: "×2" },
    { id: "insert", face: "insert" },
    { id: "remove", face: "remove" },
  ],
  [
    { id: "cell-earlier", face: "earlier" },
    { id: "cell-later", face: "later" },
    { id: "duplicate", face: "again" },
    { id: "break", face: "break" },
    { id: "join", face: "join" },
  ],
];

/** What can be done to the chosen note, with a finger or a mouse. */
export function NotePalette({ slot, onKey }: { slot: TimelineSlot | null; onKey: (id: string) => void }) {
  const { countStyle, meter } = useContent();
  return (
    <div className="px-3 py-2">
      <p className="label-small mb-1.5 min-h-4">
        {slot ? (
          <>
            Cell {slot.cell + 1}, note {slot.place + 1}, counted “{countSlot(countStyle, slot, meter)}”:{" "}
            {nameSlot(slot.content)}
          </>
        ) : (
          "Press a note, or use the arrow keys, to change it"
        )}
      </p>
      <div role="toolbar" aria-label="Chosen note" className="flex flex-wrap gap-x-3 gap-y-1.5">
        {BUTTONS.map((group) => (
          <div key={group[0]?.id} className="join">
            {group.map(({ id, face }) => {
              const key = NOTE_KEYS.find((entry) => entry.id === id);
              return (
                <button
                  key={id}
                  type="button"
                  className="btn btn-sm join-item px-2.5 font-normal"
                  disabled={slot === null && id !== "insert"}
                  title={key ? `${key.does} (${key.keys.join(" or ")})` : undefined}
                  aria-label={key?.does}
                  onClick={() => onKey(id)}
                >
                  {face}
                </button>
              );
            })}
          </div>
        ))}
      </div>
    </div>
  );
}
