/** A voicing rule as a sentence with fields. */

import type { Kit } from "~/core/kit";
import { DIRECTIONS, type OrchestrationRule } from "~/core/orchestration";
import type { Hand, KitVoice, LIMBS } from "~/core/stroke";
import { MAX_EVERY } from "~/library/phrase/orchestration";
import { Check } from "~/ui/check";
import { PathPicker, PlaceSelect } from "./place-picker";

const DIRECTION_NAMES = { down: "down", up: "up", "there-and-back": "there and back" } as const;

interface RuleFieldsProps {
  readonly rule: OrchestrationRule;
  readonly number: number;
  readonly kit: Kit;
  readonly limb: (typeof LIMBS)[number];
  readonly onChange: (rule: OrchestrationRule) => void;
}

/** A rule as a sentence with fields. */
export function RuleFields({ rule, number, kit, limb, onChange }: RuleFieldsProps) {
  const named = (what: string) => `Layer ${number}: ${what}`;
  const place = (key: string, what: string, value: KitVoice) => (
    <PlaceSelect
      kit={kit}
      limb={limb}
      label={named(what)}
      value={value}
      onChange={(next) => next && onChange({ ...rule, [key]: next } as OrchestrationRule)}
    />
  );
  const path = (what: string) =>
    "path" in rule ? (
      <PathPicker
        kit={kit}
        label={named(what)}
        value={rule.path}
        onChange={(next) => onChange({ ...rule, path: next } as OrchestrationRule)}
      />
    ) : null;
  const every = (what: string) =>
    "every" in rule ? (
      <label className="flex items-center gap-1">
        {what}
        <input
          type="number"
          aria-label={named("strokes on each drum")}
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
      return <>on {place("on", "drum or cymbal", rule.on)}</>;
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
          over {path("path")} {every("strokes on each")} other stays on {place("stay", "drum that stays", rule.stay)}
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
            <option value={0}>on one drum</option>
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
          on {place("on", "drum or cymbal", rule.on)}
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
          <Check
            isSmall
            checked={rule.keepsDoubles ?? false}
            onCheck={(keepsDoubles) => onChange({ ...rule, keepsDoubles })}
          >
            Keep doubles on one drum
          </Check>
        </>
      );
  }
  return rule satisfies never;
}
