/** Picks exercises from many candidates: from easy to hard, all different enough and evenly spread. */

/** A candidate exercise. */
export interface Candidate {
  /** One symbol per position, for comparison. */
  readonly signs: readonly string[];
  /** Its top tempo for the player; null, meaning easiest, if nothing limits it. */
  readonly bpm: number | null;
}

export interface Graded<Of extends Candidate> {
  readonly chosen: Of;
  /** Possible replacements, nearest top tempo first. Each is as different from the rest of the set as the original. */
  readonly instead: readonly Of[];
}

export interface GradedSet<Of extends Candidate> {
  /** From easy to hard. */
  readonly items: readonly Graded<Of>[];
  /** Any two differ in at least this many positions; fewer than requested if there aren't enough candidates. */
  readonly apart: number;
}

/** Number of positions in which two candidates differ; extra positions of the longer one all count. */
export function differenceOf(a: Candidate, b: Candidate): number {
  const size = Math.max(a.signs.length, b.signs.length);
  let differences = 0;
  for (let at = 0; at < size; at++) if (a.signs[at] !== b.signs[at]) differences++;
  return differences;
}

const paceOf = ({ bpm }: Candidate) => bpm ?? Number.POSITIVE_INFINITY;

/**
 * Picks `count` candidates with top tempos spread as evenly as possible from easiest to hardest, any two of which
 * differ in `apart` positions. If there aren't enough, `apart` is lowered step by step, down to 1. Deterministic.
 */
export function gradeSet<Of extends Candidate>(
  candidates: readonly Of[],
  count: number,
  apart: number,
  instead = 4,
): GradedSet<Of> {
  const sorted = candidates.toSorted((a, b) => paceOf(b) - paceOf(a));
  let best: { readonly picked: readonly Of[]; readonly apart: number } = { picked: [], apart };
  for (let least = Math.max(1, apart); least >= 1; least--) {
    const picked = spread(sorted, count, least);
    if (picked.length > best.picked.length) best = { picked, apart: least };
    if (best.picked.length >= count) break;
  }
  const taken = new Set<Of>(best.picked);
  const items = best.picked
    .toSorted((a, b) => paceOf(b) - paceOf(a))
    .map((chosen): Graded<Of> => {
      const others = best.picked.filter((one) => one !== chosen);
      const near = sorted
        .filter((one) => !taken.has(one) && others.every((other) => differenceOf(one, other) >= best.apart))
        .toSorted((a, b) => distance(a, chosen) - distance(b, chosen))
        .slice(0, instead);
      for (const one of near) taken.add(one);
      return { chosen, instead: near };
    });
  return { items, apart: best.apart };
}

function distance(a: Candidate, b: Candidate): number {
  return paceOf(a) === paceOf(b) ? 0 : Math.abs(paceOf(a) - paceOf(b));
}

/**
 * For each of `count` tempos between the easiest and the hardest, the nearest candidate that differs enough from the
 * ones chosen before.
 */
function spread<Of extends Candidate>(sorted: readonly Of[], count: number, apart: number): Of[] {
  const known = sorted.filter(({ bpm }) => bpm !== null);
  const [most, least] = [known[0]?.bpm ?? 0, known.at(-1)?.bpm ?? 0];
  const picked: Of[] = [];
  // The ends first, then the middle, so that the set starts easy and ends hard even if few candidates differ enough.
  const order = [0, count - 1, ...Array.from({ length: Math.max(0, count - 2) }, (_, index) => index + 1)];
  for (const place of new Set(order.slice(0, count))) {
    const target = count > 1 ? most - ((most - least) * place) / (count - 1) : most;
    let best: Of | null = null;
    for (const one of sorted) {
      if (picked.some((other) => other === one || differenceOf(one, other) < apart)) continue;
      if (!best || off(one, target) < off(best, target)) best = one;
    }
    if (best) picked.push(best);
  }
  return picked;
}

/** Distance from a tempo. A candidate without a top tempo is infinitely far, but may fill in. */
function off({ bpm }: Candidate, target: number): number {
  return bpm === null ? Number.MAX_VALUE : Math.abs(bpm - target);
}
