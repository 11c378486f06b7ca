/** Small selects inside sentences. */

import { WHO, type Who } from "~/core/search";
import { WHO_NAMES } from "~/words/search";

export function WhoPick({ label, who, onChange }: { label: string; who: Who; onChange: (who: Who) => void }) {
  return (
    <select
      aria-label={label}
      className="select select-xs w-32"
      value={who}
      onChange={(event) => onChange(event.target.value as Who)}
    >
      {WHO.map((one) => (
        <option key={one} value={one}>
          {WHO_NAMES[one]}
        </option>
      ))}
    </select>
  );
}

interface NumberPickProps {
  readonly label: string;
  readonly value: number;
  readonly from: number;
  readonly to: number;
  readonly onChange: (value: number) => void;
}

export function NumberPick({ label, value, from, to, onChange }: NumberPickProps) {
  const numbers = Array.from({ length: to - from + 1 }, (_, index) => from + index);
  return (
    <select
      aria-label={label}
      className="select select-xs w-14"
      value={value}
      onChange={(event) => onChange(Number(event.target.value))}
    >
      {(numbers.includes(value) ? numbers : [...numbers, value]).map((number) => (
        <option key={number} value={number}>
          {number}
        </option>
      ))}
    </select>
  );
}

/** A number, or no limit. */
export function MostPick({
  label,
  value,
  to,
  onChange,
}: {
  readonly label: string;
  readonly value: number | null;
  readonly to: number;
  readonly onChange: (value: number | null) => void;
}) {
  const numbers = Array.from({ length: to + 1 }, (_, number) => number);
  return (
    <select
      aria-label={label}
      className="select select-xs w-16"
      value={value ?? ""}
      onChange={(event) => onChange(event.target.value === "" ? null : Number(event.target.value))}
    >
      <option value="">any</option>
      {(value === null || numbers.includes(value) ? numbers : [...numbers, value]).map((number) => (
        <option key={number} value={number}>
          {number}
        </option>
      ))}
    </select>
  );
}
