import { NumberField as Base } from "@base-ui/react/number-field";
import { useEffect, useState } from "react";
import { useSoon } from "./use-soon";

export interface NumberFieldProps {
  /** Its label; a hidden one is only for screen readers. */
  readonly label: string;
  readonly isLabelHidden?: boolean;
  readonly value: number | null;
  readonly least: number;
  readonly most: number;
  readonly step?: number;
  /** Called for each number within bounds; a partly typed number ("1" of "120") doesn't count. */
  readonly onValue: (value: number) => void;
  /** Called when the field is emptied, if that has a meaning. */
  readonly onEmpty?: () => void;
  /** Only called when typing is over: when you leave the field, or a moment after the last key. */
  readonly waits?: boolean;
  readonly placeholder?: string;
  readonly className?: string;
  readonly labelClassName?: string;
}

/** A number field, typed or stepped with the arrow keys. Out-of-bounds numbers are corrected when you leave it. */
export default function NumberFieldInput(props: NumberFieldProps) {
  const { label, isLabelHidden = false, value, least, most, step = 1, onValue, onEmpty, waits = false } = props;
  const { placeholder, className = "input-sm w-20", labelClassName = "label-small block mb-0.5" } = props;
  const [shown, setShown] = useState(value);
  const soon = useSoon();
  useEffect(() => setShown(value), [value]);
  const tell = (next: number | null) => {
    if (next === null) onEmpty?.();
    else if (next >= least && next <= most && next !== value) onValue(next);
  };
  return (
    <Base.Root
      value={shown}
      min={least}
      max={most}
      step={step}
      smallStep={step}
      allowOutOfRange
      className={labelClassName.includes("block") || isLabelHidden ? undefined : "inline-flex items-center gap-2"}
      onValueChange={(next) => {
        setShown(next);
        if (waits || (next === null && onEmpty)) soon(() => tell(next));
        else {
          soon(null);
          tell(next ?? Number.NaN);
        }
      }}
      onValueCommitted={(next) => {
        soon(null);
        const fits = next === null ? onEmpty !== undefined : next >= least && next <= most;
        if (!fits) setShown(value);
        else if (waits || next === null) tell(next);
      }}
    >
      {isLabelHidden ? null : <span className={labelClassName}>{label}</span>}
      <Base.Input aria-label={label} placeholder={placeholder} className={`input ${className}`} />
    </Base.Root>
  );
}
