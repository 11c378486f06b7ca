/** In the address of a kept document: any id. */
export const ANY = "any";

/** An address that no screen has: its document is kept for all of them. */
export const NOT_FOUND = "/nothing-here";

/** Parts of an address as the router tells them apart: whatever their case, and an empty one is one too. */
function partsOf(path: string): string[] {
  return path.toLowerCase().replace(/^\//, "").replace(/\/$/, "").split("/");
}

/** Whether a kept document is the one for an address: `/fills/any/stack` is for every fill's. */
export function isSameDocument(kept: string, pathname: string): boolean {
  const [parts, asked] = [partsOf(kept), partsOf(pathname)];
  return (
    parts.length === asked.length &&
    parts.every((part, index) => part === asked[index] || (part === ANY && asked[index] !== ""))
  );
}

/** Files that are large or seldom needed: nobody needs them to open the app and play a fill. */
const LATER =
  /^\/assets\/(paper|charts|letters|notes|loops|files|grading|runs-table|cymbals|musicxml|midi|gallery|share-dialog|hands|test-results)-|\.woff$|-(latin-ext|cyrillic|vietnamese)-|\.png$/;

export function isLater(pathname: string): boolean {
  return LATER.test(pathname);
}
