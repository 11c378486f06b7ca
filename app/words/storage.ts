/** What is said of the browser's storage and of backups. */

import type { BackupStanding } from "~/library/backup";
import { plural } from "./time";

const UNITS = ["kB", "MB", "GB", "TB"];

/** Bytes as people read them: "3.2 MB". */
export function wordBytes(bytes: number): string {
  let [value, unit] = [bytes / 1000, 0];
  while (value >= 1000 && unit < UNITS.length - 1) {
    value /= 1000;
    unit++;
  }
  return `${value < 10 ? value.toFixed(1) : Math.round(value)} ${UNITS[unit]}`;
}

export function wordStanding({ last, atRisk }: Pick<BackupStanding, "last" | "atRisk">): string {
  const day = last === null ? "" : new Date(last).toLocaleDateString("en", { dateStyle: "long" });
  const backedUp = last === null ? "You have no backup yet." : `Last backup: ${day}.`;
  if (atRisk === 0) return last === null ? backedUp : `${backedUp} Nothing has changed since.`;
  return `${backedUp} ${plural(atRisk, "change isn't", "changes aren't")} in a backup.`;
}

export function wordReminder(atRisk: number): string {
  return `${plural(atRisk, "change", "changes")} to your fills and practice ${atRisk === 1 ? "is" : "are"} only in this browser. A backup is one file that you can keep elsewhere.`;
}
