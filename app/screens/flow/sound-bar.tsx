/** The bottom bar of a flow: play, tempo, round number, volume. */

import { listCalls } from "~/core/flow";
import { TempoStepper } from "~/listening/tempo-stepper";
import { BigPlay } from "~/ui/big-play";
import { InlineError } from "~/ui/inline-error";
import { plural } from "~/words/time";
import type { Flow } from "./use-flow";

interface SoundBarProps {
  readonly flow: Flow;
  readonly tempo: number;
  readonly onTempo: (tempo: number) => void;
  readonly onToggle: () => void;
  readonly volume: React.ReactNode;
}

export function SoundBar({ flow, tempo, onTempo, onToggle, volume }: SoundBarProps) {
  const { board, round, playback } = flow;
  const { playing } = playback;
  const now = playback.tempo ?? tempo;
  const calls = round ? listCalls(round.composed.playings) : [];
  return (
    <section
      aria-label="Sound"
      className="foot mt-auto -mx-3 sm:-mx-5 -mb-3 border-t border-base-300 bg-base-100 px-3 sm:px-5 py-2 flex flex-wrap items-center gap-x-4 gap-y-2"
    >
      <BigPlay playing={playing} onToggle={onToggle} />
      <TempoStepper tempo={tempo} onTempo={onTempo} />
      {playing && Math.round(now) !== Math.round(tempo) ? (
        <span className="quiet text-sm">now {Math.round(now)}</span>
      ) : null}
      {playing && board ? <span className="quiet text-sm tabular-nums">round {board.round + 1}</span> : null}
      {!playing && calls.length > 0 ? (
        <span className="quiet text-sm">{plural(calls.length, "call")} a round</span>
      ) : null}
      <span className="ml-auto">{volume}</span>
      <InlineError words={playback.trouble} />
    </section>
  );
}
