/** Steps, results and advice of the Shed, as a patient teacher would put them. */

import type { Result, Strictness } from "~/core/listening";
import type { CareKind, PlanStep, RunKind, StepKind, StepReason, TempoChange, TodayReason } from "~/core/practice";
import type { Limb } from "~/core/stroke";
import { describeBpm } from "./ceiling";
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

/** A flow counts as another kind of run. */
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

export function describeStep({ kind, cells }: Pick<PlanStep, "kind" | "cells">): string {
  return cells.length > 0 ? `${STEP_NAMES[kind]}: ${cells.join(" into ")}` : STEP_NAMES[kind];
}

export function describeGoal({ kind }: Pick<PlanStep, "kind">): string {
  return STEP_GOALS[kind];
}

export function describeReason(reason: StepReason): string {
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
      return `Your top tempo for the whole phrase is ${describeBpm(reason.ceiling)}, and this is what limits it.`;
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

/** "About 35 minutes of practice": rounded to five from ten up. */
export function describeMinutes(minutes: number): string {
  const rounded = minutes < 10 ? Math.max(1, Math.round(minutes)) : Math.round(minutes / 5) * 5;
  return `about ${plural(rounded, "minute")}`;
}

export const RESULT_NAMES: Record<Result, string> = { clean: "clean", nearly: "nearly", no: "not yet" };

export const STRICTNESS_WORDS: Record<Strictness, { readonly name: string; readonly does: string }> = {
  gentle: { name: "Gentle", does: "lets small slips pass while you learn" },
  standard: { name: "Standard", does: "what a band would call clean" },
  strict: { name: "Strict", does: "what a recording would show" },
};

/** The change of tempo. */
export function describeChange(change: TempoChange, tempo: number): string {
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

/** Why to go back to one drum. */
export function describeBack(clean: number | null, tempo: number): string {
  const had =
    clean === null
      ? "You haven't learned it on one drum yet"
      : `You played it clean on one drum at ${Math.round(clean)}`;
  return `${had}. Round the kit it falls apart at ${Math.round(tempo)}, so the sticking isn't secure yet. Go back to one drum until you don't have to think about it.`;
}

export function describeToday(reason: TodayReason): string {
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
export function describeOffset(seconds: number | null): string {
  if (seconds === null) return "–";
  const off = Math.round(seconds * 1000);
  return off === 0 ? "on time" : `${Math.abs(off)} ms ${off > 0 ? "late" : "early"}`;
}

export function describeLimb(limb: Limb): string {
  return capital(LIMB_NAMES[limb]);
}
