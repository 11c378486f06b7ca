import type { StoreApi } from "zustand/vanilla";
import type { Hand } from "~/core/stroke";
import { TempoStepper } from "~/listening/tempo-stepper";
import { BigPlay } from "~/ui/big-play";
import { BigView } from "~/ui/big-view";
import { BeatsLeft, CallCards, type CardFaces } from "./board";
import type { Board } from "./run";
import type { Playhead } from "./use-flow";

interface FlowBesideProps {
  readonly name: string;
  readonly board: Board | null;
  readonly count: string | null;
  readonly faces: CardFaces;
  readonly strongHand: Hand;
  readonly playhead: StoreApi<Playhead>;
  /** As heard now, and as chosen. */
  readonly tempo: number;
  readonly wanted: number;
  readonly onTempo: (tempo: number) => void;
  readonly playing: boolean;
  readonly canPlay: boolean;
  readonly onToggle: () => void;
  readonly onClose: () => void;
  /** The player's own judgement, if nothing listens. */
  readonly rating: React.ReactNode;
  readonly volume: React.ReactNode;
}

/** The calls, readable from the seat. */
export function BesideTheKit(props: FlowBesideProps) {
  const { name, board, count, faces, strongHand, playhead, tempo, playing, canPlay, onToggle, onClose } = props;
  return (
    <BigView
      title={name}
      extra={
        <>
          <span className="font-display font-bold text-2xl sm:text-4xl short:text-lg tabular-nums whitespace-nowrap">
            ♩ = {Math.round(tempo)}
          </span>
          <span className="max-sm:hidden">{props.volume}</span>
        </>
      }
      onClose={onClose}
    >
      <BeatsLeft board={board} count={count} isLarge />
      <CallCards faces={faces} strongHand={strongHand} playhead={playhead} isLarge />
      <div className="flex flex-col gap-2">
        {props.rating}
        <div className="flex gap-2 items-center">
          <BigPlay playing={playing} onToggle={onToggle} isOff={!canPlay} isLarge />
          <TempoStepper tempo={props.wanted} onTempo={props.onTempo} isLarge />
        </div>
      </div>
    </BigView>
  );
}
