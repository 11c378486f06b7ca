import fc from "fast-check";
import MIDIFile from "midifile";
import { describe, expect, test } from "vitest";
import { arrange, plainGroove } from "~/core/groove";
import { usualSurface } from "~/core/kit";
import { readStickLine } from "~/core/line";
import { anyLine } from "~/core/testing/arbitraries";
import { runs } from "~/core/testing/seed";
import { LEFT_CRASH, USUAL } from "~/core/testing/settings";
import { barTicks, bpm, type Meter, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { MIDI_VELOCITIES, writeArrangementMidi, writeTimelineMidi } from "./midi";
import { readMidi } from "./midi-read";

const NOTE_OFF = 0x8;
const NOTE_ON = 0x9;
const META = 0xff;

/** Everything an independent reader finds, with absolute ticks. */
function read(bytes: Uint8Array) {
  const file = new MIDIFile(bytes.slice().buffer as ArrayBuffer);
  let at = 0;
  const events = file.getTrackEvents(0).map((event) => {
    at += event.delta;
    return { ...event, at };
  });
  const texts = events.filter((event) => event.type === META && event.subtype === 0x01);
  return {
    file,
    end: at,
    ons: events.filter((event) => event.type !== META && event.subtype === NOTE_ON),
    offs: events.filter((event) => event.type !== META && event.subtype === NOTE_OFF),
    texts: texts.map((event) => ({ at: event.at, text: new TextDecoder().decode(Uint8Array.from(event.data ?? [])) })),
    tempo: events.find((event) => event.type === META && event.subtype === 0x51)?.tempo,
    meter: events.find((event) => event.type === META && event.subtype === 0x58),
    name: events.find((event) => event.type === META && event.subtype === 0x03)?.data,
  };
}

function timelineOf(text: string, meterText = "4/4", tempo = 120) {
  const { line } = readStickLine(text);
  const meter = parseMeter(meterText);
  if (!line || !meter) throw new Error(text);
  return layOut({ meter, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(meter) }, line });
}

describe("an independent reader finds", () => {
  test("the timeline's ticks, keys and velocities on the percussion channel", () => {
    const { file, ons, offs, tempo, end } = read(
      writeTimelineMidi(timelineOf("@4 >RlrrL >RlrrL RLRRLK"), "Five, five, six"),
    );
    expect([file.header.getFormat(), file.header.getTracksCount(), file.header.getTicksPerBeat()]).toEqual([
      0, 1, 10_080,
    ]);
    expect(ons.map((event) => event.at / 2_520)).toEqual(Array.from({ length: 16 }, (_, index) => index));
    expect(ons.every((event) => event.channel === 9)).toBe(true);
    expect(ons.map((event) => event.param1)).toEqual([...Array.from({ length: 15 }, () => 38), 36]);
    const { ghost, normal, accent } = MIDI_VELOCITIES;
    expect(ons.slice(0, 6).map((event) => event.param2)).toEqual([accent, ghost, ghost, ghost, normal, accent]);
    expect(offs).toHaveLength(16);
    expect(tempo).toBe(500_000);
    expect(end).toBe(40_320);
  });
  test("the sticking as text, ghosts in lower case, grace notes marked", () => {
    const { texts } = read(writeTimelineMidi(timelineOf("@4 R'rK/kkH"), "x"));
    expect(texts.map(({ text }) => text).slice(1)).toEqual(["R", "'l", "r", "K", "H"]);
  });
  test("a crescendo rises in velocity, a buzz is one long note, a choke a short one", () => {
    const { ons, offs } = read(writeTimelineMidi(timelineOf("@4 <[RLRLR] ~R =R/c1 R/cs"), "x"));
    const velocities = ons.slice(0, 5).map((event) => event.param2);
    expect(velocities).toEqual([34, 56, 78, 98, 118]);
    expect(ons.slice(5).map((event) => event.param1)).toEqual([38, 49, 37]);
    const lengthOf = (index: number) => {
      const on = ons[index];
      return (offs.find((off) => off.param1 === on?.param1 && off.at > (on?.at ?? 0))?.at ?? 0) - (on?.at ?? 0);
    };
    expect([lengthOf(5), lengthOf(6)]).toEqual([2_520, 1_260]);
  });
  test("rim shots, toms and cymbals on their own keys", () => {
    const { ons } = read(writeTimelineMidi(timelineOf("@4 !RR/t1L/f1R/c1"), "x"));
    expect(ons.map((event) => event.param1)).toEqual([40, 50, 43, 49]);
  });
  test("the kit's own sound keys, with rim shots only on the usual one", () => {
    const kit = {
      surfaces: [
        { ...usualSurface("sn"), midi: 60 },
        { ...usualSurface("f1"), midi: 61 },
      ],
    };
    const { ons } = read(writeTimelineMidi(timelineOf("@4 !RR/f1L/c1"), "x", kit));
    expect(ons.map((event) => event.param1)).toEqual([60, 61, 49]);
  });
  test("compound meter, its tempo in quarters, and a name of any script", () => {
    const { meter, tempo, name } = read(writeTimelineMidi(timelineOf("@2 RLLRLL", "6/8", 60), "Größe 鼓"));
    expect(meter?.data?.slice(0, 3) ?? [meter?.param1, meter?.param2]).toEqual(expect.arrayContaining([6, 3]));
    expect(tempo).toBe(666_667);
    expect(new TextDecoder().decode(Uint8Array.from(name ?? []))).toBe("Größe 鼓");
  });
  test("a flam on the first note after a bar of rest", () => {
    const { ons } = read(writeTimelineMidi(timelineOf("@4 'RLRL"), "x"));
    expect(ons.map((event) => event.at).slice(1)).toEqual([40_320, 42_840, 45_360, 47_880]);
    expect(40_320 - (ons[0]?.at ?? 0)).toBe(564);
  });
  test("groove, fill and the crash that answers it", () => {
    const timeline = timelineOf("@4 RLRRLx3 K");
    const arrangement = arrange(timeline, plainGroove(timeline.meter), { ...USUAL, countInBars: 1 }, LEFT_CRASH);
    const { ons, end } = read(writeArrangementMidi(arrangement, timeline.tempo, "x"));
    expect(ons.filter((event) => event.at >= 40_320 && event.at < 80_640)).toHaveLength(16);
    expect(ons.filter((event) => event.at === 80_640).map((event) => event.param1)).toEqual(
      expect.arrayContaining([49, 36]),
    );
    expect(end).toBe(3 * 40_320);
  });
});

test("any phrase: one note per event, at its tick, ended before the same key sounds again", () => {
  const meter: Meter = { beats: 4, unit: 4 };
  fc.assert(
    fc.property(anyLine, (line) => {
      const timeline = layOut({ meter, tempo: bpm(100), window: { start: ticks(0), length: barTicks(meter) }, line });
      fc.pre(timeline.events.length > 0 && timeline.events.length < 600);
      const { ons, offs } = read(writeTimelineMidi(timeline, "any"));
      const first = timeline.events[0]?.at ?? 0;
      const lead = first < 0 ? 40_320 : 0;
      expect(ons.map((event) => event.at)).toEqual(timeline.events.map((event) => event.at + lead));
      const sounding = new Map<number, number>();
      for (const event of [...ons, ...offs].sort((a, b) => a.at - b.at || (a.subtype ?? 0) - (b.subtype ?? 0))) {
        const key = event.param1 ?? 0;
        sounding.set(key, (sounding.get(key) ?? 0) + (event.subtype === NOTE_ON ? 1 : -1));
      }
      expect([...sounding.values()].every((count) => count === 0)).toBe(true);
    }),
    runs(60),
  );
});

test("a track of a million stickings without notes is read quickly", () => {
  const event = [0x00, 0xff, 0x01, 0x01, 0x52];
  const note = [0x00, 0x99, 38, 100];
  const track = new Uint8Array(event.length * 1_000_000 + note.length);
  for (let index = 0; index < 1_000_000; index++) track.set(event, index * event.length);
  track.set(note, event.length * 1_000_000);
  const size = [24, 16, 8, 0].map((shift) => (track.length >> shift) & 255);
  const head = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6, 0, 0, 0, 1, 1, 224, 0x4d, 0x54, 0x72, 0x6b, ...size];
  const bytes = new Uint8Array(head.length + track.length);
  bytes.set(head);
  bytes.set(track, head.length);
  const read = readMidi(bytes);
  expect(read.ok && read.file.parts[0]?.notes[0]?.limb).toBe("R");
});
