/** What went wrong in a repeat, and how to fix it. */

import type { Fault, FaultKind } from "~/core/listening";
import { listAnd } from "./list";
import { capital, LIMB_NAMES } from "./slot";
import { plural } from "./time";

export const FAULT_NAMES: Record<FaultKind, string> = {
  missed: "notes missing",
  "missed-ghosts": "ghost notes missing",
  extra: "extra notes",
  elsewhere: "wrong drum or cymbal",
  "other-limb": "wrong limb",
  flams: "accidental flams",
  unisons: "loose unisons",
  rushing: "rushing",
  dragging: "dragging",
  early: "ahead of the click",
  late: "behind the click",
  "limb-early": "one limb early",
  "limb-late": "one limb late",
  "after-early": "early after the foot",
  "after-late": "late after the foot",
  "uneven-limb": "one limb uneven",
  unsteady: "unsteady",
  "accents-weak": "accents too weak",
  "ghosts-loud": "soft notes too loud",
};

function ms(by: number | undefined): string {
  return `${Math.round((by ?? 0) * 1000)} ms`;
}

function notes(count: number, one: string): string {
  return plural(count, one);
}

/** "note 4", "notes 4 and 9", "notes 4, 9 and 2 more". */
export function listNotes(slots: readonly number[]): string {
  const numbers = slots.map((slot) => String(slot + 1));
  if (numbers.length === 0) return "";
  if (numbers.length === 1) return `note ${numbers[0]}`;
  return `notes ${listAnd(numbers.length <= 3 ? numbers : [...numbers.slice(0, 2), `${numbers.length - 2} more`])}`;
}

const FEET: Record<"K" | "H", string> = { K: "kick", H: "hi-hat foot" };

/** The main fault, in one sentence. */
export function describeFault({ kind, limb, after, by, count = 0, slots }: Fault): string {
  const who = limb ? capital(LIMB_NAMES[limb]) : "";
  const at = slots.length > 0 ? `: ${listNotes(slots)}` : "";
  switch (kind) {
    case "missed":
      return `${capital(notes(count, "note"))} missing${at}.`;
    case "missed-ghosts":
      return `${capital(notes(count, "ghost note"))} missing${at}.`;
    case "extra":
      return `${capital(notes(count, "extra note"))}.`;
    case "elsewhere":
      return `${capital(notes(count, "note"))} on the wrong drum or cymbal${at}.`;
    case "other-limb":
      return `${capital(notes(count, "note"))} with the wrong hand or foot${at}.`;
    case "flams":
      return `${capital(notes(count, "accidental flam"))}${at}.`;
    case "unisons":
      return `Notes that belong together are ${ms(by)} apart${at}.`;
    case "rushing":
      return `Rushing: ${ms(by)} ahead by the end.`;
    case "dragging":
      return `Dragging: ${ms(by)} behind by the end.`;
    case "early":
      return `Everything is ${ms(by)} ahead of the click.`;
    case "late":
      return `Everything is ${ms(by)} behind the click.`;
    case "limb-early":
      return `${who} ${ms(by)} early against the rest.`;
    case "limb-late":
      return limb === "K" || limb === "H"
        ? `${who} ${ms(by)} late behind the hands.`
        : `${who} ${ms(by)} late against the rest.`;
    case "after-early":
      return `${who} ${ms(by)} early after each ${FEET[after ?? "K"]}.`;
    case "after-late":
      return `${who} ${ms(by)} late after each ${FEET[after ?? "K"]}.`;
    case "uneven-limb":
      return `${who} uneven: its notes vary by ${ms(by)}.`;
    case "unsteady":
      return `Unsteady: notes vary by ${ms(by)}.`;
    case "accents-weak":
      return `Accents hardly louder than the rest (${(by ?? 0).toFixed(1)} dB by velocity).`;
    case "ghosts-loud":
      return `Soft notes not soft enough (${(by ?? 0).toFixed(1)} dB below the rest by velocity).`;
  }
}

/** Advice against a fault: one thing. */
export function describeRemedy({ kind, limb }: Fault): string {
  switch (kind) {
    case "missed":
    case "extra":
      return "Say the sticking out loud once, then play it.";
    case "missed-ghosts":
      return "Let the stick fall from low down. It needs no force, but it has to sound.";
    case "elsewhere":
      return "Look at the next drum before your hand leaves.";
    case "other-limb":
      return "Slow down until you choose each hand on purpose.";
    case "flams":
      return "Leave the gap. The foot answers the hand, it doesn't join it.";
    case "unisons":
      return "Play only the notes that go together, then put the rest back.";
    case "rushing":
      return "Breathe out on the last beat, and count it.";
    case "dragging":
      return "Count the eighths through the whole phrase.";
    case "early":
    case "late":
      return "Play quarter notes on one drum for a bar, then go in. Tap along in Setup if it is the same every time.";
    case "limb-early":
    case "limb-late":
    case "after-early":
    case "after-late":
      return limb === "K" || limb === "H"
        ? "Play the feet alone against the click for a while."
        : "Lead the same cell with this hand a few times.";
    case "uneven-limb":
    case "unsteady":
      return "Make smaller motions. Even first, then fast.";
    case "accents-weak":
      return "Lift the stick higher for accents. Don't hit harder.";
    case "ghosts-loud":
      return "Keep the soft hand an inch from the head.";
  }
}
