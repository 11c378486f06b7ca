/** The voicing's layers: rules for surfaces, each with its filter, the last one on top. */

import { useState } from "react";
import { foldPlace, isPlayable, type Kit } from "~/core/kit";
import {
  ALL_STROKES,
  type Orchestration,
  type OrchestrationKind,
  type OrchestrationLayer,
  placesOf,
  renamePlace,
} from "~/core/orchestration";
import { type Hand, KIT_VOICE_NAMES, type KitVoice, LIMBS } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { newRule, READY_ORCHESTRATIONS } from "~/editor/orchestrations";
import { MAX_LAYERS } from "~/library/phrase/orchestration";
import { ArrowDown, ArrowUp, Plus, Trash2, TriangleAlert } from "~/ui/icons";
import { RULE_WORDS } from "~/words/kit";
import { FilterFields, FilterWords } from "./filter-fields";
import { RuleFields } from "./rule-fields";

const KINDS = Object.keys(RULE_WORDS) as OrchestrationKind[];

interface LayersProps {
  readonly voicing: Orchestration;
  readonly kit: Kit;
  readonly timeline: Timeline;
  readonly strongHand: Hand;
  /** Changes of one kind close together are one undo step. */
  readonly onChange: (voicing: Orchestration, kind: string) => void;
  /** Adds a surface to a kit that can be changed. */
  readonly onAddSurface: ((place: KitVoice) => void) | null;
}

export function Layers({ voicing, kit, timeline, strongHand, onChange, onAddSurface }: LayersProps) {
  const [kind, setKind] = useState<OrchestrationKind>("travel");
  const put = (index: number, layer: OrchestrationLayer, what: string) =>
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
        Each layer sends strokes to drums and cymbals. Later layers override earlier ones. Strokes you set by hand stay
        put.
      </p>
      {voicing.length === 0 ? (
        <section aria-label="Start with">
          <h2 className="text-base mb-1">Start with</h2>
          <div className="grid grid-cols-2 gap-1.5">
            {READY_ORCHESTRATIONS.filter(({ id }) => id !== "home").map(({ id, name, make }) => (
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
          onChange={(event) => setKind(event.target.value as OrchestrationKind)}
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
  readonly layer: OrchestrationLayer;
  readonly number: number;
  readonly isLast: boolean;
  readonly kit: Kit;
  readonly timeline: Timeline;
  readonly onPut: (layer: OrchestrationLayer, what: string) => void;
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
          aria-label={`Move layer ${number} up`}
          disabled={number === 1}
          onClick={() => onMove(-1)}
        >
          <ArrowUp size={13} aria-hidden />
        </button>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Move layer ${number} down`}
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
            <TriangleAlert size={13} aria-hidden /> This kit has no {KIT_VOICE_NAMES[place]}. It is played on the{" "}
            {KIT_VOICE_NAMES[instead]}.
            <button
              type="button"
              className="btn btn-xs"
              onClick={() => onPut({ ...layer, rule: renamePlace(rule, place, instead) }, "fix")}
            >
              Use {KIT_VOICE_NAMES[instead]}
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
