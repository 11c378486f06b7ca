import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readStickLine } from "../line/read";
import { countSlots, type Line, mirrorLine, type Phrase } from "../phrase/phrase";
import { isHand, mirrorLimb, partsOf, strokesOf } from "../stroke/stroke";
import { anyLine, anyMeter } from "../testing/arbitraries";
import { barTicks, bpm, type Meter, makeRate, secondsToTicks, slotTicks, ticks } from "../time/time";
import { isLinear, lastsFor, layOut, slotAt, type Timeline } from "./timeline";

const NO_FILTER = { limbs: null, cells: null, levels: null };
const FOUR_FOUR: Meter = { beats: 4, unit: 4 };

function phraseOf(text: string, given: Partial<Phrase> = {}): Phrase {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  const meter = given.meter ?? FOUR_FOUR;
  return { meter, tempo: bpm(100), window: { start: ticks(0), length: barTicks(meter) }, line, ...given };
}

const anyPhrase = fc
  .record({
    meter: anyMeter,
    tempo: fc.integer({ min: 20, max: 400 }),
    start: fc.integer({ min: 0, max: 12 }),
    line: anyLine,
  })
  .map(
    ({ meter, tempo, start, line }): Phrase => ({
      meter,
      tempo: bpm(tempo),
      window: { start: ticks(start * 1_260), length: barTicks(meter) },
      line,
    }),
  );

describe("laws", () => {
  test("slots are consecutive without gaps, and cells consist of their slots", () => {
    fc.assert(
      fc.property(anyPhrase, (phrase) => {
        const { slots, cells, end } = layOut(phrase);
        // One assertion for all of them: thousands of small ones are slow.
        const ends = slots.map((slot) => slot.at + slot.duration);
        expect([...slots.map((slot) => slot.at), end]).toEqual([phrase.window.start, ...ends]);
        expect(slots).toHaveLength(countSlots(phrase.line));
        for (const cell of cells) {
          const own = slots.slice(cell.firstSlot, cell.firstSlot + cell.size);
          expect(own.every((slot) => slot.cell === cell.index && slot.duration === slotTicks(cell.rate))).toBe(true);
          expect(own.reduce((sum, slot) => sum + slot.duration, 0)).toBe(cell.duration);
        }
      }),
    );
  });
  test("a window of any meter is filled exactly by its number of slots, at any rate that divides it", () => {
    fc.assert(
      fc.property(
        anyMeter,
        fc.integer({ min: 1, max: 16 }),
        fc.integer({ min: 1, max: 3 }),
        (meter, slotsPerQuarter, bars) => {
          const rate = makeRate(slotsPerQuarter);
          const length = bars * barTicks(meter);
          fc.pre(rate !== null && length % slotTicks(rate) === 0);
          if (!rate) return;
          const phrase = phraseOf(`@${slotsPerQuarter} Rx${length / slotTicks(rate)}`, {
            meter,
            window: { start: ticks(0), length: ticks(length) },
          });
          expect(layOut(phrase).end).toBe(length);
        },
      ),
    );
  });
  test("events are ordered, whole, and inside their slots; grace notes lead into them", () => {
    fc.assert(
      fc.property(anyPhrase, (phrase) => {
        const { slots, events } = layOut(phrase);
        expect(events.map((event) => event.at)).toEqual(events.map((event) => event.at).toSorted((a, b) => a - b));
        const wrong = events.filter((event) => {
          const slot = slots[event.slot];
          if (!slot || !Number.isInteger(event.at)) return true;
          const lead = slot.at + (event.part * slot.duration) / event.parts - event.at;
          if (event.grace === undefined) return lead !== 0;
          return lead <= 0 || lead > slot.duration / event.parts / 2 + 1;
        });
        expect(wrong).toEqual([]);
      }),
    );
  });
  test("every stroke sounds once, with its grace notes by the other hand", () => {
    fc.assert(
      fc.property(anyPhrase, (phrase) => {
        const { slots, events } = layOut(phrase);
        const strokes = slots.flatMap((slot) => strokesOf(slot.content));
        expect(events.filter((event) => event.grace === undefined)).toHaveLength(strokes.length);
        expect(events.filter((event) => event.grace !== undefined)).toHaveLength(
          strokes.reduce((sum, stroke) => sum + stroke.graces, 0),
        );
        expect(events.every((event) => event.grace === undefined || isHand(event.limb))).toBe(true);
      }),
    );
  });
  test("a mirrored line gives the mirrored timeline", () => {
    const inOrder = (timeline: Timeline, mirrored: boolean) =>
      timeline.events
        .map(
          (event) =>
            `${event.at} ${event.slot} ${mirrored ? mirrorLimb(event.limb) : event.limb} ${event.level} ${event.place} ${event.grace}`,
        )
        .sort();
    fc.assert(
      fc.property(anyPhrase, (phrase) => {
        const mirrored = layOut({ ...phrase, line: mirrorLine(phrase.line) });
        expect(inOrder(mirrored, true)).toEqual(inOrder(layOut(phrase), false));
      }),
    );
  });
  test("finding a slot by time agrees with checking all of them", () => {
    fc.assert(
      fc.property(anyPhrase, fc.integer({ min: -5_000, max: 400_000 }), (phrase, at) => {
        const timeline = layOut(phrase);
        const found = timeline.slots.find((slot) => at >= slot.at && at < slot.at + slot.duration) ?? null;
        expect(slotAt(timeline, at)).toBe(found);
      }),
    );
  });
});

describe("hand-worked", () => {
  test("five, five, six over a bar", () => {
    const { slots, cells, events, end } = layOut(phraseOf("@4 >RlrrL >RlrrL RLRRLK"));
    expect(slots.map((slot) => slot.at / 2_520)).toEqual(Array.from({ length: 16 }, (_, index) => index));
    expect(cells.map((cell) => cell.at / 2_520)).toEqual([0, 5, 10]);
    expect(events.map((event) => event.limb).join("")).toBe("RLRRLRLRRLRLRRLK");
    expect(events.at(-1)).toMatchObject({ limb: "K", place: "kk", level: "normal" });
    expect(end).toBe(40_320);
  });
  test("a change of rate between cells", () => {
    const { slots, end } = layOut(phraseOf("@4 RLRL @6 RLRLRL @3 RLR"));
    expect(slots.map((slot) => slot.at)).toEqual([
      0, 2_520, 5_040, 7_560, 10_080, 11_760, 13_440, 15_120, 16_800, 18_480, 20_160, 23_520, 26_880,
    ]);
    expect(end).toBe(30_240);
  });
  test("a rate inside a repeated run applies again when the run repeats", () => {
    const { cells } = layOut(phraseOf("@4 [RL @8 RL]x2"));
    expect(cells.map((cell) => cell.rate.slots)).toEqual([4, 8, 8, 8]);
  });
  test("shared slots divide their time; unisons are simultaneous", () => {
    const { events } = layOut(phraseOf("@4 {RLR}(RK)"));
    expect(events.map(({ at, limb, duration }) => [at, limb, duration])).toEqual([
      [0, "R", 840],
      [840, "L", 840],
      [1_680, "R", 840],
      [2_520, "R", 2_520],
      [2_520, "K", 2_520],
    ]);
  });
  test("a flam leads by 28 ms at any moderate tempo, and never by more than half the slot", () => {
    for (const tempo of [60, 100, 160]) {
      const { events } = layOut(phraseOf("@4 -'R", { tempo: bpm(tempo) }));
      expect(events.map((event) => event.limb)).toEqual(["L", "R"]);
      expect((events[1]?.at ?? 0) - (events[0]?.at ?? 0)).toBe(secondsToTicks(0.028, bpm(tempo), FOUR_FOUR));
    }
    const fast = layOut(phraseOf("@32 -'R", { tempo: bpm(400) }));
    expect((fast.events[1]?.at ?? 0) - (fast.events[0]?.at ?? 0)).toBe(157);
  });
  test("drags have two notes of the other hand, ghosted, on the same surface", () => {
    const { events } = layOut(phraseOf("@2 -''>L/t1"));
    expect(events.map(({ limb, level, place }) => `${limb} ${level} ${place}`)).toEqual([
      "R ghost t1",
      "R ghost t1",
      "L accent t1",
    ]);
  });
  test("written bar lines are compared with the meter", () => {
    const { barChecks } = layOut(phraseOf("@4 RLRLx4 | RLRLRLx3 | RL |"));
    expect(barChecks.map(({ offBy, beforeCell }) => [offBy / 2_520, beforeCell])).toEqual([
      [0, 4],
      [2, 7],
      [4, 8],
    ]);
  });
  test.each([
    ["@4 RLKH", true],
    ["@4 'RLK", true],
    ["@4 RLRL", false],
    ["@4 KKHH", false],
    ["@4 R(LK)RL", false],
    ["@4 {RL}K", true],
  ])("%s is linear: %s", (text, is) => {
    expect(isLinear(layOut(phraseOf(text)))).toBe(is);
  });
  test("a crescendo goes from a ghost's force to an accent's, and accents stay above", () => {
    const forces = (text: string) =>
      layOut(phraseOf(text))
        .events.filter(({ grace }) => grace === undefined)
        .map(({ force }) => force);
    expect(forces("@4 rR>R")).toEqual([0, 1, 2]);
    expect(forces("@4 <[RLRLR]")).toEqual([0, 0.5, 1, 1.5, 2]);
    expect(forces("@4 >[RLRLR]")).toEqual([2, 1.5, 1, 0.5, 0]);
    // An accent starts from a normal stroke's force, a ghost ends there. Silence before and after doesn't count.
    expect(forces("@4 <[->RLRLr-]")).toEqual([1, 0.5, 1, 1.5, 1]);
    expect(forces("@4 <[RL]x2 R")).toEqual([0, 2, 0, 2, 1]);
    expect(forces("@4 <[R @8 LRLR]")).toEqual([0, 0.8, 1.2, 1.6, 2]);
  });

  test("swells give their slots and times", () => {
    const { swells, slots } = layOut(phraseOf("@4 RL <[-RLR]x2 >[RL]"));
    expect(swells.map(({ swell, firstSlot, lastSlot }) => [swell, firstSlot, lastSlot])).toEqual([
      ["crescendo", 2, 5],
      ["crescendo", 6, 9],
      ["diminuendo", 10, 11],
    ]);
    expect(swells[0]).toMatchObject({ from: 3 * 2_520, to: 5 * 2_520 });
    expect(slots.map(({ loud }) => loud ?? null)).toEqual([null, null, 0, 0, 0.5, 1, 0, 0, 0.5, 1, 1, 0]);
  });

  test("a buzz lasts its note, a choked cymbal half of it, all else rings", () => {
    const { events } = layOut(phraseOf("@4 ~R =L/c1 R"));
    expect(events.map(lastsFor)).toEqual([2_520, 1_260, null]);
  });

  test("a stroke voiced to a cymbal loses its rim shot but keeps its accent", () => {
    const voicing = [{ on: true, rule: { kind: "one", on: "c1" }, filter: NO_FILTER }] as const;
    const [event] = layOut(phraseOf("@4 !RL", { voicing })).events;
    expect(event).toMatchObject({ place: "c1", technique: "plain", level: "accent" });
  });

  test("an empty line ends at the start of its window", () => {
    const empty: Line = readStickLine("").line ?? [];
    const { slots, end } = layOut({
      ...phraseOf("R"),
      line: empty,
      window: { start: ticks(5_040), length: ticks(5_040) },
    });
    expect([slots.length, end]).toEqual([0, 5_040]);
    expect(partsOf({ kind: "silence" })).toHaveLength(1);
  });
});
