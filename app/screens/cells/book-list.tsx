import { useId, useMemo, useState } from "react";
import { NavLink } from "react-router";
import type { Hand } from "~/core/stroke";
import { BookFilters } from "~/editor/cells/book-filters";
import { type BookEntry, type BookFilter, countTags, findEntries } from "~/library/cell/entries";
import type { CellRow } from "~/library/database";
import { Bin } from "~/ui/bin";
import { Plus, Search, Star } from "~/ui/icons";
import { CellCoins } from "~/views/coins";

interface BookListProps {
  readonly entries: readonly BookEntry[];
  readonly bin: readonly CellRow[];
  readonly strongHand: Hand;
  readonly onRestore: (id: string) => void;
}

/** The book: rudiments and own cells, searchable by name, sticking, family, tag or star. */
export function BookList({ entries, bin, strongHand, onRestore }: BookListProps) {
  const [words, setWords] = useState("");
  const [filter, setFilter] = useState<BookFilter>("all");
  const [tag, setTag] = useState<string | null>(null);
  const tagField = useId();
  const tags = useMemo(() => countTags(entries), [entries]);
  const shown = findEntries(entries, { words, filter, tag });
  return (
    <nav aria-label="Book of cells" className="flex flex-col gap-2 min-h-0">
      <div className="flex items-center gap-2">
        <label className="input input-sm flex-1 min-w-0">
          <Search size={15} aria-hidden />
          <input
            type="search"
            aria-label="Find cells"
            placeholder="name, tag or rlrr"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <NavLink to="/cells/new" className="btn btn-sm" title="Type your own sticking">
          <Plus size={15} aria-hidden /> New
        </NavLink>
      </div>
      <BookFilters filter={filter} onFilter={setFilter}>
        {tags.length > 0 ? (
          <>
            <label htmlFor={tagField} className="sr-only">
              Tag
            </label>
            <select
              id={tagField}
              className="select select-xs w-28"
              value={tag ?? ""}
              onChange={(event) => setTag(event.target.value || null)}
            >
              <option value="">any tag</option>
              {tags.map(([name, count]) => (
                <option key={name} value={name}>
                  {name} ({count})
                </option>
              ))}
            </select>
          </>
        ) : null}
      </BookFilters>
      {shown.length > 0 ? (
        <ul className="flex flex-col gap-1 overflow-y-auto lg:flex-1 max-h-80 lg:max-h-none min-h-0 pr-1">
          {shown.map((entry) => (
            <li key={entry.id}>
              <NavLink
                to={`/cells/${entry.id}`}
                preventScrollReset
                className={({ isActive }) =>
                  `block panel px-2 py-1 ${isActive ? "border-primary border-2 bg-base-100" : "hover:border-primary"}`
                }
              >
                <span className="flex items-baseline gap-1.5">
                  {entry.rudiment ? (
                    <span className="font-display text-xs quiet">{entry.rudiment.number}</span>
                  ) : (
                    <span className="badge badge-xs border-base-300">own</span>
                  )}
                  <span className="text-sm font-semibold truncate flex-1">{entry.name}</span>
                  {entry.favourite ? (
                    <Star size={13} className="text-primary shrink-0" fill="currentColor" aria-label="favourite" />
                  ) : null}
                </span>
                <CellCoins cell={entry.cell} strongHand={strongHand} label={entry.text} most={9} />
              </NavLink>
            </li>
          ))}
        </ul>
      ) : (
        <p className="quiet text-sm py-6 text-center">Nothing matches. Try fewer letters, or another family.</p>
      )}
      <Bin rows={bin} onRestore={onRestore} />
    </nav>
  );
}
