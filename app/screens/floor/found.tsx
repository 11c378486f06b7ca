/**
 * The search for orchestrations: how many are playable at the tempo, the best by weights, or random draws; to play and
 * apply.
 */

import { useEffect, useRef } from "react";
import { useHint } from "~/commands/commands";
import { type Kit, surfacesOf } from "~/core/kit";
import { NO_PLACING_WEIGHTS, type OrchestrationWeights, PLACING_PARTS } from "~/core/orchestration-search";
import { type Hand, isHand, KIT_VOICE_NAMES, type KitVoice } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { Check, Dices, RotateCcw, Sparkles } from "~/ui/icons";
import { MiniFloor } from "~/views/mini-floor";
import { describeBpm } from "~/words/ceiling";
import { describeOrchestrationProblem, PLACING_WORDS } from "~/words/kit";
import { describeCount, describeRoughly } from "~/words/search";
import type { FoundOrchestration } from "~/workers/orchestration";
import type { WorkerRun } from "~/workers/use-worker-run";
import { FLOOR_COMMANDS } from "./commands";
import type { FoundOrchestrations } from "./use-found";

export const DEFAULT_PLACING_WEIGHTS: OrchestrationWeights = {
  ...NO_PLACING_WEIGHTS,
  ease: 40,
  travel: 40,
  melody: 30,
  contrast: 30,
  crossing: -60,
  backbeat: 40,
};

/** The search request. */
export interface OrchestrationAsk {
  readonly surfaces: readonly KitVoice[] | null;
  readonly weights: OrchestrationWeights;
  /** Null for the best. */
  readonly seed: number | null;
  readonly like: readonly KitVoice[] | null;
  /** Whether the best should clearly differ from one another. */
  readonly different: boolean;
}

interface FoundProps {
  readonly run: WorkerRun<FoundOrchestrations>;
  readonly ask: OrchestrationAsk;
  readonly onAsk: (ask: OrchestrationAsk) => void;
  readonly timeline: Timeline;
  readonly kit: Kit;
  readonly strongHand: Hand;
  readonly chosen: number | null;
  readonly isPlaying: boolean;
  readonly onChoose: (index: number) => void;
  readonly onTake: (way: FoundOrchestration) => void;
}

export function FoundPanel(props: FoundProps) {
  const hint = useHint();
  const { run, ask, onAsk, timeline, kit, strongHand, chosen, isPlaying, onChoose, onTake } = props;
  const { ways } = run.gathered;
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    if (chosen !== null) list.current?.children[chosen]?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  const hands = timeline.events.flatMap(({ limb, grace }) => (grace === undefined && isHand(limb) ? [limb] : []));
  return (
    <div className="flex flex-col gap-2.5">
      <Count run={run} timeline={timeline} kit={kit} />
      <SurfaceChips kit={kit} ask={ask} onAsk={onAsk} />
      <details>
        <summary className="text-sm font-semibold cursor-pointer">What counts</summary>
        <div className="grid grid-cols-2 gap-x-4 gap-y-1.5 mt-1">
          {PLACING_PARTS.map((part) => {
            const { name, less, more } = PLACING_WORDS[part];
            return (
              <label key={part} className="text-xs block">
                <span className="font-semibold">{name}</span>
                <input
                  type="range"
                  aria-label={name}
                  className="range range-xs w-full"
                  min={less ? -100 : 0}
                  max={100}
                  step={10}
                  value={ask.weights[part]}
                  onChange={(event) =>
                    onAsk({ ...ask, weights: { ...ask.weights, [part]: Number(event.target.value) } })
                  }
                />
                <span className="flex justify-between gap-2 quiet leading-tight">
                  <span>{less || "ignore"}</span>
                  <span className="text-right">{more}</span>
                </span>
              </label>
            );
          })}
        </div>
      </details>
      <div className="flex flex-wrap gap-1.5">
        <button
          type="button"
          aria-pressed={ask.seed === null && !ask.like}
          className={`btn btn-sm ${ask.seed === null && !ask.like ? "bg-base-300" : "font-normal"}`}
          onClick={() => onAsk({ ...ask, seed: null, like: null })}
        >
          Best
        </button>
        <button
          type="button"
          aria-pressed={ask.seed !== null}
          className={`btn btn-sm ${ask.seed !== null ? "bg-base-300" : "font-normal"}`}
          title="Random: every orchestration is equally likely"
          onClick={() => onAsk({ ...ask, seed: (ask.seed ?? 0) + 1, like: null })}
        >
          <Dices size={15} aria-hidden /> Random
        </button>
        <label className="flex items-center gap-1.5 text-xs cursor-pointer">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={ask.different}
            disabled={ask.seed !== null}
            onChange={(event) => onAsk({ ...ask, different: event.target.checked })}
          />
          clearly different
        </label>
        {ask.like ? <span className="text-sm self-center quiet">most like the one you chose</span> : null}
      </div>
      <ul ref={list} aria-label="Orchestrations found" className="grid grid-cols-2 gap-2">
        {ways.map((way, index) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: draws may come twice
            key={index}
            className={`panel relative px-2 pt-1 pb-1.5 ${index === chosen ? "border-primary border-2" : "hover:border-primary"}`}
          >
            <button
              type="button"
              aria-pressed={index === chosen}
              aria-label={`Orchestration ${index + 1}: ${tellPlaces(way.places)}${index === chosen && isPlaying ? ", sounding" : ""}`}
              className="block w-full text-left cursor-pointer after:absolute after:inset-0"
              onClick={() => onChoose(index)}
            >
              <MiniFloor
                kit={kit}
                strokes={way.places.map((place, at) => ({ place, hand: hands[at] ?? "R" }))}
                strongHand={strongHand}
              />
              <span className="block font-line text-xs leading-snug truncate">{shortPlaces(way.places)}</span>
            </button>
            <div className="flex items-center gap-0.5 text-xs">
              <span className="font-semibold text-accent">{way.bpm === null ? "any" : describeBpm(way.bpm)}</span>
              <span className="quiet">bpm{way.parts.crossing > 0 ? " · arms cross" : ""}</span>
              <button
                type="button"
                className="btn btn-xs btn-ghost btn-square relative z-1 ml-auto"
                aria-label={`More like orchestration ${index + 1}`}
                title={hint(FLOOR_COMMANDS, "like")}
                onClick={() => onAsk({ ...ask, seed: null, like: way.places })}
              >
                <Sparkles size={13} aria-hidden />
              </button>
              <button
                type="button"
                className="btn btn-xs btn-ghost btn-square relative z-1"
                aria-label={`Apply orchestration ${index + 1}`}
                title={hint(FLOOR_COMMANDS, "take")}
                onClick={() => onTake(way)}
              >
                <Check size={14} aria-hidden />
              </button>
            </div>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** "snare snare tom 1 …" with repeats combined. */
function tellPlaces(places: readonly KitVoice[]): string {
  return gather(places)
    .map(([place, many]) => `${many > 1 ? `${many} ` : ""}${KIT_VOICE_NAMES[place]}`)
    .join(", ");
}

function shortPlaces(places: readonly KitVoice[]): string {
  return gather(places)
    .map(([place, many]) => (many > 1 ? `${place}×${many}` : place))
    .join(" ");
}

function gather(places: readonly KitVoice[]): [KitVoice, number][] {
  const runs: [KitVoice, number][] = [];
  for (const place of places) {
    const last = runs.at(-1);
    if (last?.[0] === place) last[1]++;
    else runs.push([place, 1]);
  }
  return runs;
}

function Count({ run, timeline, kit }: { run: WorkerRun<FoundOrchestrations>; timeline: Timeline; kit: Kit }) {
  const { total, strokes, problem } = run.gathered;
  const busy = run.status === "running";
  const roughly = total === null ? "" : describeRoughly(total);
  return (
    <div role="status" aria-busy={busy} className="leading-tight">
      {run.status === "died" ? (
        <p className="text-error text-sm">
          The search stopped. The browser may be out of memory. Choose fewer drums and cymbals, then try again.
        </p>
      ) : problem ? (
        <p className="text-error text-sm leading-snug">{describeOrchestrationProblem(problem, timeline, kit)}</p>
      ) : total === null ? (
        <p className="font-display text-xl font-bold quiet">Counting…</p>
      ) : (
        <>
          <p className="font-display font-bold break-words">
            <span className={`text-2xl ${total === 0n ? "text-error" : "text-accent"}`}>{describeCount(total)}</span>{" "}
            {total === 1n ? "orchestration" : "orchestrations"} can be played at {Math.round(timeline.tempo)}
          </p>
          <p className="text-xs quiet">
            {roughly ? `${roughly}; ` : ""}
            {strokes} hand strokes
            {total === 0n ? ". Add drums or cymbals, lower the tempo, or reset strokes that are set by hand." : ""}
          </p>
        </>
      )}
      {run.status === "died" || run.status === "cancelled" ? (
        <button type="button" className="btn btn-xs mt-1" onClick={run.again}>
          <RotateCcw size={13} aria-hidden /> Search again
        </button>
      ) : null}
    </div>
  );
}

function SurfaceChips({
  kit,
  ask,
  onAsk,
}: {
  kit: Kit;
  ask: OrchestrationAsk;
  onAsk: (ask: OrchestrationAsk) => void;
}) {
  const all = surfacesOf(kit, "R").map(({ place }) => place);
  const chosen = (ask.surfaces ?? all).filter((place) => all.includes(place));
  return (
    <fieldset className="flex flex-wrap gap-1 items-center">
      <legend className="text-sm font-semibold mb-1">Use these</legend>
      {all.map((place) => {
        const isOn = chosen.includes(place);
        return (
          <button
            key={place}
            type="button"
            aria-pressed={isOn}
            className={`btn btn-xs px-2 ${isOn ? "border-primary font-semibold" : "font-normal"}`}
            onClick={() =>
              onAsk({
                ...ask,
                like: null,
                surfaces: isOn
                  ? chosen.filter((one) => one !== place)
                  : all.filter((one) => chosen.includes(one) || one === place),
              })
            }
          >
            {KIT_VOICE_NAMES[place].replace("closed ", "")}
          </button>
        );
      })}
    </fieldset>
  );
}
