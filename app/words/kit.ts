/** Kits, movement and orchestrations in a drummer's words. */

import type { Kit, KitProblem, PlayedBy } from "~/core/kit";
import type { OrchestrationKind } from "~/core/orchestration";
import type { OrchestrationPart, OrchestrationProblem } from "~/core/orchestration-search";
import {
  type Crossing,
  type Demand,
  type LongReach,
  limitsOf,
  type PlayerLevel,
  type Variant,
  type VariantKind,
} from "~/core/player";
import { isHand, KIT_VOICE_NAMES, type Limb } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { describeBottleneck } from "./ceiling";
import { capital, LIMB_NAMES } from "./slot";

export const PLAYED_BY_NAMES: Record<PlayedBy, string> = {
  hands: "hands",
  "right-foot": "right foot",
  "left-foot": "left foot",
};

export const LEVEL_OF_PLAYER: Record<PlayerLevel, { readonly name: string; readonly does: string }> = {
  learner: { name: "Learner", does: handToHand("learner") },
  working: { name: "Working drummer", does: handToHand("working") },
  advanced: { name: "Advanced", does: handToHand("advanced") },
};

/** As estimated, rounded to five. */
function handToHand(level: PlayerLevel): string {
  const bpm = 60 / (4 * limitsOf(level, "R").coordination.hands);
  return `sixteenths hand to hand up to about ${Math.round(bpm / 5) * 5}`;
}

/** Plain advice for common obstacles: habits of the field, not measurements. */
export function adviseOn({ kind, limb }: Demand): string {
  switch (kind) {
    case "move":
      return isHand(limb)
        ? "Let the rebound carry the stick across, and turn from the hips instead of reaching. A lower arc is shorter."
        : "Slide your heel instead of lifting the foot.";
    case "cross":
      return "Keep the lower hand low and play near the rim. Lift the upper hand only as far as you need. Or play it open-handed.";
    case "bounce":
    case "double":
      return isHand(limb)
        ? "Let the second stroke be the rebound. Open your fingers instead of gripping."
        : "Let the beater come back by itself. Try heel up.";
    case "turn":
    case "burst":
      return "Loosen your grip and make the strokes smaller. Tension shows here first.";
    case "coordination":
      return "Practise the change from one limb to the next slowly, and even: count aloud, and let each stroke finish before the next begins.";
    case "buzz":
      return "Press less and let the bounces last: the next hand begins while this one still sounds.";
    case "choke":
      return "Leave a rest after the choke, or let the hand that is nearer take hold of the cymbal.";
    case "singles":
      return "Make the strokes smaller, and use doubles where the line allows. If it hurts or goes numb, stop and see a qualified teacher or a doctor.";
  }
}

export function describeKitProblem(problem: KitProblem): { readonly what: string; readonly remedy: string } {
  switch (problem.kind) {
    case "no-snare":
      return {
        what: "This kit has no snare. Strokes without a drum of their own play on the nearest one.",
        remedy: "Add a snare",
      };
    case "no-cymbal":
      return { what: "This kit has no cymbal. The groove and the crash play on drums.", remedy: "Add a hi-hat" };
    case "no-bass-drum":
      return { what: "This kit has no bass drum, so that foot has nothing to play.", remedy: "Add a bass drum" };
    case "overlap":
      return {
        what: `${capital(KIT_VOICE_NAMES[problem.place])} and ${KIT_VOICE_NAMES[problem.other]} overlap.`,
        remedy: "Move it to the nearest free spot",
      };
    case "far":
      return {
        what: `${capital(KIT_VOICE_NAMES[problem.place])} is ${Math.round(problem.reach)} cm from your nearer shoulder, so you would have to lean.`,
        remedy: "Bring it within reach",
      };
  }
}

export function describeOrchestrationProblem(problem: OrchestrationProblem, timeline: Timeline, kit: Kit): string {
  switch (problem.code) {
    case "no-strokes":
      return "No hand plays in this phrase, so there is nothing to move round the kit.";
    case "too-long":
      return `This phrase has ${problem.strokes} hand strokes, and the search takes up to ${problem.most}. Make a part of it a fill of its own.`;
    case "no-surfaces":
      return "Choose at least one drum or cymbal that the hands can play.";
    case "too-fast":
      return `Too fast anywhere on the kit. ${describeBottleneck(timeline, problem.ceiling, kit)} Other drums don't change that. Lower the tempo or use an easier version.`;
  }
}

interface RuleWords {
  readonly name: string;
  readonly does: string;
}
export const RULE_WORDS: Record<OrchestrationKind, RuleWords> = {
  one: { name: "One drum or cymbal", does: "everything on one" },
  split: { name: "Hands apart", does: "each hand has its own drum or cymbal" },
  oblique: { name: "One hand travels", does: "the other stays: oblique motion" },
  parallel: { name: "Both travel together", does: "parallel motion" },
  "by-cell": { name: "By cell", does: "each cell has its drum" },
  "by-note": { name: "By place in the cell", does: "such as the first note of each cell" },
  accents: { name: "Accents move", does: "ghosts stay" },
  travel: { name: "Round the kit", does: "down, up, there and back" },
  "flam-split": { name: "Flam over two drums", does: "the grace note elsewhere" },
  unison: { name: "Hands together", does: "on two drums" },
  "with-kick": { name: "Cymbal with the kick", does: "hands that land with it" },
  "home-last": { name: "Last stroke on the snare", does: "however far it has travelled" },
  backbeat: { name: "Keep the backbeat", does: "2 and 4 stay on the snare" },
};

export const PLACING_WORDS: Record<
  OrchestrationPart,
  { readonly name: string; readonly less: string; readonly more: string; readonly sign: string }
> = {
  ease: { name: "Ease", less: "", more: "with time to spare", sign: "easy" },
  travel: { name: "Travel", less: "stay near", more: "go far", sign: "travel" },
  melody: { name: "Melody", less: "goes up", more: "goes down", sign: "down" },
  contrast: { name: "Accents move", less: "", more: "accents off the snare, ghosts on it", sign: "contrast" },
  crossing: { name: "Crossing", less: "never", more: "hands cross", sign: "cross" },
  backbeat: { name: "Backbeat", less: "", more: "snare on 2 and 4", sign: "2 and 4" },
};

const VARIANTS: Record<VariantKind, RuleWords> = {
  "kicks-on-beats": { name: "Bass drum on the beats only", does: "quarter notes under the hands" },
  "kick-leaves-unisons": { name: "Unisons to single strokes", does: "no foot where a hand plays" },
  "single-kicks": { name: "Single kicks", does: "drops the second of two" },
  "no-kicks": { name: "Without the bass drum", does: "keeps its gaps" },
  "plain-strokes": { name: "Without grace notes", does: "flams and drags become plain" },
  "one-stroke-a-slot": { name: "One stroke at a time", does: "quick doubles become single" },
  "doubles-for-singles": { name: "Doubles for singles", does: "two with each hand" },
  "one-drum": { name: "All on the snare", does: "just the sticking" },
  "shorter-reach": { name: "A shorter reach", does: "" },
  "leave-out": { name: "Leave one stroke out", does: "the one that comes too soon" },
  "kicks-in-gaps": { name: "Kicks in the gaps", does: "every silence" },
  "kicks-under-accents": { name: "Kicks under the accents", does: "in unison" },
  "double-kicks": { name: "Double kicks", does: "two in the time of one" },
  "quick-doubles": { name: "Quick doubles", does: "two for each soft note" },
  "flams-on-accents": { name: "Flams on the accents", does: "" },
  "singles-for-doubles": { name: "Singles for doubles", does: "hand to hand" },
  "accents-on-toms": { name: "Accents on the toms", does: "the backbeat stays" },
};

export function describeVariant({ kind, put }: Variant): RuleWords {
  const words = VARIANTS[kind];
  return put ? { ...words, does: `note ${put.slot + 1} on ${KIT_VOICE_NAMES[put.place]}` } : words;
}

/** "notes 2, 4 and 8 more". */
export function listNotes(slots: readonly number[]): string {
  const shown = slots.slice(0, MAX_NOTES).map((slot) => slot + 1);
  const many = slots.length > MAX_NOTES ? ` and ${slots.length - MAX_NOTES} more` : "";
  return `${slots.length === 1 ? "note" : "notes"} ${shown.join(", ")}${many}`;
}
const MAX_NOTES = 8;

/** "Right hand over left, hi-hat over snare: notes 1, 2". */
export function describeCrossing({ over, at, under, slots }: Crossing): string {
  const hands = `${LIMB_NAMES[over]} over ${over === "R" ? "left" : "right"}`;
  return `${capital(hands)}, ${KIT_VOICE_NAMES[at]} over ${KIT_VOICE_NAMES[under]}: ${listNotes(slots)}.`;
}

/** "Left hand to the ride, 121 cm from its shoulder: note 5." */
export function describeReach({ hand, place, reach, slots, isNearer }: LongReach): string {
  const other = isNearer ? ` The ${hand === "R" ? "left" : "right"} hand has it within reach.` : "";
  return `${capital(LIMB_NAMES[hand])} to the ${KIT_VOICE_NAMES[place]}, ${Math.round(reach)} cm from its shoulder: ${listNotes(slots)}.${other}`;
}

/** "right hand 4.2 a second". */
export function describeStrokes(rate: number | null): string {
  return rate === null ? "–" : rate.toFixed(1);
}

export function shortLimb(limb: Limb): string {
  return { R: "Right", L: "Left", K: "Bass drum", H: "Other foot" }[limb];
}
