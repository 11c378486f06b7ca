import { Form } from "react-router";
import { formatLine, type Hand, type Line, makeCell, makeLine, mirrorLine, readStickLine } from "~/core";
import { CoinRow } from "~/views/coin-row";

interface RudimentCardProps {
  readonly rudiment: {
    readonly number: number;
    readonly name: string;
    readonly line: string;
    readonly meter: { readonly beats: number; readonly unit: number };
    readonly note?: string | undefined;
  };
  readonly strongHand: Hand;
}

/** Its first cell, without the silence after its last stroke: what one lead of it is. */
function oneLead(line: Line): Line {
  const cell = line.find((item) => item.kind === "cell");
  if (!cell) return line;
  const last = cell.slots.findLastIndex((slot) => slot.kind !== "silence");
  return [...line.slice(0, 1), makeCell(cell.slots.slice(0, last + 1))];
}

/** A rudiment as coins, led by the player's strong hand; pressing it opens it. */
export function RudimentCard({ rudiment, strongHand }: RudimentCardProps) {
  const read = readStickLine(rudiment.line).line ?? makeLine([]);
  const line = strongHand === "L" ? mirrorLine(read) : read;
  return (
    <Form method="post" className="h-full">
      <input type="hidden" name="name" value={rudiment.name} />
      <input type="hidden" name="line" value={rudiment.line} />
      <input type="hidden" name="beats" value={rudiment.meter.beats} />
      <input type="hidden" name="unit" value={rudiment.meter.unit} />
      <button
        type="submit"
        className="panel w-full h-full flex flex-col items-stretch text-left px-3 py-2 hover:border-primary cursor-pointer"
      >
        <span className="flex items-baseline gap-2">
          <span className="font-display text-sm quiet">{rudiment.number}</span>
          <span className="font-semibold">{rudiment.name}</span>
        </span>
        <CoinRow line={oneLead(line)} strongHand={strongHand} label={formatLine(line)} most={18} />
        <span className="font-line text-xs quiet block truncate">{formatLine(line)}</span>
        {rudiment.note ? <span className="text-xs quiet block mt-1">{rudiment.note}</span> : null}
      </button>
    </Form>
  );
}
