/** Everything below a line of music: signs of the feet, their tuplets, hairpins, sticking, count. */

import type { Box, Ink } from "~/ink/ink";
import { placeSign, placeWords, signBox, wordsWidth } from "~/ink/type";
import { nearer } from "./above";
import type { DrawnBar } from "./drawn";
import { SIGN_SIZE } from "./notes";
import type { Skyline } from "./skyline";
import { writeTuplets } from "./tuplets";

const SPLASH = "E614";
const HAT_SIZE = SIGN_SIZE * 0.8;
const GAP = 3.5;
/** The opening of hairpins. */
const HAIRPIN_OPEN = 10;
const HAIRPIN_LINE = 1.2;
/** Letter size, and the smaller size for limbs that would collide with their neighbours. */
export const LETTERS = { size: 12.5, least: 7.5, face: "display-600" } as const;
const GRACE_LETTERS = { size: 9, face: "display-600" } as const;
const COUNTS = { size: 12 } as const;
/** Space between letters, and between syllables. */
const BETWEEN = 1.5;
const ROW = 5;

export function writeBelow(bars: readonly DrawnBar[], skyline: Skyline): Ink[] {
  const ink: Ink[] = [];
  const put = (row: readonly Ink[]) => {
    ink.push(...row);
    skyline.add(...row);
  };
  for (const bar of bars) put(writeSplashes(bar, skyline));
  for (const { lower } of bars) if (lower) ink.push(...writeTuplets(lower, skyline));
  const hairpins = skyline.under() + GAP + HAIRPIN_OPEN / 2;
  for (const bar of bars) put(writeHairpins(bar, hairpins));
  const sticking = skyline.under() + ROW + LETTERS.size * 0.74;
  for (const bar of bars) put(writeSticking(bar, sticking));
  const hasSticking = bars.some(({ placed }) => placed.bar.notes.some((note) => note.sticking !== ""));
  const count = hasSticking ? sticking + 15 : skyline.under() + ROW + COUNTS.size * 0.74;
  const counted: Box[] = [];
  for (const bar of bars) put(writeCount(bar, count, counted));
  return ink;
}

/** The foot lets the hi-hat ring: a small o below it. */
function writeSplashes({ upper, lower }: DrawnBar, skyline: Skyline): Ink[] {
  return [upper, ...(lower ? [lower] : [])].flatMap(({ voice, xs, ids }) =>
    voice.written.notes.flatMap(({ heads }, index) => {
      const x = xs[index];
      if (x === undefined || !heads.some(({ place }) => place === "hs")) return [];
      const { top } = signBox(SPLASH, 0, 0, HAT_SIZE);
      const y = skyline.under(x - 8, x + 8) + GAP - top;
      return [placeSign(SPLASH, x, y, HAT_SIZE, { kind: "sign", note: ids[index] }, true)];
    }),
  );
}

/** A bar's parts of hairpins, from note to note; if one continues in another bar, up to the bar line. */
function writeHairpins({ placed, upper: { xs }, start, left: edge, right: end }: DrawnBar, y: number): Ink[] {
  let taken = Number.NEGATIVE_INFINITY;
  return placed.bar.hairpins.flatMap(({ from, to, left, right, opens, closes }): Ink[] => {
    const begins = Math.max(taken, opens ? (xs[from] ?? 0) - nearer(xs, from, -1, 6) : Math.max(edge + 1, start - 8));
    const ends = closes ? (xs[to] ?? begins) + nearer(xs, to, 1, 6) : end - 1;
    if (ends - begins < 2) return [];
    taken = ends + 2;
    const [a, b] = [(left * HAIRPIN_OPEN) / 2, (right * HAIRPIN_OPEN) / 2];
    const d = `M${begins} ${y - a}L${ends} ${y - b}M${begins} ${y + a}L${ends} ${y + b}`;
    const half = Math.max(a, b) + HAIRPIN_LINE / 2;
    const box = { left: begins, right: ends, top: y - half, bottom: y + half };
    return [{ shape: "path", d, line: HAIRPIN_LINE, kind: "hairpin", box }];
  });
}

/** Limb letters below their notes, small ones below grace notes. */
function writeSticking({ upper: { voice, xs, ids } }: DrawnBar, y: number): Ink[] {
  const letters = voice.written.notes.flatMap((note, index) => {
    const x = xs[index];
    if (!note.sticking || x === undefined) return [];
    const graces = (voice.graces.get(index) ?? []).map((grace) => ({
      text: note.graces?.sticking ?? "",
      x: (grace.getNoteHeadBeginX() + grace.getNoteHeadEndX()) / 2,
      isGrace: true,
      note: ids[index],
    }));
    return [...graces, { text: note.sticking, x, isGrace: false, note: ids[index] }];
  });
  const words = letters.map(({ text, x, isGrace, note }, index) => {
    const face = LETTERS.face;
    const full = isGrace ? GRACE_LETTERS.size : LETTERS.size;
    const own = 2 * shareOf(letters, index) - BETWEEN;
    const size = Math.min(full, Math.max(LETTERS.least, (full * own) / wordsWidth(text, full, face)));
    return placeWords(text, x, y, { size, face }, { kind: "sticking", note });
  });
  // A grace note's letter is left out where there is no room: it is the other hand's.
  return words.filter((word, index) => {
    const near = [words[index - 1], words[index + 1]];
    return !letters[index]?.isGrace || near.every((other) => !other || !touches(word.box, other.box));
  });
}

function touches(a: Box, b: Box): boolean {
  return a.left < b.right + 0.5 && b.left < a.right + 0.5;
}

interface Letter {
  readonly text: string;
  readonly x: number;
}

/** How far letters may extend to either side: their share of the distance to each neighbour, by length. */
function shareOf(letters: readonly Letter[], index: number): number {
  const own = letters[index];
  const shares = [letters[index - 1], letters[index + 1]].flatMap((other) =>
    own && other ? [(Math.abs(other.x - own.x) * own.text.length) / (own.text.length + other.text.length)] : [],
  );
  return Math.min(...shares);
}

/** Count syllables below their positions, without overlapping those in `kept`. */
function writeCount({ placed, upper: { xs, ids }, right }: DrawnBar, y: number, kept: Box[]): Ink[] {
  const { bar } = placed;
  const ink: Ink[] = [];
  const end = right - 6;
  const all = bar.counts.flatMap((count) => {
    const from = xs[count.note];
    if (from === undefined) return [];
    const to = xs[count.note + 1] ?? end;
    const x = from + (to - from) * count.share;
    // Silent syllables under a long slot are left out if the bar ends before them.
    const half = halfOf(count.syllable);
    const fits = x + half < right - 2 && x - half > 0;
    return [{ ...count, x, syllable: fits ? count.syllable : (count.syllable.split(" ")[0] ?? "") }];
  });
  // As many as fit; otherwise those on beats stay first, then those under notes.
  const rank = ({ onBeat, share }: (typeof all)[number]) => (onBeat ? 0 : share === 0 ? 1 : 2);
  for (const count of all.toSorted((a, b) => rank(a) - rank(b))) {
    const face = count.onBeat ? "display-600" : "display-400";
    const half = halfOf(count.syllable) + BETWEEN;
    const isKept = kept.every((other) => other.right <= count.x - half || other.left >= count.x + half);
    if (!isKept || !count.syllable) continue;
    const words = placeWords(
      count.syllable,
      count.x,
      y,
      { size: COUNTS.size, face },
      {
        kind: "count",
        ...(ids[count.note] !== undefined && count.share === 0 ? { note: ids[count.note] } : {}),
        ...(count.onBeat ? {} : { tone: "nickel" as const }),
      },
    );
    kept.push(words.box);
    ink.push(words);
  }
  return ink;
}

function halfOf(syllable: string): number {
  return wordsWidth(syllable, COUNTS.size, "display-600") / 2;
}
