import { useId } from "react";

interface FieldProps {
  readonly label: string;
  /** A word before it in a sentence. */
  readonly before?: string;
  readonly children: (id: string) => React.ReactNode;
}

export function Field({ label, before, children }: FieldProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="label-small block mb-0.5">
        {label}
      </label>
      {before ? (
        <span aria-hidden className="sentence-only">
          {before}{" "}
        </span>
      ) : null}
      {children(id)}
    </div>
  );
}
