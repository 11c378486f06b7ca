import { ChevronRight, Minimize2, Play, Square } from "lucide-react";
import { useEffect, useRef } from "react";
import type { Result } from "~/core/listening";
import { nameStep } from "~/words/practice";
import { RateButtons } from "./rate-buttons";
import { RowDots } from "./step-card";
import type { Training } from "./training";
import { Sentence } from "./verdict-panel";

interface BesideProps {
  readonly training: Training;
  readonly tempo: number;
  /** What is counted in at this moment. */
  readonly count: string | null;
  readonly judgesSelf: boolean;
  readonly onRate: (result: Result) => void;
  readonly onClose: () => void;
  /** What is to be played. */
  readonly picture: React.ReactNode;
}

/** The same, to be read from the seat: tempo, sentence, and buttons that a stick can hit. */
export function BesideTheKit({ training, tempo, count, judgesSelf, onRate, onClose, picture }: BesideProps) {
  const { step, told, playback, next } = training;
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => dialog.current?.showModal(), []);
  const Icon = playback.playing ? Square : Play;
  return (
    <dialog
      ref={dialog}
      aria-label="Big view"
      onClose={onClose}
      className="m-0 w-dvw h-dvh max-w-none max-h-none bg-base-100 text-base-content p-4 sm:p-8"
    >
      <div className="h-full flex flex-col gap-4">
        <div className="flex items-start gap-4">
          <p className="font-display font-semibold text-2xl sm:text-4xl flex-1 min-w-0">{step ? nameStep(step) : ""}</p>
          <button type="button" className="btn btn-lg" onClick={() => dialog.current?.close()}>
            <Minimize2 size={22} aria-hidden /> <span className="hidden sm:inline">Smaller</span>
          </button>
        </div>
        <div className="flex flex-wrap items-center gap-x-10 gap-y-3">
          <p className="font-display font-bold leading-none text-[6rem] sm:text-[11rem] tabular-nums">
            {count ?? Math.round(tempo)}
          </p>
          <div className="flex flex-col gap-3">
            {step ? <RowDots step={step} isLarge /> : null}
            <p className="text-2xl">{count === null ? `to ${Math.round(step?.goal ?? tempo)}` : "count-in"}</p>
          </div>
        </div>
        <div aria-live="polite">{told ? <Sentence told={told} isLarge /> : null}</div>
        <div className="flex-1 min-h-0 overflow-y-auto">{picture}</div>
        {judgesSelf ? <RateButtons onRate={onRate} isLarge /> : null}
        <div className="grid grid-cols-2 gap-2">
          <button type="button" className="btn btn-primary h-24 text-2xl" onClick={playback.toggle}>
            <Icon size={30} aria-hidden fill="currentColor" /> {playback.playing ? "Stop" : "Play"}
          </button>
          <button type="button" className="btn h-24 text-2xl" onClick={next}>
            Next step <ChevronRight size={30} aria-hidden />
          </button>
        </div>
      </div>
    </dialog>
  );
}
