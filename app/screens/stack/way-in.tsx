/**
 * For newcomers on their first fill: two questions, then three steps: hear it, change a note, make it fit. Gone for good
 * when done.
 */

import { type ReactNode, useEffect, useState } from "react";
import { Link } from "react-router";
import { isHand, strokesOf } from "~/core/stroke";
import { useEditor, useWorked } from "~/editor/context";
import { useFill, useOpenFill } from "~/editor/fill/place";
import { FIRST_FILLS } from "~/library/fill/first";
import type { LessonMessages } from "~/messages/lessons";
import { useMessages } from "~/messages/use-messages";
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

/** Which questions are answered or skipped. */
interface DoneQuestions {
  readonly hands: boolean;
  readonly years: boolean;
}

export interface WayInState {
  readonly answered: DoneQuestions;
  readonly answer: (which: Partial<DoneQuestions>) => void;
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
  const [answered, setAnswered] = useState<DoneQuestions>({ hands: false, years: false });
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
  if (!isShown) return null;
  const answer = (which: Partial<DoneQuestions>) => setAnswered((now) => ({ ...now, ...which }));
  return { answered, answer, done, close: () => change({ wayIn: false }) };
}

/** What the years of playing say about speed, until you test it. */
const YEARS = [
  { level: "learner", name: "Under 2 years" },
  { level: "working", name: "2 to 10 years" },
  { level: "advanced", name: "Longer" },
] as const;

const HANDS = [
  { hands: "right", limb: "R", name: "Right" },
  { hands: "left", limb: "L", name: "Left" },
] as const;

export function isAsking({ answered }: WayInState): boolean {
  return !answered.hands || !answered.years;
}

export function WayIn(state: WayInState) {
  return isAsking(state) ? <Questions {...state} /> : <Steps {...state} />;
}

/** Both can be changed later. */
function Questions({ answered, answer }: WayInState) {
  const [{ hands, level }, change] = usePreferences();
  const editor = useEditor();
  const { timeline } = useWorked();
  const first = timeline.slots.flatMap(({ content }) => strokesOf(content)).find(({ limb }) => isHand(limb));
  return (
    <section aria-label="First questions" className="px-3 py-2 h-full flex flex-col gap-1.5">
      <CardHead words="New here? Two questions" close="Skip" onClose={() => answer({ hands: true, years: true })} />
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        <Choice question="Which hand leads?">
          {HANDS.map((one) => (
            <Answer
              key={one.hands}
              isChosen={answered.hands && hands === one.hands}
              onChoose={() => {
                change({ hands: one.hands });
                // The starter phrase begins with the hand that leads.
                if (first && first.limb !== one.limb) editor.mirror();
                answer({ hands: true });
              }}
            >
              {one.name}
            </Answer>
          ))}
        </Choice>
        <Choice question="How long have you played?">
          {YEARS.map((one) => (
            <Answer
              key={one.level}
              isChosen={answered.years && level === one.level}
              onChoose={() => {
                change({ level: one.level });
                answer({ years: true });
              }}
            >
              {one.name}
            </Answer>
          ))}
        </Choice>
        <p className="text-xs quiet self-end max-w-56">
          They set your kit and your top tempo. You can change both in{" "}
          <Link to="/setup" className="underline">
            Setup
          </Link>
          .
        </p>
      </div>
    </section>
  );
}

function Choice({ question, children }: { readonly question: string; readonly children: ReactNode }) {
  return (
    <fieldset>
      <legend className="text-sm mb-1">{question}</legend>
      <div className="join">{children}</div>
    </fieldset>
  );
}

interface AnswerProps {
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly children: ReactNode;
}

function Answer({ isChosen, onChoose, children }: AnswerProps) {
  return (
    <button
      type="button"
      className={`btn btn-sm join-item ${isChosen ? "btn-neutral" : "font-normal"}`}
      aria-pressed={isChosen}
      onClick={onChoose}
    >
      {children}
    </button>
  );
}

interface CardHeadProps {
  readonly words: string;
  readonly close: string;
  readonly onClose: () => void;
}

function CardHead({ words, close, onClose }: CardHeadProps) {
  const { send } = useMessages<LessonMessages>("/lessons");
  return (
    <div className="flex flex-wrap items-center gap-x-2">
      <h2 className="text-base flex-1">{words}</h2>
      <button type="button" className="btn btn-xs" onClick={() => send("openCourse", {})}>
        Starter course
      </button>
      <button type="button" className="btn btn-xs btn-ghost" onClick={onClose}>
        <X size={14} aria-hidden /> {close}
      </button>
    </div>
  );
}

function Steps({ done, close }: WayInState) {
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
