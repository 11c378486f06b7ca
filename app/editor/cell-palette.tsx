import { useEffect, useRef, useState } from "react";
import { openingRate } from "~/core/phrase";
import { bpm } from "~/core/time";
import { type BookEntry, type BookFilter, findEntries } from "~/library/cell/entries";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { Search } from "~/ui/icons";
import { CellCoins } from "~/views/coins";
import { describeRate } from "~/words/time";
import { BookFilters } from "./cells/book-filters";
import { PlayButton } from "./cells/play-button";
import { scoreOf } from "./cells/preview";
import { useChoice, useChooser } from "./choice";
import { useEditor, useWorked } from "./context";
import { putInCell } from "./put-in";
import { useEntries } from "./use-entries";

/** Your cells and the rudiments: press one to insert it after the chosen cell. */
export function CellPalette() {
  const editor = useEditor();
  const chooser = useChooser();
  const say = useSay();
  const player = usePlayer();
  const strongHand = player.hands.leading;
  const [{ click }] = usePreferences();
  const { timeline, phrase, line } = useWorked();
  const { cells: range } = useChoice(timeline);
  const entries = useEntries();
  const [words, setWords] = useState("");
  const [filter, setFilter] = useState<BookFilter>("all");
  const found = findEntries(entries, { words, filter, tag: null });
  // Favourites first, since they are used most.
  const shown = [...found.filter((entry) => entry.favourite), ...found.filter((entry) => !entry.favourite)];
  const last = timeline.cells.length - 1;
  const after = range?.to ?? last;
  const rate = timeline.cells[after]?.rate ?? openingRate(line);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  const putIn = (entry: BookEntry) => {
    putInCell(editor, chooser, entry, chooser.cells(editor.worked().timeline)?.to ?? null, say);
  };
  return (
    <>
      <div className="px-3 py-2 border-b border-base-300 bg-base-100 flex flex-col gap-2">
        <p className="text-sm">
          {last < 0 ? "As the first cell" : after === last ? "At the end" : `After cell ${after + 1}`}, in{" "}
          {describeRate(rate)}
        </p>
        <label className="input input-sm w-full">
          <Search size={15} aria-hidden />
          <input
            ref={field}
            type="search"
            aria-label="Find a cell to insert"
            placeholder="name, tag or rlrr"
            value={words}
            onChange={(event) => setWords(event.target.value)}
            onKeyDown={(event) => {
              const best = shown[0];
              if (event.key === "Enter" && best) putIn(best);
            }}
          />
        </label>
        <BookFilters filter={filter} onFilter={setFilter} />
      </div>
      <ul className="flex-1 min-h-0 overflow-y-auto px-3 py-2 flex flex-col gap-1.5">
        {shown.map((entry) => (
          <li
            key={entry.id}
            className="panel relative px-2 py-1 hover:border-primary focus-within:border-primary flex items-center gap-2 shrink-0"
          >
            <button
              type="button"
              className="flex-1 min-w-0 text-left cursor-pointer after:absolute after:inset-0"
              aria-label={`Insert ${entry.name}`}
              onClick={() => putIn(entry)}
            >
              <span className="flex items-baseline gap-1.5">
                <span className="text-sm font-semibold truncate">{entry.name}</span>
                <span className="font-display text-sm text-primary font-bold">{entry.cell.length}</span>
              </span>
              <CellCoins cell={entry.cell} strongHand={strongHand} label={entry.text} />
            </button>
            <PlayButton
              id={`palette ${entry.id}`}
              what={entry.name}
              isSmall
              className="relative z-1"
              makeScore={() =>
                scoreOf(entry.cell, { rate, meter: phrase.meter, tempo: bpm(phrase.tempo), kit: player.kit }, click)
              }
            />
          </li>
        ))}
        {entries.length > 0 && shown.length === 0 ? (
          <li className="quiet text-sm py-3">No cells match. Try fewer letters, or show all.</li>
        ) : null}
      </ul>
    </>
  );
}
