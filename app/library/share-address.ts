/** Addresses that hold a fill or a lesson in the part after #: how they look, without what reads them. */

/** The whole address, on the server that this page came from. */
export function shareAddress(origin: string, fragment: string): string {
  return `${origin}/open#${fragment}`;
}

/** What of a pasted text is the part after # of such an address; null for another text. */
export function fragmentOf(text: string): string | null {
  return /\/open#(\S+)/.exec(text)?.[1] ?? null;
}
