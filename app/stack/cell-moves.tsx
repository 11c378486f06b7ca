import { ExternalLink } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { MoveGallery, useOfferChoices } from "~/cells/gallery";
import { runMoveKey } from "~/cells/keys";
import {
  applyMove,
  applyMoveToRun,
  bpm,
  type Cell,
  editCells,
  editCellsAsOne,
  formatLine,
  formatRate,
  formatSlots,
  type Line,
  type Meter,
  type Move,
  type Moved,
  makeCell,
  makeLine,
  parseRate,
  type Rate,
  rateCells,
  readStickLine,
} from "~/core";
import { MAX_CELL_SLOTS } from "~/formats/cell";
import { isTyping, nameKey } from "~/ui/keys";
import { CellCoins } from "~/views/coins";
import { wordMove } from "~/words/moves";
import { nameRate, OFFERED_RATES, plural } from "~/words/time";
import { wordFit } from "~/words/verdict";
import { workOut } from "./bench";
import { chooseCells, chooseSlot, chosenCells, useChoice } from "./choice";
import { useBench, useContent, useWorked } from "./context";
import { NOTE_KEYS } from "./keys";
import { useEntries } from "./use-entries";

interface CellMovesProps {
  readonly strongHand: "R" | "L";
  readonly click: boolean;
  readonly say: (words: string) => void;
}

/** Keys of the notes that go on working while the moves are open: those that choose. */
const CHOOSING = NOTE_KEYS.filter(
  ({ id }) => id.startsWith("extend-") || id === "next" || id === "previous" || id.startsWith("cell-"),
).filter(({ group }) => group === "Choose");

/** The bench of moves, on the cells that are chosen on the Stack. */
export function CellMoves({ strongHand, click, say }: CellMovesProps) {
  const bench = useBench();
  const content = useContent();
  const { timeline, phrase } = useWorked();
  const { slot, cells: range } = useChoice(timeline);
  const [asOne, setAsOne] = useState(true);
  const entries = useEntries();
  const [from, to] = range ? [range.from, range.to] : [0, -1];
  const chosen = useMemo(() => timeline.cells.slice(from, to + 1), [timeline, from, to]);
  const cells = useMemo(
    () => chosen.map((cell) => timeline.slots.slice(cell.firstSlot, cell.firstSlot + cell.size).map((s) => s.content)),
    [chosen, timeline],
  );
  const frame = useRef<HTMLDivElement>(null);
  const isChosen = range !== null;
  // The moves' keys work as soon as there is something to move.
  useEffect(() => {
    if (isChosen) frame.current?.focus();
  }, [isChosen]);
  const first = chosen[0] ?? null;
  const whole = useMemo(() => cells.flat(), [cells]);
  const rate = first?.rate ?? null;
  const place = !slot || !first ? 0 : asOne ? slot.index - first.firstSlot : slot.place;
  const choices = useOfferChoices(strongHand, place, "");
  const setting = useMemo(
    () => ({ rate: rate ?? { slots: 4, quarters: 1 }, meter: phrase.meter, tempo: bpm(phrase.tempo) }),
    [rate, phrase],
  );
  const attempt = useMemo(() => (move: Move) => applyMoveToRun(cells, move, asOne), [cells, asOne]);
  const rates = useMemo(() => [...new Set(chosen.map((cell) => cell.rate))], [chosen]);
  const check = (move: Move) => whyInexact(attempt(move), rates);
  const partners = useMemo(() => entries.map(({ id, name, text }) => ({ id, name, text })), [entries]);

  const apply = (move: Move) => {
    const before = bench.store.getState().content;
    const now = workOut(before).timeline;
    const picked = chosenCells(now);
    if (!picked) {
      say("Choose a note first: arrow keys, or press it.");
      return;
    }
    if (!bench.editLine((current) => editRange(current, picked.from, picked.to + 1, move, asOne))) {
      say("Mend the line first: your text is kept as it is.");
      return;
    }
    const after = bench.store.getState().content;
    if (after === before) {
      say("That would make the line too long, or a slot that cannot be shared exactly: it stays as it was.");
      return;
    }
    const laid = workOut(after).timeline;
    const lost = now.cells.length - laid.cells.length;
    chooseCells(laid, { from: picked.from, to: Math.max(picked.from, picked.to - lost) });
    say(`${wordMove(move).name}: ${wordMove(move).does}.`);
  };

  const setRate = (text: string) => {
    const next = parseRate(text);
    if (!next || !range) return;
    const before = bench.store.getState().content;
    if (!bench.editLine((current) => rateCells(current, range.from, range.to + 1, next))) {
      say("Mend the line first: your text is kept as it is.");
      return;
    }
    const after = bench.store.getState().content;
    if (after === before) say(`Its shared slots are not exact in ${nameRate(next)}: it stays as it was.`);
    else say(`In ${nameRate(next)} now: ${wordFit(workOut(after).fit, after.meter as Meter, next).headline}.`);
  };

  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || isTyping(event.target)) return;
    const key = nameKey(event);
    const choosing = CHOOSING.find((entry) => entry.keys.includes(key));
    if (choosing) {
      choosing.run({
        timeline,
        slot,
        editLine: () => false,
        choose: (index, extend) => chooseSlot(timeline, index, extend),
        say,
      });
    } else if (cells.length === 0 || !runMoveKey(key, choices.scene, attempt, apply, say)) return;
    event.preventDefault();
    event.stopPropagation();
  };

  if (!first || !range) {
    return (
      <p className="quiet text-sm p-4">
        Choose a note on the stack or the rail: its cell is what the moves work on. With shift, several cells in a row.
      </p>
    );
  }
  const own = formatRate(first.rate);
  const offered: readonly string[] = OFFERED_RATES.some((text) => text === own)
    ? OFFERED_RATES
    : [own, ...OFFERED_RATES];
  const name = range.from === range.to ? `Cell ${range.from + 1}` : `Cells ${range.from + 1} to ${range.to + 1}`;
  const isKeepable = whole.length <= MAX_CELL_SLOTS;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the moves inside are buttons; this gives them keys
    <div ref={frame} tabIndex={-1} className="flex-1 min-h-0 flex flex-col outline-none" onKeyDown={onKeyDown}>
      <div className="px-3 py-2 border-b border-base-300 bg-base-100">
        <div className="flex items-baseline gap-2">
          <h2 className="text-base">{name}</h2>
          <p className="text-xs quiet flex-1">
            {plural(whole.length, "slot")} of {nameRate(first.rate)}
          </p>
          {isKeepable ? (
            <Link
              className="text-xs underline inline-flex items-center gap-1"
              to={`/cells/new?${new URLSearchParams({ cell: formatSlots(whole), rate: formatRate(first.rate) })}`}
            >
              Open on Cells <ExternalLink size={12} aria-hidden />
            </Link>
          ) : null}
        </div>
        <label className="text-sm flex items-center gap-1.5 my-1">
          Play at
          <select
            className="select select-xs w-44"
            value={rates.length === 1 ? formatRate(first.rate) : ""}
            onChange={(event) => setRate(event.target.value)}
          >
            {rates.length === 1 ? null : <option value="">several rates</option>}
            {offered.map((text) => (
              <option key={text} value={text}>
                {nameRate(parseRate(text) ?? first.rate)}
              </option>
            ))}
          </select>
        </label>
        <CellCoins cell={whole} strongHand={strongHand} label={`${name}: ${formatSlots(whole)}`} />
        {range.from < range.to ? (
          <fieldset className="flex gap-3 text-sm">
            <legend className="sr-only">How the moves take them</legend>
            {[true, false].map((one) => (
              <label key={String(one)} className="flex items-center gap-1.5 cursor-pointer">
                <input
                  type="radio"
                  className="radio radio-xs"
                  name="as-one"
                  checked={asOne === one}
                  onChange={() => setAsOne(one)}
                />
                {one ? "as one sticking" : "each by itself"}
              </label>
            ))}
          </fieldset>
        ) : null}
        {content.text !== content.goodText ? (
          <p role="alert" className="text-xs text-error">
            The line has a problem: mend it first, then these work again.
          </p>
        ) : null}
      </div>
      <div className="flex-1 min-h-0 overflow-y-auto px-3 py-2">
        <MoveGallery
          attempt={attempt}
          size={whole.length}
          choices={choices}
          partners={partners}
          setting={setting}
          click={click}
          onApply={apply}
          check={check}
        />
      </div>
    </div>
  );
}

function editRange(line: Line, from: number, to: number, move: Move, asOne: boolean): Line {
  const change = (cell: Cell): Cell => {
    const result = applyMove(cell, move);
    return result.ok ? result.cell : cell;
  };
  return asOne ? editCellsAsOne(line, from, to, change) : editCells(line, from, to, change);
}

/** Longer results are not tried beforehand: applying them says the same. */
const MOST_CHECKED = 256;

/** A shared slot is not exact at every rate. */
function whyInexact(result: Moved, rates: readonly Rate[]): string | null {
  if (!result.ok || result.cell.length > MOST_CHECKED) return null;
  for (const rate of rates) {
    const text = formatLine(makeLine([{ kind: "rate", rate }, makeCell(result.cell)]));
    if (!readStickLine(text).line) return `A slot of ${nameRate(rate)} cannot be shared so exactly.`;
  }
  return null;
}
