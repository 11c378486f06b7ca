import { lazy } from "react";
import { AfterHydration } from "~/views/after-hydration";
import type { NumberFieldProps } from "./number-field-input";

// The package behind it is more than a first screen should wait for.
const Input = lazy(() => import("./number-field-input"));

/** A number to be typed or stepped with the arrow keys; what lies out of bounds goes back when the field is left. */
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
