/** How the cell was made: its origin and moves, each of which you can view, remove, or follow with another. */

import { useId } from "react";
import { useStore } from "zustand";
import { formatSlots } from "~/core/line";
import { heldContent } from "~/editor/undo";
import type { CellDraftContent } from "~/library/cell/content";
import { readTyped } from "~/library/cell/content";
import { ArrowRight, CornerDownRight, RotateCcw, X } from "~/ui/icons";
import { describeMove, describeRefusal } from "~/words/moves";
import { type AppliedMoves, applyMoves, type CellDraft } from "./draft";

interface RecipeProps {
  readonly draft: CellDraft;
  readonly content: CellDraftContent;
}

interface OwnRecipeProps extends RecipeProps {
  /** Resets to the cell as opened; null if nothing was changed. */
  readonly onStartOver: (() => void) | null;
}

export function Recipe({ draft, content, onStartOver }: OwnRecipeProps) {
  const { origin, at, moves } = content;
  const cooked = applyMoves(content);
  return (
    <section aria-label="Recipe" className="panel px-3 py-2">
      <ol className="flex flex-wrap items-stretch gap-1.5">
        <li className="flex">
          <Step
            name={origin.name || "Typed"}
            result={formatSlots(cooked.origin) || "nothing yet"}
            isShown={at === 0}
            onShow={() => draft.lookAt(0)}
          />
        </li>
        {moves.map((move, index) => {
          const step = cooked.steps[index];
          const { name, does } = describeMove(move);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a step is its place in the chain
            <li key={index} className="flex items-center gap-1.5">
              <ArrowRight size={14} aria-hidden className="quiet shrink-0" />
              <Step
                name={name}
                does={does}
                result={step ? formatSlots(step.cell) : ""}
                refused={step?.refused ? describeRefusal(step.refused) : null}
                isShown={at === index + 1}
                onShow={() => draft.lookAt(index + 1)}
                onRemove={() => draft.removeMove(index)}
              />
            </li>
          );
        })}
      </ol>
      <div className="mt-1.5 flex flex-wrap items-center gap-x-3 gap-y-1">
        <p className="label-small flex-1">{explain(content, cooked)}</p>
        {onStartOver ? (
          <button type="button" className="btn btn-xs" onClick={onStartOver}>
            <RotateCcw size={13} aria-hidden /> Start over
          </button>
        ) : null}
      </div>
    </section>
  );
}

/** The recipe as a sentence, and where the next move will go. */
function explain({ origin, moves, at }: CellDraftContent, { steps }: AppliedMoves): string {
  if (origin.text === null) return "Type a sticking to start with.";
  if (moves.length === 0) return "Press a move to start a recipe. You can go back to any step.";
  const last = moves[at - 1];
  const step = steps[at - 1];
  const where = at < moves.length ? " The next move is inserted here, before the later ones." : "";
  if (!last) return `This is the original.${where}`;
  const does = describeMove(last).does;
  const said = step?.refused
    ? `This step does nothing here: ${describeRefusal(step.refused)}`
    : `${does.charAt(0).toUpperCase()}${does.slice(1)}.`;
  return `${said}${where}`;
}

interface StepProps {
  readonly name: string;
  readonly does?: string;
  readonly result: string;
  readonly refused?: string | null;
  readonly isShown: boolean;
  readonly onShow: () => void;
  readonly onRemove?: () => void;
}

function Step({ name, does, result, refused = null, isShown, onShow, onRemove }: StepProps) {
  return (
    <div
      className={`flex items-stretch rounded-field border ${isShown ? "border-primary border-2" : "border-base-300"} ${refused ? "border-dashed" : ""}`}
    >
      <button
        type="button"
        aria-pressed={isShown}
        aria-label={`Step: ${name}`}
        title={refused ?? does}
        className="text-left px-2 py-1 cursor-pointer hover:bg-base-200 rounded-field"
        onClick={onShow}
      >
        <span className={`block text-sm leading-tight ${isShown ? "font-semibold" : ""}`}>{name}</span>
        <span className="block font-line text-[0.7rem] quiet leading-tight max-w-40 truncate">
          {refused ? "does nothing here" : result}
        </span>
      </button>
      {onRemove ? (
        <button
          type="button"
          className="min-w-6 grid place-items-center cursor-pointer hover:bg-base-200 rounded-field"
          aria-label={`Remove the step: ${name}`}
          title="Remove"
          onClick={onRemove}
        >
          <X size={13} aria-hidden />
        </button>
      ) : null}
    </div>
  );
}

/** A field for a sticking, to start with or to replace the origin. */
export function OriginField({ draft }: Pick<RecipeProps, "draft">) {
  const { origin } = useStore(draft.store, heldContent<CellDraftContent>);
  const field = useId();
  const told = useId();
  const { typed } = origin;
  const isBad = typed.trim() !== "" && readTyped(typed) === null;
  return (
    <div className="panel px-3 py-2">
      <label htmlFor={field} className="label-small flex items-center gap-1 mb-1">
        <CornerDownRight size={13} aria-hidden /> Sticking to start with
      </label>
      <input
        id={field}
        className="input w-full font-line"
        placeholder="RLRRL"
        value={typed}
        aria-invalid={isBad}
        aria-describedby={told}
        spellCheck={false}
        autoComplete="off"
        onChange={(event) => draft.typeOrigin(event.target.value)}
      />
      <p id={told} className={`text-xs mt-1 ${isBad ? "text-error" : "quiet"}`} role={isBad ? "alert" : undefined}>
        {isBad
          ? "This isn't a sticking yet, so the last valid one stays. Use R L K H and -, with > for accents, such as >RLRRL. Leave out note values and bar lines. The limit is 512 notes."
          : "R and L for the hands, K and H for the feet, - for a rest, > for an accent, lower case for ghost notes."}
      </p>
    </div>
  );
}
