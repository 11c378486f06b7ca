/** Steps, faults and advice of the Shed, as a patient teacher would say them. */

import type { Fault, FaultKind, Result, Strictness } from "~/core/listening";
import type { CareKind, Change, PlanStep, RunKind, StepKind, StepReason, TodayReason } from "~/core/practice";
import type { Limb } from "~/core/stroke";
import { sayBpm } from "./ceiling";
import { listAnd } from "./list";
import { capital, LIMB_NAMES } from "./slot";
import { plural } from "./time";

export const STEP_NAMES: Record<StepKind, string> = {
  hear: "Hear it once",
  count: "Count it aloud",
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

/** A flow counts as one more kind of run. */
export const RUN_NAMES: Record<RunKind, string> = { ...STEP_NAMES, flow: "Flow" };

const STEP_GOALS: Record<StepKind, string> = {
  hear: "Sticks down. Listen to the phrase in its groove, and where it lands.",
  count: "Let it go round and count every note aloud, as it stands under the rail. Clap it if you like.",
  hands: "Play the hands only. Where the feet have a note, leave the gap at its full length.",
  feet: "Play the feet only, against the quarter notes.",
  together: "Hands on the snare, feet on the pedals, slow enough that nothing is rushed.",
  levels: "Ghost notes low and soft, all accents equally loud. Listen for the difference, not the speed.",
  cell: "Loop this cell by itself, up to the next beat.",
  join: "From one cell into the next. You are practising the join.",
  whole: "The whole phrase on the snare until you feel it over the quarter notes.",
  basic: "Only accents and first notes leave the snare.",
  full: "The whole phrase with its full orchestration.",
  form: "Play the groove, then the phrase, then land. Only the phrase is judged.",
  "other-lead": "The same phrase with left and right swapped.",
  "other-order": "Begin with the second cell and play the first one last.",
  between: "The cells come in a different order each time. Read ahead and keep time.",
};

export function nameStep({ kind, cells }: Pick<PlanStep, "kind" | "cells">): string {
  return cells.length > 0 ? `${STEP_NAMES[kind]}: ${cells.join(" into ")}` : STEP_NAMES[kind];
}

export function sayGoal({ kind }: Pick<PlanStep, "kind">): string {
  return STEP_GOALS[kind];
}

export function wordReason(reason: StepReason): string {
  switch (reason.code) {
    case "sound-first":
      return "You play what you can hear in your head.";
    case "know-where":
      return "What you can count, you can place. Most slips are places that nobody was sure of.";
    case "hands-first":
      return `${plural(reason.kicks, "note")} for the feet will come in between. Don't close the gap.`;
    case "feet-first":
      return `The feet have ${plural(reason.strokes, "note")}. Against the pulse you hear whether they are even.`;
    case "put-together":
      return "Hands and feet are ready. Put them together slowly.";
    case "levels":
      return reason.ghosts > 0
        ? `${plural(reason.ghosts, "ghost note")} and ${plural(reason.accents, "accent")}: if the soft notes aren't soft, it sounds clumsy.`
        : `${plural(reason.accents, "accent")} in the phrase. They make the shape that listeners hear.`;
    case "bottleneck":
      return `Your top tempo for the whole phrase is ${sayBpm(reason.ceiling)}, and this is what limits it.`;
    case "cell":
      return reason.times > 1 ? `It comes ${reason.times} times in the phrase.` : "You learn a short piece sooner.";
    case "join":
      return "Phrases break where one cell goes into the next.";
    case "sticking":
      return "On one drum you hear whether you know the sticking, before the moves get in the way.";
    case "few-moves":
      return `The hands go to ${plural(reason.surfaces, "drum or cymbal", "drums and cymbals")}. Start with the moves that are heard most.`;
    case "all-moves":
      return `Now every move, to ${plural(reason.surfaces, "drum or cymbal", "drums and cymbals")}.`;
    case "in-time":
      return "A fill has to come out of the groove and go back into it.";
    case "both-leads":
      return "You know a phrase when either hand can lead it.";
    case "own-order":
      return "A phrase learned as one block is hard to vary.";
    case "no-lump":
      return "Once you can play the cells in any order, you can improvise with them.";
  }
}

/** "About 35 minutes of practice": to the nearest five from ten on. */
export function sayMinutes(minutes: number): string {
  const rounded = minutes < 10 ? Math.max(1, Math.round(minutes)) : Math.round(minutes / 5) * 5;
  return `about ${plural(rounded, "minute")}`;
}

export const RESULT_NAMES: Record<Result, string> = { clean: "clean", nearly: "nearly", no: "not yet" };

export const STRICTNESS_WORDS: Record<Strictness, { readonly name: string; readonly does: string }> = {
  gentle: { name: "Gentle", does: "lets small slips pass while you learn" },
  standard: { name: "Standard", does: "what a band would call clean" },
  strict: { name: "Strict", does: "what a recording would show" },
};

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

/** What went wrong most, in one sentence. */
export function wordFault({ kind, limb, after, by, count = 0, slots }: Fault): string {
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

/** What to try against a fault: one thing. */
export function wordRemedy({ kind, limb }: Fault): string {
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

/** What became of the tempo. */
export function wordChange(change: Change, tempo: number): string {
  switch (change) {
    case "up":
      return `Up to ${Math.round(tempo)}.`;
    case "down":
      return `Down to ${Math.round(tempo)}: clean and slow beats fast and sloppy.`;
    case "passed":
      return "This step is learned.";
    case "stay":
      return "";
  }
}

/** Why back to one drum. */
export function wordBack(clean: number | null, tempo: number): string {
  const had =
    clean === null
      ? "You haven't learned it on one drum yet"
      : `You played it clean on one drum at ${Math.round(clean)}`;
  return `${had}. Round the kit it falls apart at ${Math.round(tempo)}, so the sticking isn't secure yet. Go back to one drum until you don't have to think about it.`;
}

export function wordToday(reason: TodayReason): string {
  switch (reason.code) {
    case "due":
      return reason.daysOver === 0 ? "Learned: review it today" : `Learned: review was due ${daysAgo(reason.daysOver)}`;
    case "near":
      return reason.missing === 0 ? "At its goal: finish the steps" : `${reason.missing} bpm from its goal`;
    case "going":
      return reason.daysAgo === 0 ? "Continue from earlier today" : `Continue from ${daysAgo(reason.daysAgo)}`;
    case "neglected":
      return `Not practised for ${plural(reason.daysAgo, "day")}`;
    case "next":
      return `Next in “${reason.lesson}”`;
    case "new":
      return "New: start with its first step";
  }
}

export function daysAgo(days: number): string {
  return days === 0 ? "today" : days === 1 ? "yesterday" : `${days} days ago`;
}

export const CARE_WORDS: Record<CareKind, { readonly title: string; readonly words: string }> = {
  hearing: {
    title: "Protect your ears",
    words:
      "Drums can damage your hearing for good without hurting. Wear ear protection at the kit and keep headphones low. If your ears ring or sounds are dull afterwards, rest them and see a doctor or an audiologist.",
  },
  "warm-up": {
    title: "Warm up",
    words: "A few minutes of easy strokes first, small and loose. Cold hands are tense hands.",
  },
  break: {
    title: "Time for a break",
    words:
      "Put the sticks down for five minutes. Stand up and shake out your hands, shoulders and back. Breaks are part of practice.",
  },
  tension: {
    title: "Tense?",
    words:
      "The tempo has gone down three times in a row. Loosen your grip, jaw and shoulders, or leave it for today. If it hurts or goes numb, stop and see a qualified teacher or a doctor.",
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
