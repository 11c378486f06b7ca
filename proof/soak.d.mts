export function soak(given: {
  readonly address: string;
  /** How many, or which by their names. */
  readonly acts: number | readonly string[];
  readonly seed: number;
  readonly tell?: (act: { readonly done: number; readonly name: string }) => void;
}): Promise<{ readonly differences: readonly string[]; readonly done: number }>;
