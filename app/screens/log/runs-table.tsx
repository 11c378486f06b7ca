import {
  columnFilteringFeature,
  createColumnHelper,
  createFilteredRowModel,
  createPaginatedRowModel,
  createSortedRowModel,
  filterFn_equalsString,
  globalFilteringFeature,
  type Row,
  rowPaginationFeature,
  rowSortingFeature,
  sortFns,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { useRef } from "react";
import { RESULTS } from "~/core/listening";
import { RUN_KINDS } from "~/core/practice";
import { writeLogJson, writeLogTable } from "~/library/practice/log-file";
import { MAX_NOTE, type Run } from "~/library/practice/run";
import { download } from "~/ui/download";
import { ArrowDown, ArrowUp, Download } from "~/ui/icons";
import { useSoon } from "~/ui/use-soon";
import { FAULT_NAMES } from "~/words/faults";
import { RESULT_NAMES, RUN_NAMES } from "~/words/practice";

const features = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  rowSortingFeature,
  rowPaginationFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
  paginatedRowModel: createPaginatedRowModel(),
  sortFns,
});
const helper = createColumnHelper<typeof features, Run>();
const columns = helper.columns([
  helper.accessor("at", {
    header: "When",
    cell: ({ getValue }) =>
      new Date(getValue()).toLocaleString("en-GB", {
        day: "numeric",
        month: "short",
        hour: "2-digit",
        minute: "2-digit",
      }),
  }),
  helper.accessor("fill", { header: "Fill" }),
  helper.accessor("kind", {
    header: "Step",
    filterFn: filterFn_equalsString,
    cell: ({ getValue }) => RUN_NAMES[getValue()],
  }),
  helper.accessor("tempo", { header: "Tempo", cell: ({ getValue }) => Math.round(getValue()) }),
  helper.accessor("result", {
    header: "Result",
    filterFn: filterFn_equalsString,
    cell: ({ getValue }) => RESULT_NAMES[getValue()],
  }),
  helper.accessor(({ fault }) => (fault ? FAULT_NAMES[fault] : ""), { id: "fault", header: "What went wrong" }),
  helper.accessor(({ numbers }) => numbers?.spread ?? -1, {
    id: "spread",
    header: "Spread",
    cell: ({ getValue }) => (getValue() < 0 ? "" : `${Math.round(getValue())} ms`),
  }),
]);

const PAGE = 25;
/** Searches all columns of a run together. */
const SEARCHED = "fill";

/** Every typed word must occur somewhere in the run. */
function isFound(
  { original: run }: Pick<Row<typeof features, Run>, "original">,
  _column: string,
  typed: string,
): boolean {
  const text = `${run.fill} ${run.step} ${run.note ?? ""} ${run.fault ? FAULT_NAMES[run.fault] : ""}`.toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

interface RunsTableProps {
  readonly runs: readonly Run[];
  /** Years with runs, latest first. */
  readonly years: readonly number[];
  /** Null for the latest months of practice. */
  readonly year: number | null;
  /** Whether there are runs from other times. */
  readonly hasMore: boolean;
  readonly onYear: (year: number | null) => void;
  readonly onNote: (run: Run, note: string) => void;
  readonly onDelete: (run: Run) => void;
}

/** Every run, with filters, notes, and exports. */
export default function RunsTable({ runs, years, year, hasMore, onYear, onNote, onDelete }: RunsTableProps) {
  const table = useTable({
    features,
    columns,
    data: runs as Run[],
    globalFilterFn: isFound,
    getColumnCanGlobalFilter: ({ id }) => id === SEARCHED,
    initialState: { pagination: { pageIndex: 0, pageSize: PAGE } },
  });
  const query = String(table.state.globalFilter ?? "");
  const [result, kind] = [table.getColumn("result"), table.getColumn("kind")];
  const found = table.getFilteredRowModel().rows;
  const shown = () => found.map(({ original }) => original);
  const { pageIndex } = table.state.pagination;
  const pages = Math.max(1, table.getPageCount());
  return (
    <div className="flex flex-col gap-2.5">
      <div className="flex flex-wrap items-center gap-2">
        <input
          type="search"
          className="input input-sm w-56"
          aria-label="Find runs"
          placeholder="fill, cell, fault or note"
          value={query}
          onChange={(event) => table.setGlobalFilter(event.target.value)}
        />
        <select
          className="select select-sm w-32"
          aria-label="Result"
          value={String(result?.getFilterValue() ?? "")}
          onChange={(event) => result?.setFilterValue(event.target.value)}
        >
          <option value="">any result</option>
          {RESULTS.map((one) => (
            <option key={one} value={one}>
              {RESULT_NAMES[one]}
            </option>
          ))}
        </select>
        <select
          className="select select-sm w-48"
          aria-label="Step"
          value={String(kind?.getFilterValue() ?? "")}
          onChange={(event) => kind?.setFilterValue(event.target.value)}
        >
          <option value="">any step</option>
          {RUN_KINDS.map((one) => (
            <option key={one} value={one}>
              {RUN_NAMES[one]}
            </option>
          ))}
        </select>
        {hasMore ? (
          <select
            className="select select-sm w-40"
            aria-label="Period"
            value={year ?? ""}
            onChange={(event) => onYear(event.target.value ? Number(event.target.value) : null)}
          >
            <option value="">latest 3 months</option>
            {years.map((one) => (
              <option key={one} value={one}>
                {one}
              </option>
            ))}
          </select>
        ) : null}
        <span className="quiet text-sm">
          {found.length.toLocaleString("en-GB")} of {runs.length.toLocaleString("en-GB")} runs
        </span>
        <div className="ml-auto flex gap-2">
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => download("practice-log.csv", writeLogTable(shown()), "text/csv")}
          >
            <Download size={14} aria-hidden /> CSV
          </button>
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => download("practice-log.json", writeLogJson(shown()), "application/json")}
          >
            <Download size={14} aria-hidden /> JSON
          </button>
        </div>
      </div>
      <div className="panel overflow-x-auto">
        <table className="table table-sm">
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  return (
                    <th
                      key={header.id}
                      scope="col"
                      aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"}
                    >
                      <button
                        type="button"
                        className="inline-flex items-center gap-1 cursor-pointer font-semibold"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        <table.FlexRender header={header} />
                        {sorted === "asc" ? <ArrowUp size={12} aria-hidden /> : null}
                        {sorted === "desc" ? <ArrowDown size={12} aria-hidden /> : null}
                      </button>
                    </th>
                  );
                })}
                <th scope="col">Note</th>
                <th scope="col">
                  <span className="sr-only">Delete</span>
                </th>
              </tr>
            ))}
          </thead>
          <tbody>
            {table.getRowModel().rows.map((row) => (
              <tr key={row.original.id}>
                {row.getAllCells().map((cell) => (
                  <td key={cell.id} className="whitespace-nowrap">
                    <table.FlexRender cell={cell} />
                  </td>
                ))}
                <td>
                  <NoteField run={row.original} onNote={onNote} />
                </td>
                <td>
                  <button
                    type="button"
                    className="btn btn-xs"
                    aria-label={`Delete the run of ${row.original.fill}`}
                    onClick={() => onDelete(row.original)}
                  >
                    Delete
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {found.length === 0 ? <p className="p-5 quiet">No run matches. Try fewer letters, or any result.</p> : null}
      </div>
      <div className="flex items-center gap-2 text-sm">
        <button
          type="button"
          className="btn btn-sm"
          disabled={!table.getCanPreviousPage()}
          onClick={() => table.previousPage()}
        >
          Newer
        </button>
        <span>
          page {pageIndex + 1} of {pages}
        </span>
        <button
          type="button"
          className="btn btn-sm"
          disabled={!table.getCanNextPage()}
          onClick={() => table.nextPage()}
        >
          Older
        </button>
      </div>
    </div>
  );
}

/** A note is saved when you leave its field, and a moment after the last key. */
function NoteField({ run, onNote }: { readonly run: Run; readonly onNote: (run: Run, note: string) => void }) {
  const soon = useSoon();
  const kept = useRef(run.note ?? "");
  const keep = (note: string) => {
    soon(null);
    if (note === kept.current) return;
    kept.current = note;
    onNote(run, note);
  };
  return (
    <input
      className="input input-xs w-44"
      aria-label={`Note on the run of ${run.fill}`}
      defaultValue={run.note ?? ""}
      maxLength={MAX_NOTE}
      onChange={(event) => {
        const { value } = event.target;
        soon(() => keep(value));
      }}
      onBlur={(event) => keep(event.target.value)}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
      }}
    />
  );
}
