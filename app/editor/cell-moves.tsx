import { useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { useCommands } from "~/commands/commands";
import { editCells, editCellsAsOne, formatLine, formatSlots, rateCells, readStickLine } from "~/core/line";
import { applyMove, applyMoveToRun, type Cell, type Move, type Moved } from "~/core/moves";
import { type Line, makeCell, makeLine } from "~/core/phrase";
import { bpm, formatRate, type Meter, parseRate, type Rate } from "~/core/time";
import { MAX_CELL_SLOTS } from "~/library/cell/content";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { ExternalLink } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { CellCoins } from "~/views/coins";
import { CHOOSE_NOTE_FIRST, FIX_LINE_FIRST } from "~/words/editing";
import { describeMove } from "~/words/moves";
import { describeRate, OFFERED_RATES, plural } from "~/words/time";
import { describeFit } from "~/words/verdict";
import { useChoice, useChooser } from "./choice";
import { useEditor, usePhrase, useWorked } from "./context";
import { SCOPED_MOVE_COMMANDS } from "./moves/commands";
import { MoveGallery } from "./moves/gallery";
import { useOfferChoices } from "./moves/group-choices";
import { useEntries } from "./use-entries";

/** The bench of moves, for the cells chosen on the Stack. */
export function CellMoves() {
  const editor = useEditor();
  const chooser = useChooser();
  const say = useSay();
  const player = usePlayer();
  const strongHand = player.hands.leading;
  const [{ click }] = usePreferences();
  const content = usePhrase();
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
  // The moves' keys work as soon as something can be moved.
  useEffect(() => {
    if (isChosen) frame.current?.focus();
  }, [isChosen]);
  const first = chosen[0] ?? null;
  const whole = useMemo(() => cells.flat(), [cells]);
  const rate = first?.rate ?? null;
  const own = useMemo(() => formatSlots(whole), [whole]);
  const position = !slot || !first ? 0 : asOne ? slot.index - first.firstSlot : slot.inCell;
  const choices = useOfferChoices(strongHand, position, "", own);
  const setting = useMemo(
    () => ({ rate: rate ?? { slots: 4, quarters: 1 }, meter: phrase.meter, tempo: bpm(phrase.tempo), kit: player.kit }),
    [rate, phrase, player],
  );
  const attempt = useMemo(() => (move: Move) => applyMoveToRun(cells, move, asOne), [cells, asOne]);
  const rates = useMemo(() => [...new Set(chosen.map((cell) => cell.rate))], [chosen]);
  const check = (move: Move) => whyInexact(attempt(move), rates);
  const partners = useMemo(() => entries.map(({ id, name, text }) => ({ id, name, text })), [entries]);

  const apply = (move: Move) => {
    const before = editor.store.getState().content;
    const now = editor.worked().timeline;
    const picked = chooser.cells(now);
    if (!picked) {
      say(CHOOSE_NOTE_FIRST);
      return;
    }
    if (!editor.editLine((current) => editRange(current, picked.from, picked.to + 1, move, asOne))) {
      say(FIX_LINE_FIRST);
      return;
    }
    const after = editor.store.getState().content;
    if (after === before) {
      say("That would make the line too long, or split a note in a way that isn't exact. Nothing has changed.");
      return;
    }
    const laid = editor.worked().timeline;
    const lost = now.cells.length - laid.cells.length;
    chooser.chooseCells(laid, { from: picked.from, to: Math.max(picked.from, picked.to - lost) });
    say(`${describeMove(move).name}: ${describeMove(move).does}.`);
  };

  const setRate = (text: string) => {
    const next = parseRate(text);
    if (!next || !range) return;
    const before = editor.store.getState().content;
    if (!editor.editLine((current) => rateCells(current, range.from, range.to + 1, next))) {
      say(FIX_LINE_FIRST);
      return;
    }
    const after = editor.store.getState().content;
    if (after === before) say(`Its split notes can't be written in ${describeRate(next)}. Nothing has changed.`);
    else say(`Now in ${describeRate(next)}: ${describeFit(editor.worked().fit, after.meter as Meter, next).headline}.`);
  };

  useCommands(SCOPED_MOVE_COMMANDS, { offers: choices.scene, attempt: cells.length > 0 ? attempt : null, apply, say });

  if (!first || !range) {
    return (
      <p className="quiet text-sm p-4">
        Choose a note in the stack or on the rail. The moves change its cell. Hold Shift to choose several cells.
      </p>
    );
  }
  const ownRate = formatRate(first.rate);
  const offered: readonly string[] = OFFERED_RATES.some((text) => text === ownRate)
    ? OFFERED_RATES
    : [ownRate, ...OFFERED_RATES];
  const name = range.from === range.to ? `Cell ${range.from + 1}` : `Cells ${range.from + 1} to ${range.to + 1}`;
  const isKeepable = whole.length <= MAX_CELL_SLOTS;
  return (
    <div ref={frame} tabIndex={-1} data-scope="moves" className="flex-1 min-h-0 flex flex-col outline-none">
      <div className="px-3 py-2 border-b border-base-300 bg-base-100">
        <div className="flex items-baseline gap-2">
          <h2 className="text-base">{name}</h2>
          <p className="text-xs quiet flex-1">
            {plural(whole.length, "note")}, {describeRate(first.rate)}
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
          Note value
          <select
            className="select select-xs w-44"
            value={rates.length === 1 ? formatRate(first.rate) : ""}
            onChange={(event) => setRate(event.target.value)}
          >
            {rates.length === 1 ? null : <option value="">several</option>}
            {offered.map((text) => (
              <option key={text} value={text}>
                {describeRate(parseRate(text) ?? first.rate)}
              </option>
            ))}
          </select>
        </label>
        <CellCoins cell={whole} strongHand={strongHand} label={`${name}: ${formatSlots(whole)}`} />
        {range.from < range.to ? (
          <fieldset className="flex gap-3 text-sm">
            <legend className="sr-only">Apply moves to</legend>
            {[true, false].map((one) => (
              <label key={String(one)} className="flex items-center gap-1.5 cursor-pointer">
                <input
                  type="radio"
                  className="radio radio-xs"
                  name="as-one"
                  checked={asOne === one}
                  onChange={() => setAsOne(one)}
                />
                {one ? "as one sticking" : "each separately"}
              </label>
            ))}
          </fieldset>
        ) : null}
        <InlineError words={content.text === content.goodText ? null : "Fix the error in the line first."} />
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

/** Longer results aren't checked in advance: applying them gives the same message. */
const MAX_CHECKED = 256;

/** A shared slot isn't exact at every rate. */
function whyInexact(result: Moved, rates: readonly Rate[]): string | null {
  if (!result.ok || result.cell.length > MAX_CHECKED) return null;
  for (const rate of rates) {
    const text = formatLine(makeLine([{ kind: "rate", rate }, makeCell(result.cell)]));
    if (!readStickLine(text).line) return `This doesn't divide exactly in ${describeRate(rate)}.`;
  }
  return null;
}
