/**
 * Property tests use the same inputs on every run, so that failures are reproducible. FC_SEED sets another seed,
 * FC_TIMES=10 tries ten times as many inputs.
 */

import fc from "fast-check";

const FIXED_SEED = 20_260_301;
const USUAL = 100;
const times = Number(process.env.FC_TIMES ?? 1);

fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? FIXED_SEED), numRuns: USUAL * times });

/** The number of inputs, multiplied as requested: what `npm test` tries is only a start. */
export const runs = (few: number) => ({ numRuns: few * times });
