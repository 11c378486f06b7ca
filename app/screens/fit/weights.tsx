import { useStore } from "zustand";
import type { SearchContent } from "~/library/search/content";
import { PART_WORDS } from "~/words/search";
import type { SearchDraft } from "./draft";

const PARTS = ["drift", "variety", "balance", "ease", "landing"] as const;

const weightsOf = ({ content }: { readonly content: SearchContent }) => content.weights;

/** Sliders for what makes one way better than another. */
export function Weights({ draft }: { readonly draft: SearchDraft }) {
  const weights = useStore(draft.store, weightsOf);
  return (
    <section aria-label="Rank by" className="panel px-3 py-2.5">
      <h2 className="text-base mb-1">Rank by</h2>
      <div className="flex flex-col gap-1.5">
        {PARTS.map((part) => {
          const { name, less, more, title } = PART_WORDS[part];
          const least = part === "drift" ? -100 : 0;
          return (
            <label key={part} className="text-xs block" title={title}>
              <span className="font-semibold">{name}</span>
              <input
                type="range"
                aria-label={name}
                className="range range-xs w-full"
                min={least}
                max={100}
                step={10}
                value={weights[part]}
                onChange={(event) =>
                  draft.change({ weights: { ...weights, [part]: Number(event.target.value) } }, `weight ${part}`)
                }
              />
              <span className="flex justify-between quiet">
                <span>{part === "drift" ? less : "does not count"}</span>
                <span>{more}</span>
              </span>
            </label>
          );
        })}
      </div>
    </section>
  );
}
