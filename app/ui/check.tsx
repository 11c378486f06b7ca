interface CheckProps {
  readonly checked: boolean;
  readonly onCheck: (checked: boolean) => void;
  readonly isSmall?: boolean;
  readonly className?: string;
  /** Its label. */
  readonly children: React.ReactNode;
}

/** A checkbox with its label. */
export function Check({ checked, onCheck, isSmall = false, className = "", children }: CheckProps) {
  return (
    <label className={`flex items-center gap-2 text-sm cursor-pointer ${className}`}>
      <input
        type="checkbox"
        className={`checkbox ${isSmall ? "checkbox-xs" : "checkbox-sm"}`}
        checked={checked}
        onChange={(event) => onCheck(event.target.checked)}
      />
      {children}
    </label>
  );
}
