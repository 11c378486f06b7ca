/** Inputs that nobody would type: none may make a reader throw, or take long. */

import { DEMO_MARKS, makeDemoCells } from "~/content/demo-cells";
import { makeDemoGrooves } from "~/content/demo-grooves";
import { makeDemoKits } from "~/content/demo-kits";
import { makeDemoPractice } from "~/content/demo-practice";
import { makeDemoSearches } from "~/content/demo-searches";
import { makeRandom } from "~/core/graph";
import { readStickLine } from "~/core/line";
import { readStrike } from "~/input/midi-message";
import { readBook, writeBook } from "~/library/book-file";
import { askedCellSchema } from "~/library/cell/content";
import { makeContent } from "~/library/fill/content";
import { readStickFile, stickFileOf } from "~/library/fill/stick-file";
import { EMPTY_BOOK } from "~/library/kinds";

/** Milliseconds that an input of a kilobyte may take. */
const MAY_TAKE = 100;
const KILOBYTE = 1024;

type Random = () => number;

const LINES = [
  "@4 >RlrrL >RlrrL RLRRLK",
  "@6 (RK)L*R^L zR -- | @2:3 RLRx99",
  "@4 R/t1L/sn{RL}>K x3 # word",
  "@12 fRL dR RL|RL",
  "@4 ~R>~L=R/c1!L/sn 'R/csL/hfH/hs <[RLRL >[RL]] <[RLK]x2 >[rl]",
];
const CONTENT = makeContent({ text: "@4 RLRRLK", name: "One", tags: ["odd"] });
const dated = (id: string) => ({ id, createdAt: 1, updatedAt: 2 });
const first = <Content>([one]: readonly { readonly content: Content }[], id: string) =>
  one ? [{ ...dated(id), content: one.content }] : [];
const PRACTICE = makeDemoPractice(1_795_000_000_000);
/** One of each kind. */
const BOOK = writeBook({
  ...EMPTY_BOOK,
  fills: [{ ...dated("a"), content: CONTENT }],
  cells: first(makeDemoCells(), "b"),
  rudiments: DEMO_MARKS.slice(0, 1),
  searches: first(makeDemoSearches(), "c"),
  kits: first(makeDemoKits(), "d"),
  grooves: first(makeDemoGrooves(), "e"),
  plans: PRACTICE.plans.slice(0, 1),
  runs: PRACTICE.runs.slice(0, 2),
});
const STICK_FILE = stickFileOf([CONTENT, CONTENT]);
const SIGNS = "RLKHrlkh@>!~=<'^*zfd()[]{}|x0123456789:/-_.,# \n\t\"\\\u0000\u00e9\u{1f941}";

const pick = <Item>(random: Random, from: readonly Item[]): Item => from[Math.floor(random() * from.length)] as Item;
const SIGN_LIST = [...SIGNS];

/** A sound text with some of it cut, doubled, moved or replaced; now and then nothing but noise. */
function spoil(random: Random, texts: readonly string[]): string {
  let text = random() < 0.1 ? "" : pick(random, texts);
  for (let changes = Math.floor(random() * 12); changes >= 0; changes--) {
    const [from, to] = [Math.floor(random() * (text.length + 1)), Math.floor(random() * (text.length + 1))].sort(
      (a, b) => a - b,
    ) as [number, number];
    const noise = Array.from({ length: Math.floor(random() * 6) }, () => pick(random, SIGN_LIST)).join("");
    const kind = random();
    if (kind < 0.4) text = text.slice(0, from) + noise + text.slice(from);
    else if (kind < 0.6) text = text.slice(0, from) + text.slice(to);
    else if (kind < 0.8) text = text.slice(0, to) + text.slice(from);
    else text = text.slice(0, from) + noise + text.slice(to);
    if (text.length > KILOBYTE) text = text.slice(0, KILOBYTE);
  }
  return text;
}

const NUMBERS = [0, -1, 1e308, Number.NaN, 9e15, 0.5, 2 ** 31, -0];
/** A book whose JSON is sound and whose values are not. */
function spoilBook(random: Random): string {
  const book = JSON.parse(BOOK) as Record<string, unknown>;
  for (let changes = Math.floor(random() * 3); changes >= 0; changes--) {
    let node: unknown = book;
    for (let depth = 0; depth < 6; depth++) {
      const owner = node as Record<string, unknown>;
      const keys = Object.keys(owner);
      if (keys.length === 0) break;
      const key = pick(random, keys);
      if (owner[key] !== null && typeof owner[key] === "object" && random() < 0.7) node = owner[key];
      else {
        owner[key] = pick<unknown>(random, [
          null,
          [],
          {},
          "x",
          true,
          pick(random, NUMBERS),
          spoil(random, LINES),
          undefined,
        ]);
        break;
      }
    }
  }
  return JSON.stringify(book);
}

/** By what they read: one input, and its reader. What is told of a failure is the input. */
const TARGETS = {
  line: (random: Random) => {
    const text = spoil(random, LINES);
    return { input: text, read: () => readStickLine(text) };
  },
  file: (random: Random) => {
    const text = random() < 0.5 ? spoilBook(random) : spoil(random, [BOOK]);
    return { input: text, read: () => readBook(text) };
  },
  lines: (random: Random) => {
    const text = spoil(random, [STICK_FILE]);
    return { input: text, read: () => readStickFile(text) };
  },
  link: (random: Random) => {
    const text = `?cell=${spoil(random, LINES)}&rate=${spoil(random, ["4", "2:3"])}`;
    return { input: text, read: () => askedCellSchema.safeParse(Object.fromEntries(new URLSearchParams(text))) };
  },
  midi: (random: Random) => {
    const bytes = Array.from({ length: Math.floor(random() * 5) }, () => Math.floor(random() * 300) - 20);
    return { input: JSON.stringify(bytes), read: () => readStrike(random() < 0.5 ? bytes : new Uint8Array(bytes)) };
  },
} as const;
export type Target = keyof typeof TARGETS;
export const TARGET_NAMES = Object.keys(TARGETS) as Target[];
/** Of so many inputs, shares of each: files take longest to read. */
const SHARES: Record<Target, number> = { line: 0.4, file: 0.05, lines: 0.15, link: 0.2, midi: 0.2 };

export interface Fuzzed {
  readonly inputs: number;
  readonly failures: readonly { readonly target: Target; readonly input: string; readonly why: string }[];
  /** Milliseconds of the slowest input. */
  readonly slowest: number;
}

export async function fuzz(inputs: number, seed: number, tell: (target: Target) => void = () => {}): Promise<Fuzzed> {
  const bits = makeRandom(seed);
  const random = () => bits() / 2 ** 32;
  const failures: { target: Target; input: string; why: string }[] = [];
  let [slowest, count] = [0, 0];
  for (const target of TARGET_NAMES) {
    for (let left = Math.round(inputs * SHARES[target]); left > 0; left--) {
      count++;
      const { input, read } = TARGETS[target](random);
      const began = performance.now();
      try {
        await read();
      } catch (error) {
        failures.push({ target, input, why: String(error) });
      }
      let took = performance.now() - began;
      // A machine that was busy for a moment is no slow reader.
      for (let again = 0; took > MAY_TAKE && again < 3; again++) {
        const once = performance.now();
        await read();
        took = Math.min(took, performance.now() - once);
      }
      slowest = Math.max(slowest, took);
      if (took > MAY_TAKE) failures.push({ target, input, why: `took ${Math.round(took)} ms` });
    }
    tell(target);
  }
  return { inputs: count, failures, slowest };
}
