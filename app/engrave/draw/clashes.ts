/** Finds overlaps in a drawing, for tests. */

import type { Box, Drawing, Ink, InkKind } from "~/ink/ink";

/** Nobody sees a smaller overlap. Pixels. */
const TOLERANCE = 0.6;

/** Kinds that may overlap anywhere. */
const MEANT: readonly (readonly [InkKind, InkKind])[] = [
  // The repeat sign for two bars is on their bar line.
  ["bar-line", "bar-line"],
  ["bar-line", "repeat"],
  // The meter's numbers fill the staff.
  ["time", "time"],
  // The swing sign is made of its own heads, stems and beams.
  ["tempo", "tempo"],
  ["stem", "beam"],
  ["beam", "beam"],
  ["beam", "flag"],
];

/** Kinds that may overlap within one note. */
const OF_ONE_NOTE: readonly (readonly [InkKind, InkKind])[] = [
  ["head", "stem"],
  ["head", "head"],
  ["head", "flag"],
  ["stem", "flag"],
  ["stem", "stem"],
  ["head", "ledger"],
  ["ledger", "stem"],
  ["ledger", "ledger"],
  ["ledger", "parenthesis"],
  ["ledger", "dot"],
  ["ledger", "sign"],
  ["ledger", "flag"],
  ["grace", "grace"],
  // The slur ends at the head; the z of a buzz crosses the stem.
  ["grace", "head"],
  ["grace", "stem"],
  ["grace", "ledger"],
  ["sign", "stem"],
  // Ghost notes a step apart, and their dots.
  ["parenthesis", "parenthesis"],
  ["dot", "dot"],
];

/** Each overlap in words; an empty list for a clean drawing. */
export function findClashes({ systems, width }: Drawing): string[] {
  const found: string[] = [];
  for (const { ink, top, bottom } of systems) {
    const drawn = ink.filter(({ kind }) => kind !== "staff-line");
    for (const [index, one] of drawn.entries()) {
      const { box } = one;
      if (
        box.left < -TOLERANCE ||
        box.top < top - TOLERANCE ||
        box.right > width + TOLERANCE ||
        box.bottom > bottom + TOLERANCE
      )
        found.push(`${say(one)} outside the picture`);
      for (const other of drawn.slice(index + 1)) {
        if (meet(one, other) && !isMeant(one, other)) found.push(`${say(one)} on ${say(other)}`);
      }
    }
  }
  return found;
}

function isMeant(one: Ink, other: Ink): boolean {
  const is = (pairs: readonly (readonly [InkKind, InkKind])[]) =>
    pairs.some(([a, b]) => (one.kind === a && other.kind === b) || (one.kind === b && other.kind === a));
  return is(MEANT) || (one.note !== undefined && one.note === other.note && is(OF_ONE_NOTE));
}

function meet(one: Ink, other: Ink): boolean {
  const [a, b] = [boxBeside(one, other.box), boxBeside(other, one.box)];
  return (
    a.left < b.right - TOLERANCE &&
    b.left < a.right - TOLERANCE &&
    a.top < b.bottom - TOLERANCE &&
    b.top < a.bottom - TOLERANCE
  );
}

/** Next to something, a sloping beam is only as high as it is at that point. */
function boxBeside(ink: Ink, { left, right }: Box): Box {
  if (ink.kind !== "beam" || ink.shape !== "path") return ink.box;
  const points = [...ink.d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => ({ x: Number(x), y: Number(y) }));
  const [from, to] = [ink.box.left, ink.box.right];
  const edge = (x: number) => points.filter((point) => Math.abs(point.x - x) < 0.5).map(({ y }) => y);
  const [start, end] = [edge(from), edge(to)];
  const at = (x: number, pick: (...ys: number[]) => number) => {
    const share = Math.min(1, Math.max(0, (x - from) / (to - from)));
    return pick(...start) + (pick(...end) - pick(...start)) * share;
  };
  return {
    left: from,
    right: to,
    top: Math.min(at(left, Math.min), at(right, Math.min)),
    bottom: Math.max(at(left, Math.max), at(right, Math.max)),
  };
}

function say(ink: Ink): string {
  const text = ink.shape === "words" ? ` “${ink.text}”` : ink.shape === "sign" ? ` ${ink.code}` : "";
  const { left, top, right, bottom } = ink.box;
  return `${ink.kind}${text} [${[left, top, right, bottom].map(Math.round).join(" ")}]`;
}
