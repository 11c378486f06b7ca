/** The sticking pad for thumbs, on phones and tablets: builds a line without the system keyboard. */

import { memo, type ReactNode, useState } from "react";
import type { Limb } from "~/core/stroke";
import { useSay } from "~/session/session";
import { ChevronDown, ChevronUp, CornerDownLeft, Delete, Undo2 } from "~/ui/icons";
import { FIX_LINE_FIRST } from "~/words/editing";
import { describeSlot, LIMB_NAMES } from "~/words/slot";
import { useChoice, useChooser } from "./choice";
import { useEditor, useHistory, useWorked } from "./context";
import { PAD_AT_REST, type PadKey, padNote, pressPad } from "./pad";

/** Where the pad is open, and the system's keyboard would cover it. */
export const HAS_PAD = "(pointer: coarse)";

const LIMBS: readonly Limb[] = ["R", "L", "K", "H"];

interface StickingPadProps {
  /** Folded at first where the picture needs the room. */
  readonly isFolded?: boolean;
}

export const StickingPad = memo(function StickingPad({ isFolded = false }: StickingPadProps) {
  // Until it is opened or folded, it is open where there is room: not on low screens, nor beside a mouse.
  const [chosen, setOpen] = useState<boolean | null>(isFolded ? false : null);
  const editor = useEditor();
  const chooser = useChooser();
  const say = useSay();
  const history = useHistory();
  const { timeline } = useWorked();
  const { slot } = useChoice(timeline);
  const [pad, setPad] = useState(PAD_AT_REST);
  const last = padNote(timeline, slot);
  const isChange = pad.mode === "change" && slot !== null;
  const press = (key: PadKey) => {
    const now = editor.worked().timeline;
    const step = pressPad(key, pad, now, chooser.slot(now));
    if (step.change && !editor.editLine(step.change)) return say(FIX_LINE_FIRST);
    setPad(step.pad);
    chooser.choose(editor.worked().timeline, step.chosen);
  };
  const where = slot
    ? `Note ${slot.index + 1} of ${timeline.slots.length}: ${describeSlot(slot.voiced)}`
    : timeline.slots.length === 0
      ? "Tap R or L to begin"
      : `${timeline.slots.length} notes · adding at the end`;
  const folded =
    chosen === true ? null : (
      <button
        type="button"
        className={`w-full h-11 short:h-8 border-t border-base-300 bg-base-100 text-sm cursor-pointer print:hidden ${
          chosen === null ? "hidden pad-folded" : "md:hidden md:pointer-coarse:block"
        }`}
        aria-expanded={false}
        onClick={() => setOpen(true)}
      >
        <ChevronUp size={15} className="inline" aria-hidden /> Sticking pad
      </button>
    );
  if (chosen === false) return folded;
  return (
    <>
      {folded}
      <section
        aria-label="Sticking pad"
        className={`border-t border-base-300 bg-base-100 px-3 pt-2 short:pt-1 pb-1.5 short:pb-0 print:hidden ${
          chosen === null ? "hidden pad-open" : "md:hidden md:pointer-coarse:block"
        }`}
      >
        <div className="short:md:flex short:gap-1.5">
          <div className="grid grid-cols-5 gap-1.5 max-w-xl mx-auto short:flex-1">
            {LIMBS.map((limb) => (
              <Key key={limb} name={LIMB_NAMES[limb]} isLarge onPress={() => press({ kind: "limb", limb })}>
                {limb}
              </Key>
            ))}
            <Key name="Rest" isLarge onPress={() => press({ kind: "rest" })}>
              <span className="text-base">rest</span>
            </Key>
          </div>
          <div className="grid grid-cols-7 gap-1.5 mt-1.5 short:md:mt-0 max-w-xl mx-auto short:flex-1">
            <Key name="Accent" onPress={() => press({ kind: "level", level: "accent" })}>
              acc
            </Key>
            <Key name="Ghost note" onPress={() => press({ kind: "level", level: "ghost" })}>
              ghost
            </Key>
            <Key name="Flam" onPress={() => press({ kind: "flam" })}>
              flam
            </Key>
            <Key name="Play the next note with this one" isOn={pad.joins} onPress={() => press({ kind: "together" })}>
              +
            </Key>
            <Key name="New cell" isOn={pad.opensCell} onPress={() => press({ kind: "cell" })}>
              cell
            </Key>
            <Key name="Repeat the cell" onPress={() => press({ kind: "repeat" })}>
              ×2
            </Key>
            <Key name="Remove the last note" isOff={last === null} onPress={() => press({ kind: "erase" })}>
              <Delete size={18} aria-hidden />
            </Key>
          </div>
        </div>
        <div className="flex items-center gap-2 mt-1 max-w-xl mx-auto text-xs quiet">
          <span className="flex-1 truncate" aria-live="polite">
            {where}
          </span>
          {slot ? (
            <>
              <fieldset className="join">
                <legend className="sr-only">What a key does</legend>
                {[true, false].map((changes) => (
                  <button
                    key={String(changes)}
                    type="button"
                    className={`btn btn-sm h-11 join-item ${isChange === changes ? "btn-neutral" : ""}`}
                    aria-pressed={isChange === changes}
                    onClick={() => (isChange === changes ? undefined : press({ kind: "mode" }))}
                  >
                    {changes ? "Change note" : "Add after"}
                  </button>
                ))}
              </fieldset>
              <button
                type="button"
                className="btn btn-sm h-11 min-w-11"
                onClick={() => {
                  setPad(PAD_AT_REST);
                  chooser.choose(timeline, null);
                }}
              >
                <CornerDownLeft size={13} aria-hidden /> <span className="max-sm:sr-only">to the end</span>
              </button>
            </>
          ) : null}
          <button
            type="button"
            className="btn btn-sm h-11 w-11"
            aria-expanded={true}
            aria-label="Hide the sticking pad"
            onClick={() => setOpen(false)}
          >
            <ChevronDown size={13} aria-hidden />
          </button>
          <button
            type="button"
            className="btn btn-sm h-11 w-11"
            disabled={!history.canUndo}
            aria-label="Undo"
            onClick={history.undo}
          >
            <Undo2 size={13} aria-hidden />
          </button>
        </div>
      </section>
    </>
  );
});

interface KeyProps {
  readonly name: string;
  readonly isLarge?: boolean;
  /** For a key that waits for the next one. */
  readonly isOn?: boolean;
  readonly isOff?: boolean;
  readonly onPress: () => void;
  readonly children: ReactNode;
}

function Key({ name, isLarge = false, isOn, isOff = false, onPress, children }: KeyProps) {
  return (
    <button
      type="button"
      aria-label={name}
      aria-pressed={isOn}
      disabled={isOff}
      className={`btn touch-manipulation px-0 ${isLarge ? "h-14 short:h-11 text-xl font-display font-bold" : "h-11 text-sm"} ${isOn ? "btn-neutral" : ""}`}
      onClick={onPress}
    >
      {children}
    </button>
  );
}
