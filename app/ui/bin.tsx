interface BinProps {
  readonly rows: readonly {
    readonly id: string;
    readonly content: { readonly name: string; readonly text?: string };
  }[];
  readonly onRestore: (id: string) => void;
}

/** Recently deleted things, to restore. */
export function Bin({ rows, onRestore }: BinProps) {
  if (rows.length === 0) return null;
  return (
    <details id="bin" className="text-sm">
      <summary className="cursor-pointer">Bin: {rows.length} deleted</summary>
      <ul className="mt-2 flex flex-col gap-1">
        {rows.map((row) => (
          <li key={row.id} className="flex items-center gap-3 min-w-0">
            <button type="button" className="btn btn-xs" onClick={() => onRestore(row.id)}>
              Restore
            </button>
            <span>{row.content.name || "Untitled"}</span>
            <span className="font-line text-xs quiet truncate">{row.content.text ?? ""}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
