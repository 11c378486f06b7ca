/** Texts about the browser's storage and backups. */

import type { BackupStanding } from "~/library/backup";
import { plural } from "./time";

const UNITS = ["kB", "MB", "GB", "TB"];

/** Bytes for people: "3.2 MB". */
export function describeBytes(bytes: number): string {
  let [value, unit] = [bytes / 1000, 0];
  while (value >= 1000 && unit < UNITS.length - 1) {
    value /= 1000;
    unit++;
  }
  return `${value < 10 ? value.toFixed(1) : Math.round(value)} ${UNITS[unit]}`;
}

export function describeStanding({ last, atRisk }: Pick<BackupStanding, "last" | "atRisk">): string {
  const day = last === null ? "" : new Date(last).toLocaleDateString("en", { dateStyle: "long" });
  const backedUp = last === null ? "You have no backup yet." : `Last backup: ${day}.`;
  if (atRisk === 0) return last === null ? backedUp : `${backedUp} Nothing has changed since.`;
  return `${backedUp} ${plural(atRisk, "change isn't", "changes aren't")} in a backup.`;
}

/** Null if nothing keeps the app, or not yet. */
export function describeOffline(progress: { readonly kept: number; readonly of: number } | null): string {
  if (!progress) return "Dime Stack isn't ready to work offline yet.";
  const { kept, of } = progress;
  return kept < of
    ? `Fills work offline already. The rest is being kept: ${kept} of ${of} files.`
    : "Dime Stack is ready to work offline.";
}

export function describeReminder(atRisk: number): string {
  return `${plural(atRisk, "change", "changes")} to your fills and practice ${atRisk === 1 ? "is" : "are"} only in this browser. A backup is one file that you can keep elsewhere.`;
}
