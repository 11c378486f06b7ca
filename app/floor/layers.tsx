/** The voicing's layers: what gives strokes their surfaces, each with its filter, the last one on top. */

import { ArrowDown, ArrowUp, Plus, Trash2, TriangleAlert } from "lucide-react";
import { useId, useState } from "react";
import {
  ALL_STROKES,
  DIRECTIONS,
  foldPlace,
  type Hand,
  isPlayable,
  type Kit,
  LIMBS,
  PLACE_NAMES,
  type Place,
  placesOf,
  renamePlace,
  type Timeline,
  type Voicing,
  type VoicingFilter,
  type VoicingKind,
  type VoicingLayer,
  type VoicingRule,
} from "~/core";
import { MAX_EVERY, MAX_LAYERS } from "~/formats/voicing";
import { newRule, READY_VOICINGS } from "~/stack/voicings";
import { RULE_WORDS } from "~/words/kit";
import { LEVEL_NAMES } from "~/words/slot";
import { PathPicker, PlaceSelect } from "./place-picker";

const KINDS = Object.keys(RULE_WORDS) as VoicingKind[];
const LEVELS = ["accent", "normal", "ghost"] as const;
const DIRECTION_NAMES = { down: "down", up: "up", "there-and-back": "there and back" } as const;

interface LayersProps {
  readonly voicing: Voicing;
  readonly kit: Kit;
  readonly timeline: Timeline;
  readonly strongHand: Hand;
  /** Changes of one kind close together are one step of undo. */
  readonly onChange: (voicing: Voicing, kind: string) => void;
  /** Puts a surface up, on a kit that may be changed. */
  readonly onAddSurface: ((place: Place) => void) | null;
}

export function Layers({ voicing, kit, timeline, strongHand, onChange, onAddSurface }: LayersProps) {
  const [kind, setKind] = useState<VoicingKind>("travel");
  const put = (index: number, layer: VoicingLayer, what: string) =>
    onChange(
      voicing.map((one, at) => (at === index ? layer : one)),
      `layer ${index} ${what}`,
    );
  const move = (index: number, by: number) => {
    const next = [...voicing];
    const [moved] = next.splice(index, 1);
    if (moved) next.splice(index + by, 0, moved);
    onChange(next, "order of layers");
  };
  return (
    <div className="flex flex-col gap-2">
      <p className="text-sm quiet leading-snug">
        Layers give strokes their surfaces; a later one goes over an earlier one. What you set by hand stays.
      </p>
      {voicing.length === 0 ? (
        <section aria-label="To begin with">
          <h2 className="text-base mb-1">To begin with</h2>
          <div className="grid grid-cols-2 gap-1.5">
            {READY_VOICINGS.filter(({ id }) => id !== "home").map(({ id, name, make }) => (
              <button
                key={id}
                type="button"
                className="btn btn-sm font-normal h-auto min-h-9 py-1 justify-start text-left leading-tight"
                onClick={() => onChange(make(strongHand), "ready voicing")}
              >
                {name}
              </button>
            ))}
          </div>
        </section>
      ) : null}
      <ol aria-label="Layers" className="flex flex-col gap-2 empty:hidden">
        {voicing.map((layer, index) => (
          <Layer
            // biome-ignore lint/suspicious/noArrayIndexKey: layers have no identity but their order
            key={index}
            layer={layer}
            number={index + 1}
            isLast={index === voicing.length - 1}
            kit={kit}
            timeline={timeline}
            onPut={(next, what) => put(index, next, what)}
            onMove={(by) => move(index, by)}
            onRemove={() =>
              onChange(
                voicing.filter((_, at) => at !== index),
                "remove layer",
              )
            }
            onAddSurface={onAddSurface}
          />
        ))}
      </ol>
      <div className="flex items-center gap-2">
        <select
          aria-label="Kind of the new layer"
          className="select select-sm flex-1 min-w-0"
          value={kind}
          onChange={(event) => setKind(event.target.value as VoicingKind)}
        >
          {KINDS.map((one) => (
            <option key={one} value={one}>
              {RULE_WORDS[one].name}: {RULE_WORDS[one].does}
            </option>
          ))}
        </select>
        <button
          type="button"
          className="btn btn-sm"
          disabled={voicing.length >= MAX_LAYERS}
          onClick={() =>
            onChange([...voicing, { on: true, rule: newRule(kind, strongHand), filter: ALL_STROKES }], "add layer")
          }
        >
          <Plus size={14} aria-hidden /> Add layer
        </button>
      </div>
    </div>
  );
}

interface LayerProps {
  readonly layer: VoicingLayer;
  readonly number: number;
  readonly isLast: boolean;
  readonly kit: Kit;
  readonly timeline: Timeline;
  readonly onPut: (layer: VoicingLayer, what: string) => void;
  readonly onMove: (by: number) => void;
  readonly onRemove: () => void;
  readonly onAddSurface: LayersProps["onAddSurface"];
}

function Layer({ layer, number, isLast, kit, timeline, onPut, onMove, onRemove, onAddSurface }: LayerProps) {
  const { rule, filter, on } = layer;
  const [isOpen, setOpen] = useState(false);
  const name = RULE_WORDS[rule.kind].name;
  const limb = filter.limbs?.[0] ?? "R";
  const missing = placesOf(rule).filter((place) => !LIMBS.some((one) => isPlayable(kit, one, place)));
  return (
    <li className={`rounded-box border border-base-300 bg-base-100 px-2.5 py-2 ${on ? "" : "opacity-70"}`}>
      <div className="flex items-center gap-1.5">
        <label className="flex items-center gap-2 flex-1 min-w-0 cursor-pointer">
          <input
            type="checkbox"
            className="toggle toggle-xs"
            checked={on}
            onChange={(event) => onPut({ ...layer, on: event.target.checked }, "on")}
          />
          <span className="font-semibold text-sm truncate">
            {number}. {name}
          </span>
        </label>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Layer ${number} earlier`}
          disabled={number === 1}
          onClick={() => onMove(-1)}
        >
          <ArrowUp size={13} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Layer ${number} later`}
          disabled={isLast}
          onClick={() => onMove(1)}
        >
          <ArrowDown size={13} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Remove layer ${number}`}
          onClick={onRemove}
        >
          <Trash2 size={13} aria-hidden />
        </button>
      </div>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1 mt-1 text-xs">
        <RuleFields
          rule={rule}
          number={number}
          kit={kit}
          limb={limb}
          onChange={(next) => onPut({ ...layer, rule: next }, "rule")}
        />
      </div>
      <FilterWords filter={filter} isOpen={isOpen} onOpen={() => setOpen(!isOpen)} />
      {isOpen ? (
        <FilterFields
          filter={filter}
          number={number}
          cells={timeline.cells.length}
          onChange={(next) => onPut({ ...layer, filter: next }, "filter")}
        />
      ) : null}
      {missing.map((place) => {
        const instead = foldPlace(kit, limb, place);
        return (
          <p key={place} role="status" className="text-xs text-error mt-1 flex flex-wrap items-center gap-1.5">
            <TriangleAlert size={13} aria-hidden /> This kit has no {PLACE_NAMES[place]}: it sounds on{" "}
            {PLACE_NAMES[instead]}.
            <button
              type="button"
              className="btn btn-xs"
              onClick={() => onPut({ ...layer, rule: renamePlace(rule, place, instead) }, "mend")}
            >
              Use {PLACE_NAMES[instead]}
            </button>
            {onAddSurface ? (
              <button type="button" className="btn btn-xs" onClick={() => onAddSurface(place)}>
                Add it to the kit
              </button>
            ) : null}
          </p>
        );
      })}
    </li>
  );
}

interface RuleFieldsProps {
  readonly rule: VoicingRule;
  readonly number: number;
  readonly kit: Kit;
  readonly limb: (typeof LIMBS)[number];
  readonly onChange: (rule: VoicingRule) => void;
}

/** What a rule asks, as a sentence with fields in it. */
function RuleFields({ rule, number, kit, limb, onChange }: RuleFieldsProps) {
  const named = (what: string) => `Layer ${number}: ${what}`;
  const place = (key: string, what: string, value: Place) => (
    <PlaceSelect
      kit={kit}
      limb={limb}
      label={named(what)}
      value={value}
      onChange={(next) => next && onChange({ ...rule, [key]: next } as VoicingRule)}
    />
  );
  const path = (what: string) =>
    "path" in rule ? (
      <PathPicker
        kit={kit}
        label={named(what)}
        value={rule.path}
        onChange={(next) => onChange({ ...rule, path: next } as VoicingRule)}
      />
    ) : null;
  const every = (what: string) =>
    "every" in rule ? (
      <label className="flex items-center gap-1">
        {what}
        <input
          type="number"
          aria-label={named("strokes on each surface")}
          className="input input-xs w-12"
          min={1}
          max={MAX_EVERY}
          value={rule.every}
          onChange={(event) => {
            const value = Math.round(Number(event.target.value));
            if (value >= 1 && value <= MAX_EVERY) onChange({ ...rule, every: value });
          }}
        />
      </label>
    ) : null;
  switch (rule.kind) {
    case "one":
    case "flam-split":
    case "home-last":
    case "backbeat":
      return <>on {place("on", "surface", rule.on)}</>;
    case "split":
    case "unison":
      return (
        <>
          left {place("left", "left hand", rule.left)} right {place("right", "right hand", rule.right)}
        </>
      );
    case "oblique":
      return (
        <>
          <select
            aria-label={named("hand that travels")}
            className="select select-xs w-26"
            value={rule.hand}
            onChange={(event) => onChange({ ...rule, hand: event.target.value as Hand })}
          >
            <option value="R">right hand</option>
            <option value="L">left hand</option>
          </select>
          over {path("path")} {every("strokes on each")} other stays on {place("stay", "surface that stays", rule.stay)}
        </>
      );
    case "parallel":
      return (
        <>
          over {path("path")} {every("strokes on each")}
          <select
            aria-label={named("how the hands stand")}
            className="select select-xs w-32"
            value={rule.apart}
            onChange={(event) => onChange({ ...rule, apart: event.target.value === "1" ? 1 : 0 })}
          >
            <option value={0}>on one surface</option>
            <option value={1}>on neighbours</option>
          </select>
        </>
      );
    case "by-cell":
    case "with-kick":
      return <>over {path("path")}</>;
    case "by-note":
      return (
        <>
          <select
            aria-label={named("which note")}
            className="select select-xs w-24"
            value={rule.note}
            onChange={(event) => onChange({ ...rule, note: Number(event.target.value) })}
          >
            {[1, 2, 3, 4, 5, 6, 7, -2, -1].map((note) => (
              <option key={note} value={note}>
                {note === -1 ? "the last" : note === -2 ? "last but one" : `note ${note}`}
              </option>
            ))}
          </select>
          on {place("on", "surface", rule.on)}
        </>
      );
    case "accents":
      return (
        <>
          over {path("path")} the rest
          <PlaceSelect
            kit={kit}
            limb={limb}
            label={named("the rest")}
            value={rule.rest}
            none="as it is"
            onChange={(rest) => onChange({ ...rule, rest })}
          />
        </>
      );
    case "travel":
      return (
        <>
          <select
            aria-label={named("direction")}
            className="select select-xs w-32"
            value={rule.direction}
            onChange={(event) => onChange({ ...rule, direction: event.target.value as (typeof DIRECTIONS)[number] })}
          >
            {DIRECTIONS.map((direction) => (
              <option key={direction} value={direction}>
                {DIRECTION_NAMES[direction]}
              </option>
            ))}
          </select>
          over {path("path")}
        </>
      );
  }
}

function FilterWords({ filter, isOpen, onOpen }: { filter: VoicingFilter; isOpen: boolean; onOpen: () => void }) {
  const { limbs, cells, levels } = filter;
  const words = [
    limbs ? limbs.join(" ") : null,
    levels ? levels.map((level) => LEVEL_NAMES[level]).join(", ") : null,
    cells ? `cells ${cells.map((cell) => cell + 1).join(", ")}` : null,
  ].filter(Boolean);
  return (
    <button
      type="button"
      className="text-xs underline quiet mt-1 cursor-pointer"
      aria-expanded={isOpen}
      onClick={onOpen}
    >
      {words.length > 0 ? `only ${words.join("; ")}` : "for all strokes of the hands"}
    </button>
  );
}

/** Cells that can be picked one by one. */
const MOST_CELLS = 32;

interface FilterFieldsProps {
  readonly filter: VoicingFilter;
  readonly number: number;
  readonly cells: number;
  readonly onChange: (filter: VoicingFilter) => void;
}

function FilterFields({ filter, number, cells, onChange }: FilterFieldsProps) {
  return (
    <div className="flex flex-col gap-1 mt-1">
      <Chips
        label={`Layer ${number}: limbs`}
        items={LIMBS.map((limb) => ({ id: limb, name: limb }))}
        chosen={filter.limbs}
        onChange={(limbs) => onChange({ ...filter, limbs })}
      />
      <Chips
        label={`Layer ${number}: levels`}
        items={LEVELS.map((level) => ({ id: level, name: LEVEL_NAMES[level] }))}
        chosen={filter.levels}
        onChange={(levels) => onChange({ ...filter, levels })}
      />
      <Chips
        label={`Layer ${number}: cells`}
        items={Array.from({ length: Math.min(cells, MOST_CELLS) }, (_, cell) => ({ id: cell, name: `${cell + 1}` }))}
        chosen={filter.cells}
        onChange={(chosen) => onChange({ ...filter, cells: chosen?.toSorted((a, b) => a - b) ?? null })}
      />
    </div>
  );
}

interface ChipsProps<Id> {
  readonly label: string;
  readonly items: readonly { readonly id: Id; readonly name: string }[];
  /** Null for all. */
  readonly chosen: readonly Id[] | null;
  readonly onChange: (chosen: Id[] | null) => void;
}

function Chips<Id extends string | number>({ label, items, chosen, onChange }: ChipsProps<Id>) {
  const name = useId();
  const toggle = (id: Id) => {
    const next = chosen?.includes(id) ? chosen.filter((one) => one !== id) : [...(chosen ?? []), id];
    onChange(next.length > 0 ? next : null);
  };
  return (
    <fieldset className="flex flex-wrap items-center gap-1" aria-labelledby={name}>
      <legend id={name} className="sr-only">
        {label}
      </legend>
      <span aria-hidden className="text-xs quiet w-11">
        {label.split(": ")[1]}
      </span>
      {items.map(({ id, name: face }) => (
        <button
          key={id}
          type="button"
          aria-pressed={chosen?.includes(id) ?? false}
          className={`btn btn-xs px-2 ${chosen?.includes(id) ? "border-primary font-semibold" : "font-normal"}`}
          onClick={() => toggle(id)}
        >
          {face}
        </button>
      ))}
      {chosen ? (
        <button type="button" className="text-xs underline cursor-pointer" onClick={() => onChange(null)}>
          all
        </button>
      ) : null}
    </fieldset>
  );
}
