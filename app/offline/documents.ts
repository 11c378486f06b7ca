/** In the address of a kept document: any id. */
export const ANY = "any";

/** Whether a kept document is the one for an address: `/fills/any/stack` is for every fill's. */
export function isSameDocument(kept: string, pathname: string): boolean {
  const [parts, asked] = [kept, pathname].map((path) => path.split("/").filter(Boolean));
  return (
    parts !== undefined &&
    parts.length === asked?.length &&
    parts.every((part, index) => part === ANY || part === asked[index])
  );
}
