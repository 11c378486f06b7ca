import { Minimize2, Play, Square } from "lucide-react";
import { useEffect, useRef } from "react";
import type { StoreApi } from "zustand/vanilla";
import type { Hand } from "~/core/stroke";
import { BeatsLeft, CallCards, type CardFaces } from "./board";
import type { Board } from "./run";
import type { Playhead } from "./use-flow";

interface BesideProps {
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
  /** The player's own judgement, where there is nothing that listens. */
  readonly rating: React.ReactNode;
  readonly volume: React.ReactNode;
}

/** The calls, to be read from the seat. */
export function BesideTheKit(props: BesideProps) {
  const { name, board, count, faces, strongHand, playhead, tempo, playing, canPlay, onToggle, onClose } = props;
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => dialog.current?.showModal(), []);
  const Icon = playing ? Square : Play;
  return (
    <dialog
      ref={dialog}
      aria-label="Big view"
      onClose={onClose}
      className="m-0 w-dvw h-dvh max-w-none max-h-none bg-base-100 text-base-content p-4 sm:p-8 short:p-3"
    >
      <div className="h-full flex flex-col gap-4 short:gap-2">
        <div className="flex items-center gap-4">
          <p className="font-display font-semibold text-2xl sm:text-3xl short:text-lg flex-1 min-w-0 truncate">
            {name}
          </p>
          <span className="font-display font-bold text-2xl sm:text-4xl short:text-lg tabular-nums whitespace-nowrap">
            ♩ = {Math.round(tempo)}
          </span>
          <span className="max-sm:hidden">{props.volume}</span>
          <button
            type="button"
            className="btn btn-lg short:h-11 short:text-base"
            onClick={() => dialog.current?.close()}
          >
            <Minimize2 size={22} aria-hidden /> <span className="max-sm:sr-only">Smaller</span>
          </button>
        </div>
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
      </div>
    </dialog>
  );
}
