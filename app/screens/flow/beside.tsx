import type { StoreApi } from "zustand/vanilla";
import type { Hand } from "~/core/stroke";
import { BigView } from "~/ui/big-view";
import { Play, Square } from "~/ui/icons";
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
  readonly tempo: number;
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
  const Icon = playing ? Square : Play;
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
      <div className="flex flex-col short:flex-row-reverse gap-2">
        {props.rating}
        <button
          type="button"
          className="btn btn-primary h-20 short:h-14 text-2xl short:text-lg w-full short:flex-1"
          disabled={!canPlay}
          onClick={onToggle}
        >
          <Icon size={30} aria-hidden fill="currentColor" /> {playing ? "Stop" : "Play"}
        </button>
      </div>
    </BigView>
  );
}
