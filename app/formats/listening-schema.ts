/** Schema of the listening settings: the source, its strictness, and each input's settings. */

import { z } from "zod";
import { STRICTNESSES } from "~/core/listening";
import { KIT_VOICES, LIMBS } from "~/core/stroke";
import { SOURCES } from "./sources";

/** Maximum number of pads: MIDI has this many notes. */
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
  /** Keys by position on the keyboard (KeyboardEvent.code), each a limb's pad. */
  keys: z.record(z.enum(LIMBS), z.string().min(1).max(32)),
  /** Notes learned by hitting a pad; they override the kit's. */
  pads: z
    .record(z.string().regex(/^\d{1,3}$/), z.enum(KIT_VOICES))
    .refine((pads) => Object.keys(pads).length <= MAX_PADS, "has too many pads"),
  /** Velocity curve: below 1 raises soft hits, above 1 lowers them. */
  curve: z.number().min(0.3).max(3),
  /** Latency of its hits, measured by tapping along. */
  latency: z.strictObject({ keys: milliseconds, midi: milliseconds }),
  /** A hit on this pad advances to the next step, if the step doesn't use it. */
  nextPad: z.enum(KIT_VOICES).nullable(),
  /** Whether the next step starts automatically. */
  goesOn: z.boolean(),
  /** Whether the phrase plays too, or only clicks and groove. */
  playsAlong: z.boolean(),
  /** Minutes; 0 for never. */
  breakAfter: z.number().int().min(0).max(120),
  drummer: drummerSchema,
});
export type Listening = z.infer<typeof listeningSchema>;
