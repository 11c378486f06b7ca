import { Midi } from "@tonejs/midi";
import { describe, expect, test } from "vitest";
import { loadGrooves, loadRudiments } from "~/content";
import { makeDemoFills } from "~/content/demo";
import { formatLine, readStickLine } from "~/core/line";
import { barTicks, bpm, type Meter, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import { makeScore } from "~/engrave/score";
import { writeTimelineMidi } from "~/formats/midi";
import { readMidi } from "~/formats/midi-read";
import { writeMusicXml } from "~/formats/musicxml";
import { readMusicXml } from "~/formats/musicxml-read";
import { packMusicXml } from "~/formats/mxl";
import type { NotesFile, NotesReading } from "~/formats/notes-file";
import { lastValidLine, toPhrase } from "../phrase/phrase";
import type { makeContent } from "./content";
import { likelyPart, listKeys, makeFills, type NotesChoices } from "./from-notes";

function fileOf(read: NotesReading): NotesFile {
  if (!read.ok) throw new Error(JSON.stringify(read.problem));
  return read.file;
}

function fillsOf(file: NotesFile, given: Partial<NotesChoices> = {}) {
  return makeFills(file, {
    part: likelyPart(file),
    map: {},
    barsEach: null,
    leading: "R",
    countStyle: "beats",
    ...given,
  });
}

/** What is played, when, where and by which limb. */
function heard({ events }: Timeline) {
  return events
    .filter(({ grace }) => grace === undefined)
    .map(({ at, limb, place, level, graces }) => `${at} ${limb} ${place} ${level} ${graces}`);
}

interface Example {
  readonly name: string;
  readonly text: string;
  readonly timeline: Timeline;
  readonly meter: Meter;
}

function example(name: string, text: string, meter: Meter): Example {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  const window = { start: ticks(0), length: barTicks(meter) };
  return { name, text: formatLine(line), meter, timeline: layOut({ meter, tempo: bpm(90), window, line }) };
}

const EXAMPLES: readonly Example[] = [
  ...loadRudiments().map(({ name, line, meter }) => example(name, line, meter as Meter)),
  ...loadGrooves().map(({ name, line, meter }) => example(name, line, meter as Meter)),
  ...makeDemoFills().map(({ content }) => {
    const timeline = layOut(toPhrase(content, lastValidLine(content)));
    return { name: content.name, text: content.goodText, meter: content.meter as Meter, timeline };
  }),
];

function toXml({ name, timeline, meter }: Example, line?: string): string {
  const bars = makeScore(timeline, timeline.slots, "beats");
  return writeMusicXml(bars, { title: name, meter, tempo: bpm(90), ...(line ? { line } : {}) });
}

function bytesOf(text: string): Uint8Array {
  return new TextEncoder().encode(text);
}

/** As the fill plays it, from the bar of its first note. */
function again(content: ReturnType<typeof makeContent>): Timeline {
  return layOut(toPhrase(content, lastValidLine(content)));
}

describe("our own files are read as they were written", () => {
  test.each(EXAMPLES.map((one) => [one.name, one] as const))("%s, with its line", (_, one) => {
    // Surfaces from an orchestration aren't in the line, but come back with the notes.
    const isPlain = heard(one.timeline).join() === heard(example(one.name, one.text, one.meter).timeline).join();
    if (!isPlain) {
      expect(fillsOf(fileOf(readMusicXml(bytesOf(toXml(one, one.text))))).isOwn).toBe(false);
      return;
    }
    for (const file of [
      fileOf(readMusicXml(bytesOf(toXml(one, one.text)))),
      fileOf(readMusicXml(packMusicXml(toXml(one, one.text)))),
    ]) {
      const { fills, isOwn } = fillsOf(file);
      expect(isOwn).toBe(true);
      expect(fills.map(({ text }) => text)).toEqual([one.text]);
      expect(fills[0]).toMatchObject({
        name: one.name,
        meter: { beats: one.meter.beats, unit: one.meter.unit },
        tempo: 90,
      });
    }
  });

  test.each(EXAMPLES.map((one) => [one.name, one] as const))("%s, by its notes alone", (_, one) => {
    const file = fileOf(readMusicXml(bytesOf(toXml(one))));
    const { fills, dropped, moved } = fillsOf(file);
    expect(fills).toHaveLength(1);
    const [fill] = fills;
    if (!fill) throw new Error("no fill");
    // Parts of a slot, and values over several beats, go to the nearest position, and are reported.
    const isSplit = one.timeline.events.some(({ parts }) => parts > 1);
    if (!isSplit) expect(moved).toBe(0);
    expect(dropped).toBe(0);
    const times = ({ events }: Timeline) => [
      ...new Set(events.filter(({ grace }) => grace === undefined).map(({ at, place }) => `${at} ${place}`)),
    ];
    if (moved === 0) expect(times(again(fill))).toEqual(times(one.timeline));
  });

  test.each(EXAMPLES.map((one) => [one.name, one] as const))("%s as MIDI, with hands and feet", (_, one) => {
    const file = fileOf(readMidi(writeTimelineMidi(one.timeline, one.name)));
    const { fills, guessed, dropped, unknown } = fillsOf(file);
    expect([guessed, dropped, unknown]).toEqual([0, 0, []]);
    const [fill] = fills;
    if (!fill) throw new Error("no fill");
    const hits = ({ events }: Timeline, from: number) =>
      events.filter(({ grace }) => grace === undefined).map(({ at, limb, graces }) => `${at - from} ${limb} ${graces}`);
    const first = again(fill);
    const isSplit = one.timeline.events.some(({ parts }) => parts > 1);
    // A bar of rest precedes grace notes that come before the first bar line.
    const shift = (first.events[0]?.at ?? 0) - (one.timeline.events[0]?.at ?? 0) > 5_000 ? barTicks(one.meter) : 0;
    if (!isSplit) expect(hits(first, shift)).toEqual(hits(one.timeline, 0));
  });

  test("changed notes take precedence over the stick line beside them", () => {
    const one = example("Changed", "@4 RLRL RLRK", { beats: 4, unit: 4 });
    const changed = toXml(one, one.text).replace("P1-kk", "P1-sn");
    expect(fillsOf(fileOf(readMusicXml(bytesOf(toXml(one, "@4 RRLL RRLL R"))))).isOwn).toBe(false);
    expect(fillsOf(fileOf(readMusicXml(bytesOf(changed)))).isOwn).toBe(true);
  });
});

describe("MIDI files from other programs", () => {
  function midiOf(make: (midi: Midi) => void): Uint8Array {
    const midi = new Midi();
    make(midi);
    return midi.toArray();
  }

  test("several tracks: the drums are found, their keys named, hands go hand to hand", () => {
    const bytes = midiOf((midi) => {
      midi.header.setTempo(104);
      midi.header.timeSignatures.push({ ticks: 0, timeSignature: [3, 4] });
      const piano = midi.addTrack();
      piano.name = "Piano";
      for (let at = 0; at < 40; at++) piano.addNote({ midi: 60, time: at * 0.1, duration: 0.1 });
      const drums = midi.addTrack();
      drums.channel = 9;
      drums.name = "Kit";
      const quarter = 60 / 104;
      for (const [at, key, velocity] of [
        [0, 36, 0.9],
        [0.5, 38, 0.3],
        [1, 38, 0.95],
        [1.5, 45, 0.6],
        [2, 36, 0.6],
        [2.5, 50, 0.6],
      ] as const) {
        drums.addNote({ midi: key, time: at * quarter, duration: 0.05, velocity });
      }
    });
    const file = fileOf(readMidi(bytes));
    expect(file.parts.map(({ name, isDrums }) => [name, isDrums])).toEqual([
      ["Piano", false],
      ["Kit", true],
    ]);
    const { fills, notes, guessed } = fillsOf(file);
    expect(fills.map(({ text, meter, tempo }) => [text, meter, Math.round(tempo)])).toEqual([
      ["@2 >Kr >LR/t3 KL/t1", { beats: 3, unit: 4 }, 104],
    ]);
    expect([notes, guessed]).toEqual([6, 4]);
  });

  test("loose playing is quantised and reported; a flam is a flam", () => {
    const bytes = midiOf((midi) => {
      midi.header.setTempo(120);
      const drums = midi.addTrack();
      drums.channel = 9;
      for (let at = 0; at < 8; at++) {
        drums.addNote({ midi: 38, time: 0.25 + at * 0.125 + (at % 3) * 0.008, duration: 0.02, velocity: 0.6 });
      }
      drums.addNote({ midi: 38, time: 1.47, duration: 0.01, velocity: 0.2 });
      drums.addNote({ midi: 38, time: 1.5, duration: 0.05, velocity: 0.95 });
    });
    const { fills, moved, farthest } = fillsOf(fileOf(readMidi(bytes)));
    expect(fills.map(({ text }) => text.replace(/ /g, ""))).toEqual(["@4--RLRLRLRL--'>R---"]);
    expect(moved).toBeGreaterThan(3);
    expect(farthest).toBeGreaterThan(0.01);
    expect(farthest).toBeLessThan(0.035);
  });

  test("unknown keys are reported and can be assigned; meters and bars divide the file", () => {
    const bytes = midiOf((midi) => {
      midi.header.timeSignatures.push({ ticks: 0, timeSignature: [4, 4] }, { ticks: 4 * 480, timeSignature: [3, 4] });
      const drums = midi.addTrack();
      drums.channel = 9;
      for (let at = 0; at < 7; at++) drums.addNote({ midi: at % 2 ? 75 : 38, ticks: at * 480, durationTicks: 60 });
    });
    const file = fileOf(readMidi(bytes));
    expect(fillsOf(file).unknown).toEqual([{ key: "75", place: null, count: 3 }]);
    const mapped = fillsOf(file, { map: { "75": "x1" } });
    expect(mapped.unknown).toEqual([]);
    expect(mapped.fills.map(({ meter, text }) => [meter.beats, text])).toEqual([
      [4, "@1 >R >L/x1 >R >L/x1"],
      [3, "@1 >R >L/x1 >R"],
    ]);
    expect(listKeys(file, likelyPart(file), {}).map(({ key, count }) => [key, count])).toEqual([
      ["38", 4],
      ["75", 3],
    ]);
    expect(fillsOf(file, { barsEach: 1, map: { "38": null } }).notes).toBe(0);
  });
});

describe("an invalid file is refused with a reason", () => {
  const problem = (read: NotesReading) => (read.ok ? null : read.problem.kind);
  test("MIDI: none, cut, without notes, of a kind that is not read", () => {
    const whole = writeTimelineMidi((EXAMPLES[0] as Example).timeline, "x");
    expect(problem(readMidi(bytesOf("hello")))).toBe("not-midi");
    expect(problem(readMidi(new Uint8Array()))).toBe("not-midi");
    for (const length of [10, 20, 40]) expect(problem(readMidi(whole.slice(0, length)))).not.toBeNull();
    expect(problem(readMidi(new Midi().toArray()))).toBe("no-notes");
    const second = whole.slice();
    second[9] = 2;
    expect(problem(readMidi(second))).toBe("format-2");
    const smpte = whole.slice();
    smpte.set([0xe7, 0x28], 12);
    expect(problem(readMidi(smpte))).toBe("smpte");
    expect(problem(readMidi(new Uint8Array(9_000_000)))).toBe("too-large");
  });

  test("MusicXML: none, cut, nested, with entities, of a piano", () => {
    const whole = toXml(EXAMPLES[0] as Example);
    expect(problem(readMusicXml(bytesOf("@4 RLRL")))).toBe("not-xml");
    expect(problem(readMusicXml(bytesOf("<html><body/></html>")))).toBe("not-a-score");
    expect(problem(readMusicXml(bytesOf(whole.slice(0, whole.length / 2))))).not.toBeNull();
    const entities = '<!DOCTYPE score-partwise [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]>';
    expect(problem(readMusicXml(bytesOf(whole.replace("?>", `?>${entities}`))))).toBe("entities");
    expect(problem(readMusicXml(bytesOf(`<score-partwise>${"<a>".repeat(5_000)}`)))).not.toBeNull();
    const standard =
      '<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">';
    expect(problem(readMusicXml(bytesOf(whole.replace("?>", `?>${standard}`))))).toBeNull();
    const piano = whole.replace(/<unpitched>[\s\S]*?<\/unpitched>/g, "<pitch><step>C</step><octave>4</octave></pitch>");
    expect(problem(readMusicXml(bytesOf(piano)))).toBe("pitched");
    expect(problem(readMusicXml(new Uint8Array([0x50, 0x4b, 3, 4, 1])))).toBe("archive");
  });

  test("a file that claims to be endless takes no longer than others", () => {
    const whole = toXml(EXAMPLES[0] as Example);
    const long = readMusicXml(bytesOf(whole.replace(/<duration>\d+</, "<duration>9000000000000000<")));
    expect(fillsOf(fileOf(long)).fills.length).toBeLessThan(3);
    const midi = writeTimelineMidi((EXAMPLES[0] as Example).timeline, "x").slice();
    // A quarter has one tick here, so a former bar is 10 080 of them.
    midi.set([0, 1], 12);
    expect(problem(readMidi(midi))).toBe("too-long");
    expect(problem(readMusicXml(bytesOf(whole.replace(/<divisions>\d+</, "<divisions>0<"))))).toBeNull();
  });

  test("UTF-16 with its mark is read", () => {
    const whole = toXml({ ...(EXAMPLES[0] as Example), name: "Ünïcode" });
    const wide = new Uint8Array([
      0xff,
      0xfe,
      ...new Uint8Array(Uint16Array.from([...whole].map((sign) => sign.charCodeAt(0))).buffer),
    ]);
    expect(fileOf(readMusicXml(wide)).title).toBe("Ünïcode");
  });
});
