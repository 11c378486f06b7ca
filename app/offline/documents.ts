/** Stands for any id in a kept document's address. */
export const ANY = "any";

/** An address without a screen: its document serves all such addresses. */
export const NOT_FOUND = "/nothing-here";

/** Parts of an address as the router sees them: case doesn't matter, and an empty part counts. */
function partsOf(path: string): string[] {
  return path.toLowerCase().replace(/^\//, "").replace(/\/$/, "").split("/");
}

/** Whether a kept document serves an address: `/fills/any/stack` serves every fill's. */
export function isSameDocument(kept: string, pathname: string): boolean {
  const [parts, asked] = [partsOf(kept), partsOf(pathname)];
  return (
    parts.length === asked.length &&
    parts.every((part, index) => part === asked[index] || (part === ANY && asked[index] !== ""))
  );
}

/**
 * Large or rarely needed files: nobody needs them to open the app and play a fill. A name ends with eight characters of
 * its content's hash.
 */
const LATER =
  /^\/assets\/(paper|charts|letters|notes|loops|loops-dialog|notes-dialog|files|grading|runs-table|cymbals|musicxml|midi|gallery|share-dialog|hands|test-results)-[\w-]{8}\.\w+$|\.woff$|-(latin-ext|cyrillic|vietnamese)-|\.png$/;

export function isLater(pathname: string): boolean {
  return LATER.test(pathname);
}
