import { XMLParser, XMLValidator } from "fast-xml-parser";
import { VerovioToolkit } from "verovio/esm";
import createVerovioModule from "verovio/wasm";
import { beforeAll, describe, expect, test, vi } from "vitest";
import { loadGrooves, loadRudiments } from "~/content";
import { makeDemoFills } from "~/content/demo";
import { lineOf } from "~/core/testing/lines";
import { barTicks, bpm, formatMeter, type Meter, parseMeter, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import { stepOf } from "~/engrave/heads";
import { makeScore, type StaffBar } from "~/engrave/score";
import { writeMusicXml } from "./musicxml";

interface Written {
  readonly timeline: Timeline;
  readonly bars: readonly StaffBar[];
  readonly xml: string;
}

function write(text: string, meterText: string, title = "Example"): Written {
  const meter = parseMeter(meterText);
  if (!meter) throw new Error(meterText);
  const window = { start: ticks(0), length: barTicks(meter) };
  const timeline = layOut({ meter, tempo: bpm(90), window, line: lineOf(text) });
  const bars = makeScore(timeline, timeline.slots, "beats");
  return { timeline, bars, xml: writeMusicXml(bars, { title, meter, tempo: bpm(90) }) };
}

const EXAMPLES: readonly (readonly [text: string, meter: string])[] = [
  ["@4 >RlrrL >RlrrL RLRRLK", "4/4"],
  ["@4 RL-R -R-L R--L R---", "4/4"],
  ["@2 R/hhR/ho(R/hhK)(R/hfL) @4 'RLR!R @3 RL~L", "4/4"],
  ["@6 RLRRLLRLRLRL @5 >RLRRL @3 RLR", "4/4"],
  ["@8 RLRLRLRL @4 RL-R @12 RLRLRLRLRLRL @2 R=L/c1", "4/4"],
  ["@4 <[RLRLRLRL] R/c1L/chR/spR/rbR/cbR/csHH/hs", "4/4"],
  ["@6 RLRLRLRLRLRLRLRLRLRLR", "7/8"],
  ["@4/3 RLRL", "6/8"],
  ["@4 RLRLRLx4", "12/8"],
  ["@4 R @3 RLR @4 RLR", "2/4"],
  ["@3 RLRLRLRLR", "3/4"],
  ["@2 RL-RRL-R", "4/4"],
  ["@4 {RLR}L{RL}R {RLRLR}LRL RLRL ----", "4/4"],
];

describe("read by another engraver", () => {
  let toolkit: VerovioToolkit;
  beforeAll(async () => {
    toolkit = new VerovioToolkit(await createVerovioModule());
  }, 120_000);

  test.each(EXAMPLES)("%s in %s: the same onsets and durations, no warnings", (text, meter) => {
    const { timeline, bars, xml } = write(text, meter);
    const warnings: unknown[] = [];
    for (const level of ["warn", "error", "log", "info"] as const) {
      vi.spyOn(console, level).mockImplementation((...words) => warnings.push(words.join(" ")));
    }
    expect(toolkit.loadData(xml)).toBeTruthy();
    const [onsets, durations] = readTimes(toolkit);
    vi.restoreAllMocks();
    expect(warnings).toEqual([]);
    expect(toolkit.getLog()).toBe("");
    // Strokes that share a head are simultaneous.
    const struck = new Set(timeline.events.filter(({ grace }) => grace === undefined).map(({ at }) => at / 10_080));
    expect(onsets).toEqual([...struck].sort((a, b) => a - b).map((at) => expect.closeTo(at, 4)));
    expect(durations).toEqual(soundingDurations(bars).map((length) => expect.closeTo(length, 4)));
  });

  const SHIPPED = [
    ...loadRudiments().map(({ name, line, meter }) => [name, line, formatMeter(meter as Meter)] as const),
    ...loadGrooves().map(({ name, line, meter }) => [name, line, formatMeter(meter as Meter)] as const),
    ...makeDemoFills().map(
      ({ content }) => [content.name, content.goodText, formatMeter(content.meter as Meter)] as const,
    ),
  ];
  // For several grace notes, the other program takes the time from the note itself; those are checked by hand above.
  const isPlain = (text: string) => !/''/.test(text);
  test.each(SHIPPED.filter(([, text]) => isPlain(text)))(
    "%s: the same onsets, durations and drums",
    (_, text, meter) => {
      const { timeline, bars, xml } = write(text, meter);
      expect(toolkit.loadData(xml)).toBeTruthy();
      const [onsets, durations] = readTimes(toolkit);
      const struck = timeline.events.filter(({ grace }) => grace === undefined);
      // Grace notes before the very first note have no time before it, and the other program shifts that one slightly.
      const from = struck[0]?.at === 0 && struck.some(({ at, graces }) => at === 0 && graces > 0) ? 1 : 0;
      const times = [...new Set(struck.map(({ at }) => at / 10_080))].sort((a, b) => a - b);
      expect(onsets).toHaveLength(times.length);
      expect(onsets.slice(from)).toEqual(times.slice(from).map((at) => expect.closeTo(at, 4)));
      expect(durations.slice(from)).toEqual(
        soundingDurations(bars)
          .slice(from)
          .map((length) => expect.closeTo(length, 4)),
      );
      const later = (places: readonly string[]) => places.filter((place) => from === 0 || !place.startsWith("0.0"));
      const places = new Set(
        struck.map(({ at, place }) => `${(at / 10_080).toFixed(3)} ${stepOf(place) + FROM_LOWEST}`),
      );
      expect(later(readPlaces(toolkit))).toEqual(later([...places].sort()));
    },
  );
});

/** Ours count from the middle line. */
const FROM_LOWEST = 4;

/** Onset and staff position of each note in the other program, whose positions count from the lowest line. */
function readPlaces(toolkit: VerovioToolkit): string[] {
  const found = new Set<string>();
  for (const { qstamp, on = [] } of toolkit.renderToTimemap({ includeMeasures: false })) {
    for (const id of on) {
      const { grace, loc } = toolkit.getElementAttr(id) as Readonly<Record<string, string | undefined>>;
      if (grace === undefined) found.add(`${qstamp.toFixed(3)} ${loc}`);
    }
  }
  return [...found].sort();
}

/** Onset and duration of each note in quarters. */
function readTimes(toolkit: VerovioToolkit): [onsets: number[], durations: number[]] {
  const began = new Map<string, number>();
  const lasted = new Map<number, number>();
  for (const { qstamp, on = [], off = [] } of toolkit.renderToTimemap({ includeMeasures: false })) {
    for (const id of off) {
      const at = began.get(id);
      if (at !== undefined) lasted.set(at, qstamp - at);
    }
    for (const id of on) if (toolkit.getElementAttr(id).grace === undefined) began.set(id, qstamp);
  }
  const onsets = [...new Set(began.values())].sort((a, b) => a - b);
  return [onsets, onsets.map((at) => lasted.get(at) ?? Number.NaN)];
}

function soundingDurations(bars: readonly StaffBar[]): number[] {
  return bars.flatMap(({ notes, start, length }) =>
    notes.flatMap(({ heads, at }, index) =>
      heads.length > 0 ? [((notes[index + 1]?.at ?? start + length) - at) / 10_080] : [],
    ),
  );
}

/** The order of child elements in the standard's schema. */
const ORDER: Readonly<Record<string, readonly string[]>> = {
  "score-partwise": ["work", "identification", "part-list", "part"],
  "score-part": ["part-name", "score-instrument", "midi-instrument"],
  "midi-instrument": ["midi-channel", "midi-unpitched"],
  attributes: ["divisions", "time", "clef"],
  note: [
    "grace",
    "chord",
    "unpitched",
    "rest",
    "duration",
    "instrument",
    "voice",
    "type",
    "dot",
    "time-modification",
    "stem",
    "notehead",
    "beam",
    "notations",
    "lyric",
  ],
  notations: ["tuplet", "ornaments", "technical", "articulations"],
  direction: ["direction-type", "sound"],
  metronome: ["beat-unit", "beat-unit-dot", "per-minute"],
  barline: ["bar-style", "repeat"],
  lyric: ["syllabic", "text"],
  tuplet: ["tuplet-actual", "tuplet-normal"],
  unpitched: ["display-step", "display-octave"],
  "time-modification": ["actual-notes", "normal-notes"],
};

type Node = Readonly<Record<string, readonly Node[]>>;

function misplaced(nodes: readonly Node[], path = ""): string[] {
  return nodes.flatMap((node) => {
    const name = Object.keys(node).find((key) => key !== ":@") ?? "";
    const inside = node[name];
    if (name === "#text" || !Array.isArray(inside)) return [];
    const names = (inside as readonly Node[]).map((child) => Object.keys(child).find((key) => key !== ":@") ?? "");
    const order = ORDER[name];
    const wrong = order
      ? names.flatMap((child, index) => {
          const [place, before] = [order.indexOf(child), order.indexOf(names[index - 1] ?? order[0] ?? "")];
          return place < 0 || place < before ? [`${path}/${name}/${child}`] : [];
        })
      : [];
    return [...wrong, ...misplaced(inside as readonly Node[], `${path}/${name}`)];
  });
}

describe("as XML", () => {
  test.each(EXAMPLES)("%s in %s: well formed, elements in the standard's order", (text, meter) => {
    const { xml } = write(text, meter);
    expect(XMLValidator.validate(xml)).toBe(true);
    expect(xml).not.toMatch(/<!|:\/\//);
    const parser = new XMLParser({ preserveOrder: true, ignoreAttributes: false, ignoreDeclaration: true });
    expect(misplaced(parser.parse(xml) as Node[])).toEqual([]);
  });

  test("a title with characters that XML reserves stays a title", () => {
    const { xml } = write("@4 RLRL", "1/4", 'Rolls & <flams> "at" 90');
    expect(XMLValidator.validate(xml)).toBe(true);
    const read = new XMLParser().parse(xml) as { "score-partwise": { work: { "work-title": string } } };
    expect(read["score-partwise"].work["work-title"]).toBe('Rolls & <flams> "at" 90');
  });

  // The other engraver doesn't read nested tuplets, and gives the time of several grace notes to the beat.
  test("a shared slot in a triplet takes the time of both; a drag takes time from before", () => {
    const notes = write("@3 {RLR}L''R", "1/4").xml.split("<note>").slice(1);
    const spaceless = notes.map((note) => note.replace(/\s+/g, ""));
    const ratio = (actual: number, normal: number) =>
      `<time-modification><actual-notes>${actual}</actual-notes><normal-notes>${normal}</normal-notes></time-modification>`;
    expect(spaceless.slice(0, 3).every((note) => note.includes(ratio(9, 4)))).toBe(true);
    expect(spaceless[3]).toContain(ratio(3, 2));
    expect(spaceless[4]).toContain('<gracesteal-time-previous="');
    const durations = [0, 1, 2, 3, 6].map((index) => Number(/<duration>(\d+)/.exec(notes[index] ?? "")?.[1]));
    expect(durations.map((duration) => duration / (durations[0] ?? 1))).toEqual([1, 1, 1, 3, 3]);
  });

  test("sticking, count, heads and signs, worked out by hand", () => {
    const { xml } = write("@4 >Rl!R~L R/ho=L/c1R/hhK", "2/4");
    const notes = xml.split("<note>").slice(1);
    expect(notes).toHaveLength(8);
    expect(notes[0]).toContain("<accent/>");
    expect(notes[1]).toContain('<notehead parentheses="yes">normal</notehead>');
    expect(notes[1]).toMatch(/<lyric number="1">\s*<syllabic>single<\/syllabic>\s*<text>l<\/text>/);
    expect(notes[1]).toMatch(/<lyric number="2">\s*<syllabic>single<\/syllabic>\s*<text>e<\/text>/);
    expect(notes[2]).toContain("<notehead>slashed</notehead>");
    expect(notes[3]).toContain('<tremolo type="unmeasured">0</tremolo>');
    expect(notes[4]).toContain("<open/>");
    expect(notes[5]).toContain("choke");
    expect(notes[6]).toContain("<stopped/>");
    expect(notes[7]).toContain('<instrument id="P1-kk"/>');
    expect(xml).toContain("<midi-unpitched>37</midi-unpitched>");
  });
});
