import type { FillRow } from "~/data/database";

/** What was deleted lately, to be brought back. */
export function Bin({ rows, act }: { rows: readonly FillRow[]; act: (fields: Record<string, string>) => void }) {
  return (
    <details className="mt-8">
      <summary className="cursor-pointer text-sm">Bin: {rows.length} deleted in the last 30 days</summary>
      <ul className="mt-2 flex flex-col gap-1">
        {rows.map((row) => (
          <li key={row.id} className="flex items-center gap-3 text-sm">
            <button type="button" className="btn btn-xs" onClick={() => act({ intent: "restore", id: row.id })}>
              Bring back
            </button>
            <span>{row.content.name || "Untitled fill"}</span>
            <span className="font-line text-xs quiet truncate">{row.content.text}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
