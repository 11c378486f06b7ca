import { formatSlots } from "~/core/line";
import { type Cell, relateCells } from "~/core/moves";
import { analyseSticking, type Hand } from "~/core/stroke";
import { PlayButton } from "~/editor/cells/play-button";
import { type CellSetting, scoreOf } from "~/editor/cells/preview";
import { X } from "~/ui/icons";
import { Coin } from "~/views/coin";
import { describeBalance, describeRelation, describeRuns } from "~/words/cell";

export interface SetAside {
  readonly name: string;
  readonly cell: Cell;
}

interface CompareProps {
  readonly first: SetAside;
  readonly second: SetAside;
  readonly strongHand: Hand;
  readonly setting: CellSetting;
  readonly click: boolean;
  readonly onClose: () => void;
}

const MAX_SLOTS = 64;

/** Two cells slot by slot, their differences, and whether one is a rotation of the other. */
export function Compare({ first, second, strongHand, setting, click, onClose }: CompareProps) {
  const sides = [
    { letter: "A", ...first },
    { letter: "B", ...second },
  ];
  const size = Math.min(MAX_SLOTS, Math.max(first.cell.length, second.cell.length));
  const text = (cell: Cell, index: number) => (cell[index] ? formatSlots([cell[index]]) : "");
  const differs = Array.from({ length: size }, (_, index) => text(first.cell, index) !== text(second.cell, index));
  const facts = sides.map(({ cell }) => analyseSticking(cell));
  return (
    <section aria-label="Compare" className="panel px-3 py-2.5">
      <div className="flex items-center gap-2 mb-1">
        <h2 className="text-base">A and B</h2>
        <p className="text-sm quiet flex-1">{relate(first.cell, second.cell)}</p>
        <button type="button" className="btn btn-sm btn-square btn-ghost" aria-label="Stop comparing" onClick={onClose}>
          <X size={15} aria-hidden />
        </button>
      </div>
      <div className="overflow-x-auto">
        {sides.map(({ letter, name, cell }) => (
          <div key={letter} className="flex items-center gap-2">
            <span className="font-display font-bold text-lg text-primary w-4">{letter}</span>
            <PlayButton
              id={`compare ${letter}`}
              what={`${letter}: ${name}`}
              makeScore={() => scoreOf(cell, setting, click)}
            />
            <svg
              role="img"
              aria-label={`${letter}: ${formatSlots(cell)}`}
              width={size * 44 + 4}
              height="58"
              viewBox={`0 0 ${size * 44 + 4} 58`}
              className="drawing shrink-0"
            >
              {cell.slice(0, size).map((slot, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a slot is its place
                <g key={index} transform={`translate(${index * 44 + 22} 28)`}>
                  {differs[index] ? (
                    <rect
                      x="-20"
                      y="-26"
                      width="40"
                      height="52"
                      rx="8"
                      fill="var(--copper)"
                      fillOpacity="0.16"
                      stroke="var(--copper)"
                      strokeDasharray="3 3"
                    />
                  ) : null}
                  <g transform="scale(0.86)">
                    <Coin slot={slot} strongHand={strongHand} />
                  </g>
                </g>
              ))}
            </svg>
          </div>
        ))}
      </div>
      <dl className="grid sm:grid-cols-2 gap-x-4 text-sm mt-1">
        {sides.map(({ letter, name }, side) => (
          <div key={letter}>
            <dt className="font-semibold">
              {letter}: {name}
            </dt>
            <dd className="quiet">
              {facts[side]
                ? `${facts[side].size} notes, ${describeBalance(facts[side])}, ${describeRuns(facts[side])}`
                : ""}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function relate(first: Cell, second: Cell): string {
  const moves = relateCells(first, second);
  if (moves === null) return "Two different stickings; dashed notes differ.";
  if (moves.length === 0) {
    return formatSlots(first) === formatSlots(second)
      ? "They are the same."
      : "The same sticking. Dynamics, ornaments or drums differ on the dashed notes.";
  }
  return `The same sticking, turned or mirrored: from A to B ${describeRelation(moves)}.`;
}
