/** What may be kept of how the app listens: what it listens to, how strictly, and the settings of each input. */

import { z } from "zod";
import { STRICTNESSES } from "~/core/listening";
import { KIT_VOICES, LIMBS } from "~/core/stroke";
import { SOURCES } from "./sources";

/** Pads that a kit may have; MIDI has so many notes. */
const MAX_PADS = 128;
const milliseconds = z.number().min(-250).max(500);

export const drummerSchema = z.strictObject({
  seed: z.number().int().min(0).max(1_000_000),
  steadiness: z.number().min(0).max(80),
  rushing: z.number().min(-0.1).max(0.1),
  weakHand: z.enum(["R", "L"]),
  weakLate: z.number().min(-80).max(80),
  feetLate: z.number().min(-80).max(80),
  missedGhosts: z.number().min(0).max(1),
  flams: z.number().min(0).max(1),
  flatness: z.number().min(0).max(1),
});

export const listeningSchema = z.strictObject({
  source: z.enum(SOURCES),
  strictness: z.enum(STRICTNESSES),
  /** Keys by their place on the keyboard (KeyboardEvent.code), each a limb's pad. */
  keys: z.record(z.enum(LIMBS), z.string().min(1).max(32)),
  /** Notes that were learned by hitting, over those of the kit. */
  pads: z
    .record(z.string().regex(/^\d{1,3}$/), z.enum(KIT_VOICES))
    .refine((pads) => Object.keys(pads).length <= MAX_PADS, "has too many pads"),
  /** Velocity curve: what is under 1 lifts soft hits, what is over it presses them down. */
  curve: z.number().min(0.3).max(3),
  /** How late hits are reported, as it was tapped along. */
  latency: z.strictObject({ keys: milliseconds, midi: milliseconds }),
  /** A hit on it, when it is not in the step, goes to the next step. */
  nextPad: z.enum(KIT_VOICES).nullable(),
  /** Whether the next step begins by itself. */
  goesOn: z.boolean(),
  /** Whether the phrase sounds too, or only clicks and groove. */
  playsAlong: z.boolean(),
  /** Minutes; 0 for never. */
  breakAfter: z.number().int().min(0).max(120),
  drummer: drummerSchema,
});
export type Listening = z.infer<typeof listeningSchema>;
