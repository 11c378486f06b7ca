/** Addresses of a fill: one for each of its tabs. */

export const FILL_TABS = ["stack", "floor", "groove", "shed", "sheet"] as const;
export type FillTab = (typeof FILL_TABS)[number];

export function addressOf(fillId: string, tab: FillTab): string {
  return `/fills/${fillId}/${tab}`;
}

const OPEN_KEY = "dime-stack:open-fill";
const CELL_KEY = "dime-stack:open-cell";

/** Remembers this tab's open fill, so that you can return to it. */
export function noteOpenFill(fillId: string): void {
  if (openFillId() !== fillId) noteOpenCell(null);
  write(OPEN_KEY, fillId);
}

export function openFillId(): string | null {
  return read(OPEN_KEY);
}

/** Remembers the selected cell in that fill, from 0. */
export function noteOpenCell(cell: number | null): void {
  write(CELL_KEY, cell === null ? "" : String(cell));
}

export function openCell(): number | null {
  const cell = Number.parseInt(read(CELL_KEY) ?? "", 10);
  return Number.isNaN(cell) ? null : cell;
}

// Without storage, you return to the last edited fill.
function write(key: string, value: string) {
  try {
    sessionStorage.setItem(key, value);
  } catch {}
}

function read(key: string): string | null {
  try {
    return sessionStorage.getItem(key);
  } catch {
    return null;
  }
}
