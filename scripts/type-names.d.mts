export function listRepeatedTypeNames(
  root: string,
): readonly { readonly name: string; readonly files: readonly string[] }[];
