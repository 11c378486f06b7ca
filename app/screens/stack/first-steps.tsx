import { Check } from "~/ui/icons";
import { CardHead } from "./card-head";
import type { StepId, WayInState } from "./way-in";

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
] as const satisfies readonly {
  readonly id: StepId;
  readonly name: string;
  readonly atDesk: string;
  readonly byTouch: string;
}[];

/** Three steps on the first fill: hear it, change a note, make it fit. */
export default function Steps({ done, close }: WayInState) {
  const next = STEPS.find(({ id }) => !done[id]);
  return (
    <section aria-label="First steps" className="px-3 py-2 h-full flex flex-col gap-1.5">
      <CardHead
        words={next ? "Now three steps" : "Done. You've made a fill."}
        close={next ? "Skip" : "Close"}
        onClose={close}
      />
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
