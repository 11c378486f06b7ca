/** The calls: what is played now and what comes next, each on its own card until it has been played. */

import type { StoreApi } from "zustand/vanilla";
import type { ComposedPlaying, Round } from "~/core/flow";
import { listCalls } from "~/core/flow";
import type { Line } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { Flag, Megaphone } from "~/ui/icons";
import { describeCall, describeLeft, PHASE_WORDS } from "~/words/flow";
import { IdeaCoins } from "./idea-coins";
import type { Board as BoardState, FlowRun } from "./run";
import { type Playhead, usePlayhead } from "./use-flow";

/** A call as shown on its card. */
export interface CardFace {
  readonly key: string;
  readonly state: "now" | "next" | "later";
  readonly name: string;
  readonly times: number;
  /** The current playing, from 0; -1 before it. */
  readonly time: number;
  readonly line: Line;
  /** Its last playing has another ending. */
  readonly endsOtherwise: boolean;
}

/** The content of each card, by number; null for an empty card. */
export type CardFaces = readonly (CardFace | null)[];

type NameOf = (idea: number) => string;

/** The cards at a moment. */
export function facesOf(board: BoardState, run: FlowRun, nameOf: (round: number, idea: number) => string): CardFaces {
  const faces: (CardFace | null)[] = Array.from({ length: run.cards }, () => null);
  for (const [order, { number, card, call }] of board.shown.entries()) {
    const { playings } = run.get(call.round).scored;
    const isNow = number === board.playing;
    const face = faceOf(call.call, playings, nameOf(call.round, call.call.idea), isNow ? board.time : -1);
    const isNext = board.playing === null ? order === 0 : order === 1;
    faces[card] = { ...face, key: String(number), state: isNow ? "now" : isNext ? "next" : "later" };
  }
  return faces;
}

/** The cards before playback: how the round will start. */
export function facesOfRound(round: Round, cards: number, nameOf: NameOf): CardFaces {
  const calls = listCalls(round.composed.playings);
  return Array.from({ length: cards }, (_, number) => {
    const call = calls[number];
    if (!call) return null;
    const face = faceOf(call, round.composed.playings, nameOf(call.idea), -1);
    return { ...face, key: `${round.seed} ${round.number} ${number}`, state: number === 0 ? "next" : "later" } as const;
  });
}

function faceOf(
  call: ReturnType<typeof listCalls>[number],
  playings: readonly ComposedPlaying[],
  name: string,
  time: number,
): Omit<CardFace, "key" | "state"> {
  const shown = playings[call.from + Math.max(0, time)] ?? playings[call.from];
  const endsOtherwise = playings.slice(call.from, call.to + 1).some(({ isChanged }) => isChanged);
  return { name, times: call.times, time, line: shown?.line ?? [], endsOtherwise };
}

const STATE_WORDS = { now: "Now", next: "Next", later: "Then" } as const;

interface CallCardsProps {
  readonly faces: CardFaces;
  readonly strongHand: Hand;
  readonly playhead: StoreApi<Playhead>;
  readonly isLarge?: boolean;
}

export function CallCards({ faces, strongHand, playhead, isLarge = false }: CallCardsProps) {
  const columns = faces.length > 2 ? "sm:grid-cols-3" : "sm:grid-cols-2";
  return (
    <ul aria-label="Calls" className={`grid gap-3 ${columns} ${isLarge ? "flex-1 min-h-0 auto-rows-fr" : ""}`}>
      {faces.map((face, card) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a card is its place
        <li key={card} className="min-w-0 flex">
          <CallCard face={face} strongHand={strongHand} playhead={playhead} isLarge={isLarge} />
        </li>
      ))}
    </ul>
  );
}

const CARD_TONES = {
  now: "border-primary bg-primary/10",
  next: "border-base-content/50",
  later: "border-base-300",
} as const;

/** Where a large card is low, its name is in one row with its state. */
const BESIDE_STATE = "max-sm:order-none max-sm:basis-0 max-sm:flex-1 short:order-none short:basis-0 short:flex-1";

interface CallCardProps {
  readonly face: CardFace | null;
  readonly strongHand: Hand;
  readonly playhead: StoreApi<Playhead>;
  readonly isLarge: boolean;
}

function CallCard({ face, strongHand, playhead, isLarge }: CallCardProps) {
  const size = isLarge ? "p-2.5 sm:p-6 short:p-2" : "p-3 min-h-[10.5rem] sm:min-h-[12.4rem]";
  if (!face) return <div className={`flex-1 rounded-box border-2 border-dashed border-base-300 ${size}`} />;
  const { state, name, times, time, line, endsOtherwise } = face;
  return (
    <div
      data-state={state}
      className={`flex-1 min-w-0 flex flex-col gap-2 max-sm:gap-1 short:gap-0 rounded-box border-2 ${CARD_TONES[state]} ${size}`}
    >
      <p className="flex flex-wrap items-center gap-2 short:gap-y-0">
        <span
          className={`${isLarge ? "text-2xl short:text-base" : "text-sm"} font-display font-semibold px-2 rounded-selector ${state === "now" ? "bg-primary text-primary-content" : state === "next" ? "bg-neutral text-neutral-content" : "bg-base-300"}`}
        >
          {STATE_WORDS[state]}
        </span>
        <span
          className={`order-last basis-full min-w-0 font-display font-bold leading-tight truncate ${isLarge ? `text-4xl sm:text-6xl max-sm:text-2xl short:text-xl ${BESIDE_STATE}` : "text-2xl"} ${state === "later" ? "text-base-content/75" : ""}`}
          title={name}
        >
          {name}
        </span>
        <span className="ml-auto">
          <Times times={times} time={time} isLarge={isLarge} />
        </span>
      </p>
      <Coins
        face={face}
        strongHand={strongHand}
        playhead={playhead}
        isLarge={isLarge}
        label={describeCall(name, times)}
        line={line}
      />
      {endsOtherwise ? <p className="text-sm quiet">The last one ends differently.</p> : null}
    </div>
  );
}

interface CoinsProps extends CallCardProps {
  readonly face: CardFace;
  readonly line: Line;
  readonly label: string;
}

function Coins({ face, strongHand, playhead, isLarge, line, label }: CoinsProps) {
  const slot = usePlayhead(playhead);
  return (
    <IdeaCoins
      line={line}
      strongHand={strongHand}
      playing={face.state === "now" ? slot : -1}
      label={label}
      className={isLarge ? "flex-1 min-h-0" : "h-16 sm:h-24"}
    />
  );
}

/** How often a call is played, and the current time: dots, and a number. */
function Times({ times, time, isLarge }: { readonly times: number; readonly time: number; readonly isLarge: boolean }) {
  return (
    <span className="flex items-center gap-1.5">
      {times <= 6
        ? Array.from({ length: times }, (_, number) => (
            <span
              // biome-ignore lint/suspicious/noArrayIndexKey: a dot is its place
              key={number}
              aria-hidden
              className={`${isLarge ? "size-4 short:size-2.5" : "size-2.5"} rounded-full border-2 border-base-content/70 ${number < time ? "bg-base-content/70" : number === time ? "bg-primary border-primary" : ""}`}
            />
          ))
        : null}
      <span
        className={`font-display font-bold tabular-nums ${isLarge ? "text-4xl max-sm:text-2xl short:text-xl" : "text-xl"}`}
      >
        × {times}
      </span>
    </span>
  );
}

interface LeftProps {
  readonly board: BoardState | null;
  /** The current count-in beat. */
  readonly count: string | null;
  readonly isLarge?: boolean;
}

/** The current section (time, ideas or answer), and its remaining beats. */
export function BeatsLeft({ board, count, isLarge = false }: LeftProps) {
  if (!board) return null;
  const { phase, beatsLeft } = board;
  const isHome = phase === "ideas" && beatsLeft <= 4;
  return (
    <div className="flex items-baseline gap-3 flex-wrap">
      <span
        className={`flex items-center gap-1.5 self-center ${isLarge ? "text-2xl max-sm:text-lg short:text-base" : "text-base"}`}
      >
        <Megaphone size={isLarge ? 24 : 17} aria-hidden className="text-primary" />
        {count === null ? PHASE_WORDS[phase] : "Count-in"}
      </span>
      <output
        aria-label="Count"
        aria-live="off"
        className={`ml-auto flex items-center gap-2 font-display font-bold tabular-nums ${isHome ? "text-accent" : ""} ${isLarge ? "text-4xl sm:text-7xl short:text-3xl" : "text-3xl"}`}
      >
        {phase === "ideas" ? <Flag size={isLarge ? 40 : 24} aria-hidden /> : null}
        {count ?? describeLeft(phase, beatsLeft)}
      </output>
    </div>
  );
}
