/**
 * For newcomers on their first fill: two questions, then three steps: hear it, change a note, make it fit. Gone for good
 * when done.
 */

import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { isHand, strokesOf } from "~/core/stroke";
import { useEditor, useWorked } from "~/editor/context";
import { useFill, useOpenFill } from "~/editor/fill/place";
import { FIRST_FILLS } from "~/library/fill/first";
import { usePreferences } from "~/session/preferences";
import { CardHead } from "./card-head";

// They come after the questions.
const Steps = lazy(() => import("./first-steps"));

export type StepId = "hear" | "change" | "fit";
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
  return isAsking(state) ? (
    <Questions {...state} />
  ) : (
    <Suspense fallback={null}>
      <Steps {...state} />
    </Suspense>
  );
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
          They set your kit and your top tempo. You can change both in Setup.
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
