/** How the fill is heard while it is learned: which layers, which part of it, how fast, and how many clicks. */

import { ChevronLeft, ChevronRight, X } from "lucide-react";
import {
  ALL_ON,
  bpm,
  CLICKS_ON,
  type ClicksOn,
  FEET_ONLY,
  HANDS_ONLY,
  LAYER_STATES,
  type Ladder,
  type LayerState,
  LIMBS,
  type Limb,
  ladderLength,
  ladderTempo,
  MAX_BPM,
  MIN_BPM,
  type Mix,
  nameMix,
  PARTS,
  PLACE_NAMES,
  PLACES,
} from "~/core";
import type { Preferences } from "~/data/preferences";
import { Check } from "~/ui/check";
import { AS_WRITTEN, MAX_SPEED, MIN_SPEED, practise, SPEEDS, usePractice } from "~/ui/practice";
import { CLICKS_ON_NAMES, LAYER_STATE_NAMES, PART_NAMES } from "~/words/groove";
import { LIMB_NAMES } from "~/words/slot";
import { plural } from "~/words/time";
import { useBench, useContent, useWorked } from "./context";
import { usePracticeOf } from "./playback";
import { loopOfCells } from "./practice-loop";
import { stepNote } from "./step";

interface PracticePanelProps {
  readonly fillId: string;
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
  readonly onClose: () => void;
}

export default function PracticePanel({ fillId, preferences, onPreferences, onClose }: PracticePanelProps) {
  return (
    <section
      aria-label="Practise"
      className="basis-full order-first border-b border-base-300 pb-2.5 mb-0.5 max-h-[56dvh] overflow-y-auto"
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
      }}
    >
      <div className="flex items-center gap-2 mb-1.5">
        <h2 className="text-lg">Practise</h2>
        <button type="button" className="btn btn-xs ml-auto font-normal" onClick={() => practise(AS_WRITTEN)}>
          All as written
        </button>
        <button type="button" className="btn btn-xs btn-square btn-ghost" aria-label="Close" onClick={onClose}>
          <X size={15} aria-hidden />
        </button>
      </div>
      <div className="grid gap-x-6 gap-y-3 md:grid-cols-2 xl:grid-cols-[2.1fr_1fr_1.1fr_0.75fr]">
        <LayersPart />
        <LoopPart fillId={fillId} />
        <TempoPart />
        <ClicksPart preferences={preferences} onPreferences={onPreferences} />
      </div>
    </section>
  );
}

const SHORT_LIMBS: Record<Limb, string> = { R: "right", L: "left", K: "kick", H: "hi-hat foot" };

const READY = [
  { id: "all", name: "All", mix: ALL_ON },
  { id: "hands", name: "Hands only", mix: HANDS_ONLY },
  { id: "feet", name: "Feet only", mix: FEET_ONLY },
] as const;

function LayersPart() {
  const { mix } = usePractice();
  const { timeline } = useWorked();
  const used = PLACES.filter((place) => timeline.events.some((event) => event.place === place));
  const ready = nameMix(mix);
  const put = (kind: keyof Mix, key: string, state: LayerState) =>
    practise({ mix: { ...mix, [kind]: { ...mix[kind], [key]: state } } });
  return (
    <fieldset>
      <legend className="text-sm font-semibold mb-1">What is heard</legend>
      <div className="join mb-1.5">
        {READY.map(({ id, name, mix: made }) => (
          <button
            key={id}
            type="button"
            aria-pressed={ready === id}
            className={`btn btn-sm join-item font-normal ${ready === id ? "btn-primary" : ""}`}
            onClick={() => practise({ mix: made })}
          >
            {name}
          </button>
        ))}
      </div>
      <div className="grid grid-cols-2 sm:grid-cols-3 gap-x-4 gap-y-0.5 items-start">
        <LayerGroup name="Parts">
          {PARTS.map((part) => (
            <LayerPick
              key={part}
              name={PART_NAMES[part]}
              state={mix.parts[part]}
              onState={(to) => put("parts", part, to)}
            />
          ))}
        </LayerGroup>
        <LayerGroup name="Limbs">
          {LIMBS.map((limb) => (
            <LayerPick
              key={limb}
              name={SHORT_LIMBS[limb]}
              what={LIMB_NAMES[limb]}
              state={mix.limbs[limb]}
              onState={(to) => put("limbs", limb, to)}
            />
          ))}
        </LayerGroup>
        <LayerGroup name="Surfaces">
          {used.map((place) => (
            <LayerPick
              key={place}
              name={PLACE_NAMES[place]}
              what={`surface: ${PLACE_NAMES[place]}`}
              state={mix.places[place]}
              onState={(to) => put("places", place, to)}
            />
          ))}
        </LayerGroup>
      </div>
    </fieldset>
  );
}

function LayerGroup({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <div className="flex flex-col gap-0.5">
      <span className="label-small">{name}</span>
      {children}
    </div>
  );
}

interface LayerPickProps {
  readonly name: string;
  readonly what?: string;
  readonly state: LayerState | undefined;
  readonly onState: (state: LayerState) => void;
}

function LayerPick({ name, what = name, state = "on", onState }: LayerPickProps) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <span className={`flex-1 truncate first-letter:uppercase ${state === "muted" ? "line-through quiet" : ""}`}>
        {name}
      </span>
      <select
        className={`select select-xs w-20 ${state === "on" ? "" : "font-semibold"}`}
        aria-label={what}
        value={state}
        onChange={(event) => onState(event.target.value as LayerState)}
      >
        {LAYER_STATES.map((one) => (
          <option key={one} value={one}>
            {LAYER_STATE_NAMES[one]}
          </option>
        ))}
      </select>
    </label>
  );
}

function LoopPart({ fillId }: { readonly fillId: string }) {
  const bench = useBench();
  const { timeline } = useWorked();
  const { loop } = usePracticeOf(fillId);
  const count = timeline.slots.length;
  const shown = loop ?? { fillId, from: 0, to: Math.max(0, count - 1), toBeat: true };
  const put = (change: Partial<typeof shown>) => {
    const next = { ...shown, ...change };
    practise({ loop: { ...next, to: Math.max(next.from, next.to) } });
  };
  const field = (label: string, value: number, onValue: (value: number) => void) => (
    <label className="flex items-center gap-1.5">
      {label}
      <input
        type="number"
        className="input input-xs w-16"
        min={1}
        max={count}
        value={Math.min(value, count - 1) + 1}
        onChange={(event) => {
          const typed = Number(event.target.value);
          if (Number.isInteger(typed) && typed >= 1 && typed <= count) onValue(typed - 1);
        }}
      />
    </label>
  );
  return (
    <fieldset className="text-sm flex flex-col gap-1.5 items-start">
      <legend className="text-sm font-semibold mb-1">Which part goes round</legend>
      <div className="join">
        <button
          type="button"
          aria-pressed={!loop}
          className={`btn btn-sm join-item font-normal ${loop ? "" : "btn-primary"}`}
          onClick={() => practise({ loop: null })}
        >
          All, in its groove
        </button>
        <button
          type="button"
          aria-pressed={loop !== null}
          className={`btn btn-sm join-item font-normal ${loop ? "btn-primary" : ""}`}
          disabled={count === 0}
          title="The cells that are chosen, or the first one (o)"
          onClick={() => practise({ loop: loopOfCells(fillId, timeline) })}
        >
          The chosen cells
        </button>
      </div>
      {loop ? (
        <>
          <div className="flex items-center gap-3">
            {field("From note", shown.from, (from) => put({ from }))}
            {field("to", shown.to, (to) => put({ to }))}
          </div>
          <Check checked={shown.toBeat} onCheck={(checked) => put({ toBeat: checked })}>
            then silence up to the next beat
          </Check>
        </>
      ) : null}
      <div className="flex items-center gap-1.5 mt-1">
        Note by note
        <button
          type="button"
          className="btn btn-sm btn-square"
          aria-label="Note before, with its sound"
          title="q"
          onClick={() => stepNote(bench, -1)}
        >
          <ChevronLeft size={16} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-sm btn-square"
          aria-label="Next note, with its sound"
          title="w"
          onClick={() => stepNote(bench, 1)}
        >
          <ChevronRight size={16} aria-hidden />
        </button>
      </div>
    </fieldset>
  );
}

function TempoPart() {
  const { tempo } = useContent();
  const { speed, ladder } = usePractice();
  const started: Ladder = { from: bpm(Math.round(tempo * 0.6)), to: bpm(tempo), step: 4, every: 4 };
  return (
    <fieldset className="text-sm flex flex-col gap-1.5 items-start">
      <legend className="text-sm font-semibold mb-1">How fast</legend>
      <div className="flex flex-wrap items-center gap-2">
        <div className="join">
          {SPEEDS.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={!ladder && speed === one}
              className={`btn btn-sm join-item font-normal ${!ladder && speed === one ? "btn-primary" : ""}`}
              onClick={() => practise({ speed: one, ladder: null })}
            >
              {one === 0.5 ? "Half" : one === 0.75 ? "¾" : "As written"}
            </button>
          ))}
        </div>
        {ladder ? null : <span className="font-display font-semibold">{Math.round(bpm(tempo * speed))} bpm</span>}
      </div>
      {ladder ? null : (
        <label className="flex items-center gap-2 w-full">
          <span className="w-12">{Math.round(speed * 100)} %</span>
          <input
            type="range"
            aria-label="Speed in per cent of the tempo"
            className="range range-xs flex-1"
            min={MIN_SPEED * 100}
            max={MAX_SPEED * 100}
            step={5}
            value={Math.round(speed * 100)}
            onChange={(event) => practise({ speed: Number(event.target.value) / 100 })}
          />
        </label>
      )}
      <Check checked={ladder !== null} onCheck={(checked) => practise({ ladder: checked ? started : null })}>
        Tempo ladder
      </Check>
      {ladder ? <LadderFields ladder={ladder} /> : null}
    </fieldset>
  );
}

function LadderFields({ ladder }: { readonly ladder: Ladder }) {
  const put = (change: Partial<Ladder>) => practise({ ladder: { ...ladder, ...change } });
  const number = (label: string, value: number, least: number, most: number, onValue: (value: number) => void) => (
    <label className="flex items-center gap-1.5">
      {label}
      <input
        type="number"
        className="input input-xs w-16"
        min={least}
        max={most}
        defaultValue={Math.round(value)}
        onChange={(event) => {
          const typed = Number(event.target.value);
          if (typed >= least && typed <= most) onValue(typed);
        }}
      />
    </label>
  );
  const rungs = [0, 1, 2].map((rung) =>
    Math.round(ladderTempo(ladder, rung * (ladder.step === null ? 1 : ladder.every))),
  );
  const repeats = ladderLength(ladder);
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex items-center gap-3">
        {number("From", ladder.from, MIN_BPM, MAX_BPM, (from) => put({ from: bpm(from) }))}
        {number("to", ladder.to, MIN_BPM, MAX_BPM, (to) => put({ to: bpm(to) }))}
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <select
          aria-label="How it climbs"
          className="select select-xs w-28"
          value={ladder.step === null ? "evenly" : "steps"}
          onChange={(event) => put({ step: event.target.value === "steps" ? 4 : null })}
        >
          <option value="steps">in steps</option>
          <option value="evenly">evenly</option>
        </select>
        {ladder.step === null ? null : number("of", ladder.step, 1, 40, (step) => put({ step }))}
        {number(ladder.step === null ? "over" : "every", ladder.every, 1, 64, (every) =>
          put({ every: Math.round(every) }),
        )}
        repeats
      </div>
      <p className="quiet leading-snug">
        {Number.isFinite(repeats)
          ? `${rungs.join(", ")} … ${Math.round(ladder.to)} after ${plural(repeats, "repeat")}. Small steps; stop at tension or pain.`
          : "It does not climb."}
      </p>
    </div>
  );
}

function ClicksPart({ preferences, onPreferences }: Pick<PracticePanelProps, "preferences" | "onPreferences">) {
  return (
    <fieldset className="text-sm flex flex-col gap-1.5 items-start">
      <legend className="text-sm font-semibold mb-1">Clicks</legend>
      <label className="flex items-center gap-2">
        <span className="w-16">Click on</span>
        <select
          className="select select-xs w-28"
          value={preferences.click ? preferences.clicksOn : "none"}
          onChange={(event) => {
            const { value } = event.target;
            onPreferences(value === "none" ? { click: false } : { click: true, clicksOn: value as ClicksOn });
          }}
        >
          <option value="none">nothing</option>
          {CLICKS_ON.map((on) => (
            <option key={on} value={on}>
              {CLICKS_ON_NAMES[on]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        <span className="w-16">Silent for</span>
        <select
          className="select select-xs w-28"
          value={preferences.silentBars}
          disabled={!preferences.click}
          onChange={(event) => onPreferences({ silentBars: Number(event.target.value) })}
        >
          <option value={0}>no bars</option>
          {[1, 2, 4, 8].map((bars) => (
            <option key={bars} value={bars}>
              {plural(bars, "bar")}
            </option>
          ))}
        </select>
      </label>
      {preferences.click && preferences.silentBars > 0 ? (
        <p className="quiet leading-snug">
          {plural(preferences.silentBars, "bar")} with clicks, as many without: is the time still yours when they come
          back?
        </p>
      ) : null}
    </fieldset>
  );
}
