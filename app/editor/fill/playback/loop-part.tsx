/** Which part of the fill loops, and stepping through it note by note. */

import { useKey } from "~/commands/commands";
import { nameKeyCap } from "~/commands/keys";
import { useChooser } from "~/editor/choice";
import { usePractise, useSession } from "~/session/session";
import { Check } from "~/ui/check";
import { ChevronLeft, ChevronRight } from "~/ui/icons";
import { NumberField } from "~/ui/number-field";
import { useWorked } from "../../context";
import { stepNote } from "../../step";
import { useOpenFill, usePracticeOf } from "../place";
import { loopOfCells } from "../practice-loop";

export function LoopPart() {
  const { row, editor } = useOpenFill();
  const fillId = row.id;
  const chooser = useChooser();
  const { sound } = useSession();
  const practise = usePractise();
  const { timeline } = useWorked();
  const { loop } = usePracticeOf(fillId);
  const keys = { loop: useKey("loop", "o"), back: useKey("step-back", "q"), on: useKey("step-on", "w") };
  const count = timeline.slots.length;
  const shown = loop ?? { fillId, from: 0, to: Math.max(0, count - 1), toBeat: true };
  const put = (change: Partial<typeof shown>) => {
    const next = { ...shown, ...change };
    practise({ loop: { ...next, to: Math.max(next.from, next.to) } });
  };
  const field = (label: string, value: number, onValue: (value: number) => void) => (
    <span className="flex items-center gap-1.5">
      {label}
      <NumberField
        label={`${label} note`}
        isLabelHidden
        className="input-xs w-14"
        least={1}
        most={count}
        value={Math.min(value, count - 1) + 1}
        onValue={(typed) => onValue(Math.round(typed) - 1)}
      />
    </span>
  );
  return (
    <fieldset className="text-sm flex flex-col gap-1.5 items-start">
      <legend className="text-sm font-semibold mb-1">Loop</legend>
      <div className="join">
        <button
          type="button"
          aria-pressed={!loop}
          className={`btn btn-sm join-item font-normal ${loop ? "" : "btn-primary"}`}
          onClick={() => practise({ loop: null })}
        >
          All, in the groove
        </button>
        <button
          type="button"
          aria-pressed={loop !== null}
          className={`btn btn-sm join-item font-normal ${loop ? "btn-primary" : ""}`}
          disabled={count === 0}
          title={`The cells that are chosen, or the first one (${nameKeyCap(keys.loop)})`}
          onClick={() => practise({ loop: loopOfCells(fillId, timeline, chooser.cells(timeline)) })}
        >
          The chosen cells
        </button>
      </div>
      {loop ? (
        <>
          <div className="flex items-center gap-3">
            {field("From", shown.from, (from) => put({ from }))}
            {field("to", shown.to, (to) => put({ to }))}
          </div>
          <Check checked={shown.toBeat} onCheck={(checked) => put({ toBeat: checked })}>
            rest up to the next beat
          </Check>
        </>
      ) : null}
      <div className="flex items-center gap-1.5 mt-1">
        Step through
        <button
          type="button"
          className="btn btn-sm btn-square"
          aria-label="Previous note, and hear it"
          title={nameKeyCap(keys.back)}
          onClick={() => stepNote(editor, chooser, sound, -1)}
        >
          <ChevronLeft size={16} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-sm btn-square"
          aria-label="Next note, and hear it"
          title={nameKeyCap(keys.on)}
          onClick={() => stepNote(editor, chooser, sound, 1)}
        >
          <ChevronRight size={16} aria-hidden />
        </button>
      </div>
    </fieldset>
  );
}
