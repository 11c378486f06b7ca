/** Results: small stacks, ranked or drawn, played one after another, saved with a key. */

import { memo, useEffect, useMemo, useRef } from "react";
import { useHint } from "~/commands/commands";
import { findLanding } from "~/core/fit";
import type { Player } from "~/core/player";
import { cellOf } from "~/library/cell/content";
import { usePlayer } from "~/session/player";
import { Bookmark, Sparkles } from "~/ui/icons";
import { Unfold } from "~/ui/unfold";
import { MiniStack, miniStackHeight } from "~/views/mini-stack";
import { useSeen } from "~/views/use-seen";
import { describeResult } from "~/words/closing";
import { PART_WORDS } from "~/words/search";
import type { FoundWay } from "~/workers/search";
import { FIT_COMMANDS } from "./commands";
import { layOutWay, type SearchFrame } from "./draft";

export const SORTS = [
  { id: "score", name: "best first" },
  { id: "few", name: "fewest cells" },
  { id: "drift", name: "most across the beat" },
  { id: "ease", name: "easiest" },
  { id: "hard", name: "hardest" },
  { id: "landing", name: "best landing" },
] as const;
export type Sort = (typeof SORTS)[number]["id"];

export function sortWays(ways: readonly FoundWay[], sort: Sort): FoundWay[] {
  switch (sort) {
    case "score":
      return [...ways];
    case "few":
      return ways.toSorted((a, b) => a.cells.length - b.cells.length);
    case "ease":
      return ways.toSorted((a, b) => topOf(b) - topOf(a));
    case "hard":
      return ways.toSorted((a, b) => topOf(a) - topOf(b));
    default:
      return ways.toSorted((a, b) => b.parts[sort] - a.parts[sort]);
  }
}

function topOf({ bpm }: FoundWay): number {
  return bpm ?? Number.POSITIVE_INFINITY;
}

/** Results must be playable at least this much faster than the tempo. */
const SPARE = [1, 1.1, 1.25, 1.5, 2] as const;

/** Top tempos to filter by: the tempo itself, and some with reserve. */
export function listTops(tempo: number): number[] {
  return SPARE.map((share) => Math.ceil(tempo * share));
}

/** Results playable at that tempo; all for null. */
export function filterByTop(ways: readonly FoundWay[], least: number | null): FoundWay[] {
  return least === null ? [...ways] : ways.filter((way) => topOf(way) >= least);
}

/** Matches consecutive sizes such as 5-5-6, or text in one of its cells. */
export function filterWays(ways: readonly FoundWay[], words: string): FoundWay[] {
  const wanted = words.trim().toUpperCase();
  if (wanted === "") return [...ways];
  const sizes = /^[\d\s-]+$/.test(wanted)
    ? `-${wanted
        .split(/[\s-]+/)
        .filter(Boolean)
        .join("-")}-`
    : null;
  return ways.filter(({ cells }) =>
    sizes
      ? `-${cells.map((text) => cellOf(text).length).join("-")}-`.includes(sizes)
      : cells.some((text) =>
          text
            .toUpperCase()
            .replace(/[^RLKH-]/g, "")
            .includes(wanted),
        ),
  );
}

interface ResultsProps {
  readonly frame: SearchFrame;
  readonly ways: readonly FoundWay[];
  /** The chosen one. */
  readonly chosen: number | null;
  readonly playing: boolean;
  readonly onChoose: (index: number) => void;
  readonly onKeep: (way: FoundWay) => void;
  readonly onLike: (way: FoundWay) => void;
}

export function Results({ frame, ways, chosen, playing, onChoose, onKeep, onLike }: ResultsProps) {
  const player = usePlayer();
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    if (chosen !== null) list.current?.children[chosen]?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  return (
    <ul ref={list} aria-label="Results found" className="grid sm:grid-cols-2 xl:grid-cols-3 gap-2 items-stretch">
      {ways.map((way, index) => (
        <ResultCard
          key={way.cells.join(" ")}
          frame={frame}
          way={way}
          index={index}
          first={index === 0 ? null : (ways[0] ?? null)}
          isChosen={index === chosen}
          isPlaying={index === chosen && playing}
          player={player}
          onChoose={onChoose}
          onKeep={onKeep}
          onLike={onLike}
        />
      ))}
    </ul>
  );
}

interface ResultCardProps {
  readonly frame: SearchFrame;
  readonly way: FoundWay;
  readonly index: number;
  /** What it is compared with; null for the first. */
  readonly first: FoundWay | null;
  readonly isChosen: boolean;
  readonly isPlaying: boolean;
  readonly player: Player;
  readonly onChoose: (index: number) => void;
  readonly onKeep: (way: FoundWay) => void;
  readonly onLike: (way: FoundWay) => void;
}

const ResultCard = memo(function ResultCard(props: ResultCardProps) {
  const hint = useHint();
  const { frame, way, index, first, isChosen, isPlaying, player, onChoose, onKeep, onLike } = props;
  const card = useRef<HTMLLIElement>(null);
  const isSeen = useSeen(card);
  const timeline = useMemo(
    () => (isSeen ? layOutWay(frame, way.cells, player.kit) : null),
    [isSeen, frame, way, player],
  );
  const sizes = way.cells.map((text) => cellOf(text).length).join("-");
  return (
    <li
      ref={card}
      className={`result-card panel relative px-2.5 pt-2 pb-1.5 flex flex-col gap-1 ${isChosen ? "border-primary border-2" : "hover:border-primary"}`}
    >
      <button
        type="button"
        aria-pressed={isChosen}
        aria-label={`Result ${index + 1}: ${sizes}${isPlaying ? ", sounding" : ""}`}
        className="text-left cursor-pointer after:absolute after:inset-0 flex-1 flex flex-col"
        onClick={() => onChoose(index)}
      >
        <span className="block flex-1" style={{ minHeight: miniStackHeight(way.cells.length) }}>
          {timeline ? (
            <MiniStack
              timeline={timeline}
              strongHand={player.hands.leading}
              label={way.cells.join(" ")}
              isOther={first ? (cell) => way.cells[cell] !== first.cells[cell] : undefined}
            />
          ) : null}
        </span>
        <span className="block text-sm leading-snug pt-1 min-h-10">
          {timeline ? describeResult(timeline, findLanding(timeline, player), way.bpm) : ""}
        </span>
      </button>
      <div className="flex items-center gap-1">
        <Unfold
          face="Why here"
          label="Parts of the score"
          name={`Why result ${index + 1} is here`}
          className="sentence-word text-xs quiet relative z-1"
        >
          <Parts way={way} />
        </Unfold>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square relative z-1 ml-auto"
          aria-label={`More like result ${index + 1}`}
          title={hint(FIT_COMMANDS, "like")}
          onClick={() => onLike(way)}
        >
          <Sparkles size={14} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square relative z-1"
          aria-label={`Keep result ${index + 1}`}
          title={hint(FIT_COMMANDS, "keep")}
          onClick={() => onKeep(way)}
        >
          <Bookmark size={14} aria-hidden />
        </button>
      </div>
    </li>
  );
});

const SHOWN = ["drift", "variety", "balance", "ease", "landing"] as const;

/** The parts of a score, each as a bar and a number out of 100. */
function Parts({ way }: { way: FoundWay }) {
  return (
    <dl
      className="grid grid-cols-[auto_6rem_auto] gap-x-3 gap-y-1 items-center text-sm"
      aria-label="Parts of the score"
    >
      {SHOWN.map((part) => {
        const share = Math.round(way.parts[part] * 100);
        return (
          <div key={part} className="contents">
            <dt>{PART_WORDS[part].name}</dt>
            <dd className="contents">
              <span className="block h-1.5 rounded-full bg-base-300 overflow-hidden" aria-hidden>
                <span className="block h-full bg-accent" style={{ width: `${share}%` }} />
              </span>
              <span className="tabular-nums text-right">{share}</span>
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
