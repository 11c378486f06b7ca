/** Kits, movement and placings in a drummer's words. */

import {
  type Crossing,
  type Demand,
  isHand,
  type Kit,
  type KitProblem,
  type Limb,
  type LongReach,
  PLACE_NAMES,
  type PlacingPart,
  type PlacingProblem,
  type Player,
  type PlayerLevel,
  type Timeline,
  type Variant,
  type VariantKind,
  type VoicingKind,
} from "~/core";
import { wordBottleneck } from "./ceiling";
import { capital, LIMB_NAMES } from "./slot";

export const PLAYER_NAMES: Record<Player, string> = {
  hands: "hands",
  "right-foot": "right foot",
  "left-foot": "left foot",
};

export const LEVEL_OF_PLAYER: Record<PlayerLevel, { readonly name: string; readonly does: string }> = {
  learner: { name: "Learner", does: "sixteenths hand to hand up to about 120" },
  working: { name: "Working drummer", does: "sixteenths hand to hand up to about 180" },
  advanced: { name: "Advanced", does: "sixteenths hand to hand up to about 240" },
};

/** Plain advice for what is in the way: habits of the field, no measurement. */
export function adviseOn({ kind, limb }: Demand): string {
  switch (kind) {
    case "move":
      return isHand(limb)
        ? "Let the rebound carry the stick across, and turn from the hips rather than reach; a lower arc is shorter."
        : "Slide the heel rather than lift the foot.";
    case "cross":
      return "The hand underneath stays low and strikes near its own rim; the one on top lifts only as far as it must. Or open the hands.";
    case "double":
      return isHand(limb)
        ? "Let the second stroke be the rebound; open the fingers rather than grip."
        : "Let the beater come back by itself; try heel up.";
    case "turn":
    case "burst":
      return "Loosen the grip, smaller strokes; tension shows here first.";
    case "singles":
    case "stamina":
      return "Smaller strokes, and doubles where the line allows them. Stop when it hurts or goes numb, and ask a teacher or clinician.";
  }
}

export function wordKitProblem(problem: KitProblem): { readonly what: string; readonly mend: string } {
  switch (problem.kind) {
    case "no-snare":
      return {
        what: "The kit has no snare: strokes that are put nowhere sound on what is nearest.",
        mend: "Add a snare",
      };
    case "no-cymbal":
      return { what: "The kit has no cymbal: groove and crash sound on drums.", mend: "Add a hi-hat" };
    case "no-bass-drum":
      return { what: "The kit has no bass drum: its foot has nothing to play.", mend: "Add a bass drum" };
    case "overlap":
      return {
        what: `${capital(PLACE_NAMES[problem.place])} and ${PLACE_NAMES[problem.other]} stand on top of one another.`,
        mend: "Move it to the nearest free spot",
      };
    case "far":
      return {
        what: `${capital(PLACE_NAMES[problem.place])} is ${Math.round(problem.reach)} cm from the nearer shoulder: you would have to lean.`,
        mend: "Bring it within reach",
      };
  }
}

export function wordPlacingProblem(problem: PlacingProblem, timeline: Timeline, kit: Kit): string {
  switch (problem.code) {
    case "no-strokes":
      return "No hand plays in this phrase, so there is nothing to place.";
    case "too-long":
      return `The phrase has ${problem.strokes} hand strokes; up to ${problem.most} are placed at once. Place a part of it as a fill of its own.`;
    case "no-surfaces":
      return "No surface is chosen that the hands could play. Choose one or more.";
    case "too-fast":
      return `Nowhere on the kit: ${wordBottleneck(timeline, problem.ceiling, kit)} That does not depend on the surfaces. Lower the tempo, or take an easier version.`;
  }
}

interface RuleWords {
  readonly name: string;
  readonly does: string;
}
export const RULE_WORDS: Record<VoicingKind, RuleWords> = {
  one: { name: "One surface", does: "everything on one" },
  split: { name: "Split hands", does: "each hand has its own" },
  oblique: { name: "One hand travels", does: "the other stays: oblique motion" },
  parallel: { name: "Both travel together", does: "parallel motion" },
  "by-cell": { name: "By cell", does: "each cell has its drum" },
  "by-note": { name: "By place in the cell", does: "the first note of each cell, say" },
  accents: { name: "Accents away", does: "ghosts stay" },
  travel: { name: "Round the kit", does: "down, up, there and back" },
  "flam-split": { name: "Flam over two drums", does: "the grace note elsewhere" },
  unison: { name: "Hands together", does: "on two drums" },
  "with-kick": { name: "Cymbal with the kick", does: "hands that land with it" },
  "home-last": { name: "Home on the last", does: "the last stroke comes back" },
  backbeat: { name: "Keep the backbeat", does: "2 and 4 stay on the snare" },
};

export const PLACING_WORDS: Record<
  PlacingPart,
  { readonly name: string; readonly less: string; readonly more: string; readonly sign: string }
> = {
  ease: { name: "Ease", less: "", more: "time to spare", sign: "easy" },
  travel: { name: "Travel", less: "stay near", more: "go far", sign: "travel" },
  melody: { name: "Melody", less: "goes up", more: "goes down", sign: "down" },
  contrast: { name: "Accents away", less: "", more: "accents off the snare, ghosts on it", sign: "contrast" },
  crossing: { name: "Crossing", less: "never", more: "hands cross", sign: "cross" },
  backbeat: { name: "Backbeat", less: "", more: "snare on 2 and 4", sign: "2 and 4" },
};

const VARIANTS: Record<VariantKind, RuleWords> = {
  "kicks-on-beats": { name: "Bass drum on the beats only", does: "quarter notes under the hands" },
  "kick-leaves-unisons": { name: "Unisons to single strokes", does: "the feet leave where a hand plays" },
  "single-kicks": { name: "Single kicks", does: "the second of two goes" },
  "no-kicks": { name: "Without the bass drum", does: "its gaps are kept" },
  "plain-strokes": { name: "Without grace notes", does: "flams and drags become plain" },
  "one-stroke-a-slot": { name: "One stroke a slot", does: "quick doubles become single" },
  "doubles-for-singles": { name: "Doubles for singles", does: "two with each hand" },
  "one-drum": { name: "All on the snare", does: "the sticking by itself" },
  "shorter-reach": { name: "A shorter reach", does: "" },
  "leave-out": { name: "Leave one stroke out", does: "the one that comes too soon" },
  "kicks-in-gaps": { name: "Kicks in the gaps", does: "every silence" },
  "kicks-under-accents": { name: "Kicks under the accents", does: "in unison" },
  "double-kicks": { name: "Double kicks", does: "two in the time of one" },
  "quick-doubles": { name: "Quick doubles", does: "two in each soft slot" },
  "flams-on-accents": { name: "Flams on the accents", does: "" },
  "singles-for-doubles": { name: "Singles for doubles", does: "hand to hand" },
  "accents-on-toms": { name: "Accents on the toms", does: "the backbeat stays" },
};

export function wordVariant({ kind, put }: Variant): RuleWords {
  const words = VARIANTS[kind];
  return put ? { ...words, does: `note ${put.slot + 1} on ${PLACE_NAMES[put.place]}` } : words;
}

function listNotes(slots: readonly number[]): string {
  const shown = slots.slice(0, MOST_NOTES).map((slot) => slot + 1);
  const many = slots.length > MOST_NOTES ? ` and ${slots.length - MOST_NOTES} more` : "";
  return `${slots.length === 1 ? "note" : "notes"} ${shown.join(", ")}${many}`;
}
const MOST_NOTES = 8;

/** "Right hand over left, hi-hat over snare: notes 1, 2". */
export function wordCrossing({ over, at, under, slots }: Crossing): string {
  const hands = `${LIMB_NAMES[over]} over ${over === "R" ? "left" : "right"}`;
  return `${capital(hands)}, ${PLACE_NAMES[at]} over ${PLACE_NAMES[under]}: ${listNotes(slots)}.`;
}

/** "Left hand to the ride, 121 cm from its shoulder: note 5." */
export function wordReach({ hand, place, reach, slots, isNearer }: LongReach): string {
  const other = isNearer ? ` The ${hand === "R" ? "left" : "right"} hand has it within reach.` : "";
  return `${capital(LIMB_NAMES[hand])} to the ${PLACE_NAMES[place]}, ${Math.round(reach)} cm from its shoulder: ${listNotes(slots)}.${other}`;
}

/** "right hand 4.2 a second". */
export function sayStrokes(rate: number | null): string {
  return rate === null ? "–" : rate.toFixed(1);
}

export function shortLimb(limb: Limb): string {
  return { R: "Right", L: "Left", K: "Bass drum", H: "Other foot" }[limb];
}
