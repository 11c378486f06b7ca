/** Three steps for newcomers on their first fill: hear it, change a note, make it fit. Gone for good when done. */

import { useEffect, useState } from "react";
import { useWorked } from "~/editor/context";
import { useFill, useOpenFill } from "~/editor/fill/place";
import { FIRST_FILLS } from "~/library/fill/first";
import { usePreferences } from "~/session/preferences";
import { Check, X } from "~/ui/icons";

/** Each step for a mouse and keys, and for thumbs on the pad. */
const STEPS = [
  { id: "hear", name: "Hear it", atDesk: "Press Play, or the space bar.", byTouch: "Tap Play." },
  {
    id: "change",
    name: "Change a note",
    atDesk: "Click a note, then press R, L, K or H.",
    byTouch: "Tap a note, then R, L, K or H on the pad.",
  },
  {
    id: "fit",
    name: "Make it fit",
    atDesk: "Press I to insert a note, then choose a way to fix the length.",
    byTouch: "Tap “Add after” and a limb, then choose a way to fix the length.",
  },
] as const;

type StepId = (typeof STEPS)[number]["id"];
type DoneSteps = Readonly<Record<StepId, boolean>>;
const NOTHING_DONE: DoneSteps = { hear: false, change: false, fit: false };

export interface WayInState {
  readonly done: DoneSteps;
  readonly close: () => void;
}

/** Null for everybody else, and on any other fill. */
export function useWayIn(): WayInState | null {
  const { row, playback } = useOpenFill();
  const { fit } = useWorked();
  const { text } = useFill();
  const [{ wayIn }, change] = usePreferences();
  const isShown = wayIn && Object.values(FIRST_FILLS).includes(row.id);
  const [done, setDone] = useState(NOTHING_DONE);
  const [first] = useState(text);
  const [wasOff, setWasOff] = useState(false);
  const { playing } = playback;
  const isOff = fit.verdict === "short" || fit.verdict === "over";
  const isOther = text !== first;
  useEffect(() => {
    if (playing) setDone((now) => ({ ...now, hear: true }));
  }, [playing]);
  useEffect(() => {
    if (isOther) setDone((now) => ({ ...now, change: true }));
    if (isOff) setWasOff(true);
    else if (wasOff && isOther) setDone((now) => ({ ...now, fit: true }));
  }, [isOther, isOff, wasOff]);
  return isShown ? { done, close: () => change({ wayIn: false }) } : null;
}

export function WayIn({ done, close }: WayInState) {
  const next = STEPS.find(({ id }) => !done[id]);
  return (
    <section aria-label="First steps" className="px-3 py-2 h-full flex flex-col gap-1.5">
      <div className="flex items-center">
        <h2 className="text-base flex-1">{next ? "New here? Three steps" : "Done. You've made a fill."}</h2>
        <button type="button" className="btn btn-xs btn-ghost" onClick={close}>
          <X size={14} aria-hidden /> {next ? "Skip" : "Close"}
        </button>
      </div>
      <ol className="grid sm:grid-cols-3 gap-1.5">
        {STEPS.map(({ id, name, atDesk, byTouch }, index) => (
          <li
            key={id}
            aria-current={next?.id === id ? "step" : undefined}
            className={`rounded-field border px-2.5 py-1.5 ${next?.id === id ? "border-primary border-2" : "border-base-300"}`}
          >
            <p className="text-sm font-semibold flex items-center gap-1.5">
              {done[id] ? (
                <Check size={15} className="text-accent" aria-label="done" />
              ) : (
                <span className="text-primary font-display">{index + 1}</span>
              )}
              {name}
            </p>
            <p className="text-xs quiet leading-snug max-md:hidden pointer-coarse:hidden">{atDesk}</p>
            <p className="text-xs quiet leading-snug md:hidden md:pointer-coarse:block">{byTouch}</p>
          </li>
        ))}
      </ol>
    </section>
  );
}
