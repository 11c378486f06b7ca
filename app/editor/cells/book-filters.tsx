import type { ReactNode } from "react";
import { BOOK_FILTERS, type BookFilter } from "~/library/cell/entries";

interface BookFiltersProps {
  readonly filter: BookFilter;
  readonly onFilter: (filter: BookFilter) => void;
  /** Further filters of the list. */
  readonly children?: ReactNode;
}

/** Which part of the book to list. */
export function BookFilters({ filter, onFilter, children }: BookFiltersProps) {
  return (
    <fieldset className="flex flex-wrap gap-1">
      <legend className="sr-only">Show</legend>
      {BOOK_FILTERS.map(({ id, name }) => (
        <button
          key={id}
          type="button"
          aria-pressed={filter === id}
          className={`badge text-xs cursor-pointer h-6 ${filter === id ? "badge-neutral" : "border-base-300 bg-base-100"}`}
          onClick={() => onFilter(id)}
        >
          {name}
        </button>
      ))}
      {children}
    </fieldset>
  );
}
