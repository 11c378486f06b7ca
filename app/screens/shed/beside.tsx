import { useMemo, useRef } from "react";
import { useStore } from "zustand";
import type { Result } from "~/core/listening";
import { isPlayed } from "~/core/practice";
import { TempoStepper } from "~/listening/tempo-stepper";
import { BigPlay } from "~/ui/big-play";
import { BigView } from "~/ui/big-view";
import { ChevronLeft, ChevronRight } from "~/ui/icons";
import { sizeRail } from "~/views/rail-rows";
import { RailView, type RailViewProps } from "~/views/rail-view";
import { useSize } from "~/views/use-size";
import { describeStep } from "~/words/practice";
import { RateStep } from "./rate-step";
import { RowDots } from "./step-card";
import type { Trained } from "./use-training";
import { Sentence } from "./verdict-panel";

interface TrainerBesideProps {
  readonly training: Trained;
  readonly tempo: number;
  /** The current count-in beat. */
  readonly count: string | null;
  readonly judgesSelf: boolean;
  readonly onRate: (result: Result) => void;
  /** To the next or previous step. */
  readonly onMove: (by: 1 | -1) => void;
  readonly onClose: () => void;
  /** The phrase to play. */
  readonly rail: RailViewProps;
  readonly volume: React.ReactNode;
}

/** The same, readable from the seat: tempo, sentence, and buttons large enough for a stick. */
export function BesideTheKit({
  training,
  tempo,
  count,
  judgesSelf,
  onRate,
  onMove,
  onClose,
  rail,
  volume,
}: TrainerBesideProps) {
  const { step, told, playback } = training;
  const stepNow = useStore(training.now, (now) => now.step);
  return (
    <BigView
      title={step ? describeStep(step) : ""}
      extra={<span className="max-sm:hidden">{volume}</span>}
      onClose={onClose}
    >
      <div className="flex-1 min-h-0 flex flex-col gap-4 short:gap-1">
        <div className="flex flex-col short:flex-row short:items-center gap-3 short:gap-x-6">
          <div className="flex flex-wrap short:flex-nowrap items-center gap-x-10 short:gap-x-5 gap-y-3">
            <p className="font-display font-bold leading-none text-[6rem] sm:text-[11rem] short:text-[3rem] tabular-nums">
              {count ?? Math.round(tempo)}
            </p>
            <div className="flex flex-col short:flex-row short:items-center gap-3">
              {step ? <RowDots step={step} isLarge /> : null}
              <p className="text-2xl short:text-lg">
                {count === null ? `to ${Math.round(step?.goal ?? tempo)}` : "count-in"}
              </p>
            </div>
          </div>
          <div aria-live="polite">{told ? <Sentence told={told} isLarge /> : null}</div>
        </div>
        <LargeRail {...rail} />
      </div>
      <div className="flex flex-col gap-2">
        {step && (judgesSelf || !isPlayed(step.kind)) ? <RateStep kind={step.kind} onRate={onRate} isLarge /> : null}
        <div className="flex flex-wrap gap-2 w-full">
          <BigPlay playing={playback.playing} onToggle={playback.toggle} isLarge />
          <div className="flex gap-2 max-sm:w-full max-sm:justify-between">
            <button
              type="button"
              className="btn btn-square h-20 short:h-16 w-16"
              aria-label="Previous step"
              onClick={() => onMove(-1)}
            >
              <ChevronLeft size={30} aria-hidden />
            </button>
            <span className="h-20 short:h-16 flex items-center">
              <TempoStepper
                tempo={stepNow?.standing.tempo ?? tempo}
                most={stepNow?.goal}
                onTempo={training.setTempo}
                isLarge
              />
            </span>
            <button
              type="button"
              className="btn h-20 short:h-16 text-xl short:text-lg max-sm:px-3"
              onClick={() => onMove(1)}
            >
              <span className="max-sm:sr-only">Next step</span> <ChevronRight size={30} aria-hidden />
            </button>
          </div>
        </div>
      </div>
    </BigView>
  );
}

const NO_ROOM = { width: 0, height: 0 };

/** The phrase to play, as large as its frame allows. */
function LargeRail(props: RailViewProps) {
  const { timeline, section } = props;
  const frame = useRef<HTMLDivElement>(null);
  const frameSize = useSize(frame, NO_ROOM);
  const size = useMemo(() => sizeRail(timeline, section, frameSize), [timeline, section, frameSize]);
  return (
    <div ref={frame} className="flex-1 min-h-0 min-w-0 overflow-y-auto">
      <RailView {...props} size={size} />
    </div>
  );
}
