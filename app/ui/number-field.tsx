import { lazy } from "react";
import { AfterHydration } from "~/views/after-hydration";
import type { NumberFieldProps } from "./number-field-input";

// Its package is too large for the first screen.
const Input = lazy(() => import("./number-field-input"));

/** A number field, typed or stepped with the arrow keys. Out-of-bounds numbers are corrected when you leave it. */
export function NumberField(props: NumberFieldProps) {
  const { label, isLabelHidden = false, value, placeholder } = props;
  const { className = "input-sm w-20", labelClassName = "label-small block mb-0.5" } = props;
  const isBeside = !isLabelHidden && !labelClassName.includes("block");
  const still = (
    <div className={isBeside ? "inline-flex items-center gap-2" : undefined}>
      {isLabelHidden ? null : <span className={labelClassName}>{label}</span>}
      <input
        readOnly
        aria-label={label}
        value={value ?? ""}
        placeholder={placeholder}
        className={`input ${className}`}
      />
    </div>
  );
  return (
    <AfterHydration fallback={still}>
      <Input {...props} />
    </AfterHydration>
  );
}
