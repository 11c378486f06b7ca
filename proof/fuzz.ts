/** Hostile inputs: none may make a reader throw, or take long. */

import { DEMO_MARKS, makeDemoCells } from "~/content/demo-cells";
import { makeDemoGrooves } from "~/content/demo-grooves";
import { makeDemoKits } from "~/content/demo-kits";
import { makeDemoPractice } from "~/content/demo-practice";
import { makeDemoSearches } from "~/content/demo-searches";
import { makeRandom } from "~/core/graph";
import { readStickLine } from "~/core/line";
import { layOut } from "~/core/timeline";
import { makeScore } from "~/engrave/score";
import { writeTimelineMidi } from "~/formats/midi";
import { readMidi } from "~/formats/midi-read";
import { writeMusicXml } from "~/formats/musicxml";
import { readMusicXml } from "~/formats/musicxml-read";
import type { NotesReading } from "~/formats/notes-file";
import { readStrike } from "~/input/midi-message";
import { writeBook } from "~/library/book-file";
import { readBook } from "~/library/book-reader";
import { askedCellSchema } from "~/library/cell/content";
import { makeContent } from "~/library/fill/content";
import { likelyPart, makeFills } from "~/library/fill/from-notes";
import { readStickFile, stickFileOf } from "~/library/fill/stick-file";
import { EMPTY_BOOK } from "~/library/kinds";
import { lastValidLine, toPhrase } from "~/library/phrase/phrase";
import { toRunDays } from "~/library/practice/run-day";
import { readShare, writeShare } from "~/library/share";

/** Milliseconds allowed for an input of a kilobyte. */
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
  runs: toRunDays(PRACTICE.runs.slice(0, 2)),
});
const SHARED = writeShare("fills", { ...EMPTY_BOOK, fills: [{ ...dated("a"), content: CONTENT }] });
const TIMELINE = layOut(toPhrase(CONTENT, lastValidLine(CONTENT)));
const SCORE = writeMusicXml(makeScore(TIMELINE, TIMELINE.slots, "beats"), {
  title: "One",
  meter: TIMELINE.meter,
  tempo: TIMELINE.tempo,
  line: CONTENT.text,
});
const MIDI_FILE = writeTimelineMidi(TIMELINE, "One", null, CONTENT.text);
const STICK_FILE = stickFileOf([CONTENT, CONTENT]);
const SIGNS = "RLKHrlkh@>!~=<'^*zfd()[]{}|x0123456789:/-_.,# \n\t\"\\\u0000\u00e9\u{1f941}";

const pick = <Item>(random: Random, from: readonly Item[]): Item => from[Math.floor(random() * from.length)] as Item;
const SIGN_LIST = [...SIGNS];

/** A valid text with parts cut, doubled, moved or replaced; sometimes only noise. */
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
/** A book with valid JSON and invalid values. */
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

/** A long text with parts cut or moved, or a value changed. */
function spoilLong(random: Random, text: string): string {
  let spoiled = text;
  for (let changes = Math.floor(random() * 4); changes >= 0; changes--) {
    const at = Math.floor(random() * spoiled.length);
    const kind = random();
    if (kind < 0.25) spoiled = spoiled.slice(0, at) + spoiled.slice(at + Math.floor(random() * 200));
    else if (kind < 0.5) spoiled = spoiled.slice(0, at) + spoil(random, LINES).slice(0, 20) + spoiled.slice(at);
    else if (kind < 0.6) spoiled = spoiled.slice(0, at);
    else {
      const numbers = [...spoiled.matchAll(/>(-?\d+)</g)];
      const one = numbers.length > 0 ? pick(random, numbers) : null;
      if (one)
        spoiled = `${spoiled.slice(0, one.index)}>${pick(random, NUMBERS)}<${spoiled.slice(one.index + one[0].length)}`;
    }
  }
  return spoiled;
}

function spoilBytes(random: Random, bytes: Uint8Array): Uint8Array {
  const spoiled = bytes.slice(0, random() < 0.3 ? Math.floor(random() * bytes.length) : bytes.length);
  for (let changes = Math.floor(random() * 8); changes >= 0; changes--) {
    spoiled[Math.floor(random() * spoiled.length)] = Math.floor(random() * 256);
  }
  return spoiled;
}

/** The reader's answer, as processed for a preview. */
function fillsOf(read: NotesReading) {
  if (!read.ok) return;
  const { file } = read;
  makeFills(file, { part: likelyPart(file), map: {}, barsEach: null, leading: "R", countStyle: "beats" });
}

/** By format: one input, and its reader. A failure reports the input. */
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
  share: (random: Random) => {
    const text = spoil(random, [SHARED]);
    return { input: text, read: () => readShare(text, 1) };
  },
  score: (random: Random) => {
    const text = spoilLong(random, SCORE);
    return { input: text, read: () => fillsOf(readMusicXml(new TextEncoder().encode(text))) };
  },
  midiFile: (random: Random) => {
    const bytes = spoilBytes(random, MIDI_FILE);
    return { input: JSON.stringify([...bytes]), read: () => fillsOf(readMidi(bytes)) };
  },
  midi: (random: Random) => {
    const bytes = Array.from({ length: Math.floor(random() * 5) }, () => Math.floor(random() * 300) - 20);
    return { input: JSON.stringify(bytes), read: () => readStrike(random() < 0.5 ? bytes : new Uint8Array(bytes)) };
  },
} as const;
export type Target = keyof typeof TARGETS;
export const TARGET_NAMES = Object.keys(TARGETS) as Target[];
/** Shares of each format: files take longest to read. */
const SHARES: Record<Target, number> = {
  line: 0.36,
  file: 0.05,
  lines: 0.14,
  link: 0.19,
  share: 0.03,
  score: 0.02,
  midiFile: 0.03,
  midi: 0.18,
};

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
      // A machine that was busy for a moment doesn't make a reader slow.
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
