/** Above the results: play, best or random, order, and filters. */

import { useHint } from "~/commands/commands";
import { Dices, Play, Square } from "~/ui/icons";
import { FIT_COMMANDS } from "./commands";
import { listTops, SORTS, type Sort } from "./results";
import type { Mode, ShownResults } from "./use-results";

interface ResultsBarProps {
  readonly results: ShownResults;
  readonly tempo: number;
  readonly isPlaying: boolean;
  readonly onPlay: () => void;
  readonly onBest: () => void;
  readonly onRandom: () => void;
}

export function ResultsBar({ results, tempo, isPlaying, onPlay, onBest, onRandom }: ResultsBarProps) {
  const { ways, shown, mode, leastTop } = results;
  const hint = useHint();
  return (
    <div className="flex flex-wrap items-center gap-2">
      <button
        type="button"
        className="btn btn-primary"
        disabled={shown.length === 0}
        aria-keyshortcuts="Space"
        title="Space"
        onClick={onPlay}
      >
        {isPlaying ? (
          <Square size={16} aria-hidden fill="currentColor" />
        ) : (
          <Play size={16} aria-hidden fill="currentColor" />
        )}
        {isPlaying ? "Stop" : "Play"}
      </button>
      <div className="join">
        <button
          type="button"
          aria-pressed={mode.kind === "best"}
          className={`btn btn-sm join-item ${mode.kind === "best" ? "bg-base-300" : "font-normal"}`}
          onClick={onBest}
        >
          Best
        </button>
        <button
          type="button"
          aria-pressed={mode.kind === "drawn"}
          className={`btn btn-sm join-item ${mode.kind === "drawn" ? "bg-base-300" : "font-normal"}`}
          title={hint(FIT_COMMANDS, "random")}
          onClick={onRandom}
        >
          <Dices size={15} aria-hidden /> Random
        </button>
      </div>
      {mode.kind === "best" ? (
        <select
          aria-label="Sorted by"
          className="select select-sm w-48"
          value={results.sort}
          onChange={(event) => results.setSort(event.target.value as Sort)}
        >
          {SORTS.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      ) : null}
      <select
        aria-label="Top tempo at least"
        className="select select-sm w-36"
        value={leastTop ?? ""}
        onChange={({ target }) => results.setLeastTop(target.value === "" ? null : Number(target.value))}
      >
        <option value="">any top tempo</option>
        {[...new Set([...listTops(tempo), ...(leastTop === null ? [] : [leastTop])])].map((top) => (
          <option key={top} value={top}>
            {top} and up
          </option>
        ))}
      </select>
      <input
        type="search"
        aria-label="Filter the results"
        placeholder="5-5-6 or RLK"
        className="input input-sm w-36 font-line"
        value={results.words}
        onChange={(event) => results.setWords(event.target.value)}
      />
      <p className="text-sm quiet flex-1 min-w-52" role="status">
        {ways.length > 0 ? told(mode, shown.length, ways.length) : "looking…"}
      </p>
    </div>
  );
}

function told(mode: Mode, shown: number, all: number): string {
  const many = shown === all ? `${all}` : `${shown} of ${all}`;
  if (mode.kind === "drawn") return `${many} random results (seed ${mode.seed})`;
  return mode.kind === "like" ? `the ${many} most like ${mode.cells.join(" ")}` : `the best ${many}`;
}
