/**
 * Property tests try the same inputs on every run, so that a failure comes back when it is looked for. FC_SEED gives
 * another seed, FC_RUNS more inputs.
 */

import fc from "fast-check";

const FIXED_SEED = 20_260_301;

fc.configureGlobal({
  seed: Number(process.env.FC_SEED ?? FIXED_SEED),
  ...(process.env.FC_RUNS ? { numRuns: Number(process.env.FC_RUNS) } : {}),
});
