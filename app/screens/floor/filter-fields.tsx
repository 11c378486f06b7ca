/** The strokes a layer applies to: limbs, levels and cells. */

import { useId } from "react";
import type { OrchestrationFilter } from "~/core/orchestration";
import { LIMBS } from "~/core/stroke";
import { LEVEL_NAMES } from "~/words/slot";

const LEVELS = ["accent", "normal", "ghost"] as const;

export function FilterWords({
  filter,
  isOpen,
  onOpen,
}: {
  filter: OrchestrationFilter;
  isOpen: boolean;
  onOpen: () => void;
}) {
  const { limbs, cells, levels, graced } = filter;
  const words = [
    limbs ? limbs.join(" ") : null,
    levels ? levels.map((level) => LEVEL_NAMES[level]).join(", ") : null,
    graced ? "flams, drags and ruffs" : null,
    cells ? `cells ${cells.map((cell) => cell + 1).join(", ")}` : null,
  ].filter(Boolean);
  return (
    <button
      type="button"
      className="text-xs underline quiet mt-1 cursor-pointer"
      aria-expanded={isOpen}
      onClick={onOpen}
    >
      {words.length > 0 ? `only ${words.join("; ")}` : "all hand strokes"}
    </button>
  );
}

/** Cells that can be chosen individually. */
const MAX_CELLS = 32;

interface FilterFieldsProps {
  readonly filter: OrchestrationFilter;
  readonly number: number;
  readonly cells: number;
  readonly onChange: (filter: OrchestrationFilter) => void;
}

export function FilterFields({ filter, number, cells, onChange }: FilterFieldsProps) {
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
        label={`Layer ${number}: ornaments`}
        items={[{ id: "graced", name: "flams, drags and ruffs" }]}
        chosen={filter.graced ? ["graced"] : null}
        onChange={(chosen) => onChange({ ...filter, graced: chosen ? true : undefined })}
      />
      <Chips
        label={`Layer ${number}: cells`}
        items={Array.from({ length: Math.min(cells, MAX_CELLS) }, (_, cell) => ({ id: cell, name: `${cell + 1}` }))}
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
