/**
 * Property tests try the same inputs on every run, so that a failure comes back when it is looked for. FC_SEED gives
 * another seed, FC_TIMES=10 ten times as many inputs.
 */

import fc from "fast-check";

const FIXED_SEED = 20_260_301;
const USUAL = 100;
const times = Number(process.env.FC_TIMES ?? 1);

fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? FIXED_SEED), numRuns: USUAL * times });

/** So many inputs, or as many times more as is asked for: what `npm test` tries is a beginning. */
export const runs = (few: number) => ({ numRuns: few * times });
