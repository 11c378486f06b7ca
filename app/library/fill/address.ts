/** Where a fill is found in the app: each has an address for each of its tabs. */

export const FILL_TABS = ["stack", "floor", "groove", "shed", "sheet"] as const;
export type FillTab = (typeof FILL_TABS)[number];

export function addressOf(fillId: string, tab: FillTab): string {
  return `/fills/${fillId}/${tab}`;
}

const OPEN_KEY = "dime-stack:open-fill";

/** Remembers which fill this tab of the browser has open, for the way back to it. */
export function noteOpenFill(fillId: string): void {
  try {
    sessionStorage.setItem(OPEN_KEY, fillId);
  } catch {
    // Without storage the fill that was edited last is the way back.
  }
}

export function openFillId(): string | null {
  try {
    return sessionStorage.getItem(OPEN_KEY);
  } catch {
    return null;
  }
}
