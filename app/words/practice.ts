/** Steps, faults and advice of the Shed, as a patient teacher would say them. */

import type {
  CareKind,
  Change,
  Fault,
  FaultKind,
  Limb,
  PlanStep,
  Result,
  StepKind,
  StepReason,
  Strictness,
  TodayReason,
} from "~/core";
import { sayBpm } from "./ceiling";
import { capital, LIMB_NAMES } from "./slot";
import { plural } from "./time";

export const STEP_NAMES: Record<StepKind, string> = {
  hands: "Hands alone",
  feet: "Feet alone",
  together: "Together, slowly",
  levels: "Loud and soft",
  cell: "One cell",
  join: "Two cells joined",
  whole: "All of it on one drum",
  basic: "First moves round the kit",
  full: "All moves round the kit",
  form: "In the groove",
  "other-lead": "Led by the other hand",
  "other-order": "Cells in another order",
  between: "Between the cells",
};

const STEP_GOALS: Record<StepKind, string> = {
  hands: "Play the hands only. Where the feet have a note, wait: the gap stays as long as it is.",
  feet: "Play the feet only, against the quarter notes.",
  together: "All limbs on the snare and the pedals, slowly enough that nothing is hurried.",
  levels: "Ghost notes low and soft, accents alike. Listen to the difference more than to the speed.",
  cell: "This cell by itself, round and round to the next beat.",
  join: "From one cell into the next: the join is what is practised.",
  whole: "The whole phrase on the snare until you feel it over the quarter notes.",
  basic: "Only accents and first notes go away from the snare.",
  full: "The whole phrase where it is voiced.",
  form: "Play the groove, then the phrase, then land. Only the phrase is judged.",
  "other-lead": "The same phrase, left and right changed over.",
  "other-order": "Begin with the second cell; the first one comes last.",
  between: "The cells come in another order each time. Read ahead, and keep the time.",
};

export function nameStep({ kind, cells }: Pick<PlanStep, "kind" | "cells">): string {
  return cells.length > 0 ? `${STEP_NAMES[kind]}: ${cells.join(" into ")}` : STEP_NAMES[kind];
}

export function sayGoal({ kind }: Pick<PlanStep, "kind">): string {
  return STEP_GOALS[kind];
}

export function wordReason(reason: StepReason): string {
  switch (reason.code) {
    case "hands-first":
      return `${plural(reason.kicks, "note")} of the feet will come in between: the hands must not close the gap.`;
    case "feet-first":
      return `The feet have ${plural(reason.strokes, "note")}; against the pulse you hear whether they are even.`;
    case "put-together":
      return "Hands and feet are ready; slow is where they meet.";
    case "levels":
      return reason.ghosts > 0
        ? `${plural(reason.ghosts, "ghost note")} and ${plural(reason.accents, "accent")}: when the soft notes are not soft it sounds clumsy.`
        : `${plural(reason.accents, "accent")} among the rest: they make the shape that is heard.`;
    case "bottleneck":
      return `Your ceiling for the whole is ${sayBpm(reason.ceiling)}, and this is where it is set.`;
    case "cell":
      return reason.times > 1 ? `It comes ${reason.times} times in the phrase.` : "A short piece is learned sooner.";
    case "join":
      return "Phrases break where one cell goes into the next.";
    case "sticking":
      return "On one drum you hear whether the sticking is learned, before the moves get in the way.";
    case "few-moves":
      return `The hands go to ${plural(reason.surfaces, "surface")}; first only to those that are heard most.`;
    case "all-moves":
      return `Now every move, to ${plural(reason.surfaces, "surface")}.`;
    case "in-time":
      return "A fill is there to come out of the groove and back into it.";
    case "both-leads":
      return "What both hands can lead is known; and it may have to start with either.";
    case "own-order":
      return "A phrase learned as one lump cannot be varied.";
    case "no-lump":
      return "Cells that come in any order are yours to improvise with.";
  }
}

export const RESULT_NAMES: Record<Result, string> = { clean: "clean", nearly: "nearly", no: "not yet" };

export const STRICTNESS_WORDS: Record<Strictness, { readonly name: string; readonly does: string }> = {
  gentle: { name: "Gentle", does: "lets small slips pass while you learn" },
  standard: { name: "Standard", does: "what a band would call clean" },
  strict: { name: "Strict", does: "what a recording shows" },
};

export const FAULT_NAMES: Record<FaultKind, string> = {
  missed: "notes missing",
  "missed-ghosts": "ghost notes missing",
  extra: "notes too many",
  elsewhere: "wrong surface",
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
  if (numbers.length <= 3) return `notes ${numbers.slice(0, -1).join(", ")} and ${numbers.at(-1)}`;
  return `notes ${numbers.slice(0, 2).join(", ")} and ${numbers.length - 2} more`;
}

const FEET: Record<"K" | "H", string> = { K: "kick", H: "hi-hat foot" };

/** The one thing to mend, in one sentence. */
export function wordFault({ kind, limb, after, by, count = 0, slots }: Fault): string {
  const who = limb ? capital(LIMB_NAMES[limb]) : "";
  const at = slots.length > 0 ? `: ${listNotes(slots)}` : "";
  switch (kind) {
    case "missed":
      return `${capital(notes(count, "note"))} missing${at}.`;
    case "missed-ghosts":
      return `${capital(notes(count, "ghost note"))} missing${at}.`;
    case "extra":
      return `${capital(notes(count, "note"))} too many.`;
    case "elsewhere":
      return `${capital(notes(count, "note"))} on another surface${at}.`;
    case "other-limb":
      return `${capital(notes(count, "note"))} by the other limb${at}.`;
    case "flams":
      return `Limbs fall together ${count === 1 ? "once" : `${count} times`}${at}.`;
    case "unisons":
      return `What goes together is ${ms(by)} apart${at}.`;
    case "rushing":
      return `Rushing: ${ms(by)} ahead by the end.`;
    case "dragging":
      return `Dragging: ${ms(by)} behind by the end.`;
    case "early":
      return `All of it ${ms(by)} ahead of the click.`;
    case "late":
      return `All of it ${ms(by)} behind the click.`;
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
      return `${who} uneven: its notes wander by ${ms(by)}.`;
    case "unsteady":
      return `Unsteady: notes wander by ${ms(by)}.`;
    case "accents-weak":
      return `Accents hardly louder than the rest (${(by ?? 0).toFixed(1)} dB).`;
    case "ghosts-loud":
      return `Soft notes not soft enough (${(by ?? 0).toFixed(1)} dB below the rest).`;
  }
}

/** What to try against a fault: one thing. */
export function wordRemedy({ kind, limb }: Fault): string {
  switch (kind) {
    case "missed":
    case "extra":
      return "Say the sticking aloud once, then play it.";
    case "missed-ghosts":
      return "Let the stick fall from low; it needs no force, but it needs to sound.";
    case "elsewhere":
      return "Look at the next surface before the hand leaves.";
    case "other-limb":
      return "Slow down until each letter is a decision.";
    case "flams":
      return "Leave the gap: the foot answers the hand, it does not join it.";
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
        ? "Feet alone for a while, against the click."
        : "Lead the same cell with this hand a few times.";
    case "uneven-limb":
    case "unsteady":
      return "Smaller motions; even before fast.";
    case "accents-weak":
      return "Raise the stick for accents, do not hit harder.";
    case "ghosts-loud":
      return "Keep the soft hand an inch from the head.";
  }
}

/** What became of the tempo. */
export function wordChange(change: Change, tempo: number): string {
  switch (change) {
    case "up":
      return `Up to ${Math.round(tempo)}.`;
    case "down":
      return `Down to ${Math.round(tempo)}: right at a slow tempo is worth more than wrong at a fast one.`;
    case "passed":
      return "This step is learned.";
    case "stay":
      return "";
  }
}

/** Why back to one drum. */
export function wordBack(clean: number | null, tempo: number): string {
  const had =
    clean === null ? "On one drum it is not learned yet" : `On one drum you had it clean at ${Math.round(clean)}`;
  return `${had}; moving round the kit it falls apart at ${Math.round(tempo)}. Then it is the sticking that is not sure enough yet. Go back to one drum until you need not think of it.`;
}

export function wordToday(reason: TodayReason): string {
  switch (reason.code) {
    case "due":
      return reason.daysOver === 0 ? "Learned: due to come back today" : `Learned: due ${daysAgo(reason.daysOver)}`;
    case "near":
      return reason.missing === 0 ? "At its goal: finish its steps" : `${reason.missing} bpm from its goal`;
    case "going":
      return reason.daysAgo === 0 ? "Going on from earlier today" : `Going on from ${daysAgo(reason.daysAgo)}`;
    case "neglected":
      return `Not touched for ${plural(reason.daysAgo, "day")}`;
    case "new":
      return "New: begin with its first step";
  }
}

export function daysAgo(days: number): string {
  return days === 0 ? "today" : days === 1 ? "yesterday" : `${days} days ago`;
}

export const CARE_WORDS: Record<CareKind, { readonly title: string; readonly words: string }> = {
  hearing: {
    title: "Ears",
    words:
      "Drums harm hearing for good, without hurting. Wear protection at the kit and keep headphones low. If your ears ring or sounds are dull afterwards, rest them and ask a clinician.",
  },
  "warm-up": {
    title: "Warm up",
    words: "A few minutes of easy strokes first, small and loose. Cold hands play tense.",
  },
  break: {
    title: "Time for a break",
    words:
      "Put the sticks down for five minutes: stand up, shake out hands, shoulders and back. It counts as practice.",
  },
  tension: {
    title: "Tense?",
    words:
      "The tempo has gone down three times in a row. Loosen grip, jaw and shoulders, or leave it for today. Pain or numbness is a sign to stop, and to see a qualified teacher or clinician.",
  },
};

/** "14 ms late", "3 ms early", "on time". */
export function sayOffset(seconds: number | null): string {
  if (seconds === null) return "–";
  const off = Math.round(seconds * 1000);
  return off === 0 ? "on time" : `${Math.abs(off)} ms ${off > 0 ? "late" : "early"}`;
}

export function sayLimb(limb: Limb): string {
  return capital(LIMB_NAMES[limb]);
}
