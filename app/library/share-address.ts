/** Addresses with a fill or a lesson in the part after #: their form, without the code that reads them. */

/** The full address, on the server that this page came from. */
export function shareAddress(origin: string, fragment: string): string {
  return `${origin}/open#${fragment}`;
}

/** The part after # in a pasted address; null for other text. */
export function fragmentOf(text: string): string | null {
  return /\/open#(\S+)/.exec(text)?.[1] ?? null;
}
