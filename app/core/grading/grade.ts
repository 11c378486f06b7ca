/** Exercises from easy to hard: picked among many so that they are apart from one another and evenly spread. */

/** Something that may become an exercise. */
export interface Candidate {
  /** What is played at each place, as one sign each: what is told apart. */
  readonly signs: readonly string[];
  /** Its top tempo for the player; null where nothing sets one, which is the easiest. */
  readonly bpm: number | null;
}

export interface Graded<Of extends Candidate> {
  readonly chosen: Of;
  /** What may take its place, nearest in top tempo first: each as far from all others of the set as these are. */
  readonly instead: readonly Of[];
}

export interface GradedSet<Of extends Candidate> {
  /** From easy to hard. */
  readonly items: readonly Graded<Of>[];
  /** In how many places at least any two of them differ; less than was wanted where there are not enough. */
  readonly apart: number;
}

/** In how many places two of them differ; what is longer differs in all that the other one has not. */
export function differenceOf(a: Candidate, b: Candidate): number {
  const size = Math.max(a.signs.length, b.signs.length);
  let differences = 0;
  for (let at = 0; at < size; at++) if (a.signs[at] !== b.signs[at]) differences++;
  return differences;
}

const paceOf = ({ bpm }: Candidate) => bpm ?? Number.POSITIVE_INFINITY;

/**
 * Picks `count` candidates: their top tempos as evenly spread from the easiest to the hardest as there are, any two of
 * them different in `apart` places. Where there are not so many, `apart` is lowered until there are, or until 1. The same
 * candidates give the same set.
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

/** One for each of `count` tempos between the easiest and the hardest, the nearest that is apart from those before it. */
function spread<Of extends Candidate>(sorted: readonly Of[], count: number, apart: number): Of[] {
  const known = sorted.filter(({ bpm }) => bpm !== null);
  const [most, least] = [known[0]?.bpm ?? 0, known.at(-1)?.bpm ?? 0];
  const picked: Of[] = [];
  // The ends first, then what lies between: so the set begins easy and ends hard, however few are apart.
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

/** How far from a tempo; what has no top tempo is as far as can be, but may stand in. */
function off({ bpm }: Candidate, target: number): number {
  return bpm === null ? Number.MAX_VALUE : Math.abs(bpm - target);
}
