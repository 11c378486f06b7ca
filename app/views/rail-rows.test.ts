import fc from "fast-check";
import { expect, test } from "vitest";
import { lineOf } from "~/core/testing/lines";
import { barTicks, bpm, TICKS_PER_QUARTER, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import { breakRows, EDGE, HEIGHT, listGap, shortestSlot, sizeRail } from "./rail-rows";
import { takeSection } from "./section";

function timelineOf(text: string, bars = 1): Timeline {
  const meter = { beats: 4, unit: 4 } as const;
  const window = { start: ticks(0), length: ticks(bars * barTicks(meter)) };
  return layOut({ meter, tempo: bpm(90), window, line: lineOf(text) });
}
const BAR = 4 * TICKS_PER_QUARTER;

test("a bar is one row if there is room, otherwise the fewest equal rows of whole beats", () => {
  const timeline = timelineOf("@4 RLRRLx3 K");
  const section = takeSection(timeline, 0);
  const beatsIn = (room: number) =>
    breakRows(timeline, section, shortestSlot(section), room).map(({ from, to }) => (to - from) / TICKS_PER_QUARTER);
  expect(beatsIn(16 * 24)).toEqual([4]);
  expect(beatsIn(16 * 24 - 1)).toEqual([2, 2]);
  expect(beatsIn(4 * 24)).toEqual([1, 1, 1, 1]);
  // Even without any room.
  expect(beatsIn(1)).toEqual([1, 1, 1, 1]);
});

test("rows are consecutive without gaps, to the end of the space", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 3 }),
      fc.integer({ min: 1, max: 1500 }),
      (notes, bars, room) => {
        const timeline = timelineOf(`@4 ${"RL".repeat(notes)}`, bars);
        const section = takeSection(timeline, 0);
        const rows = breakRows(timeline, section, shortestSlot(section), room);
        expect(rows[0]?.from).toBe(0);
        rows.forEach((row, index) => {
          if (index > 0) expect(row.from).toBe(rows[index - 1]?.to);
          expect(row.opensBar).toBe(row.from % BAR === 0);
          expect(row.bar).toBe(Math.floor(row.from / BAR));
        });
        expect(rows.at(-1)?.to).toBeGreaterThanOrEqual(Math.max(timeline.end, bars * BAR));
      },
    ),
  );
});

test("a size fits the frame, and grows with it", () => {
  const timeline = timelineOf("@4 RLRRLx3 K");
  const section = takeSection(timeline, 0);
  const heightOf = (frame: { width: number; height: number }) => {
    const { times, pitch } = sizeRail(timeline, section, frame);
    const rows = breakRows(timeline, section, shortestSlot(section), frame.width / times - 2 * EDGE, pitch);
    expect(rows.length * HEIGHT * times).toBeLessThanOrEqual(frame.height);
    return times;
  };
  expect(heightOf({ width: 1600, height: 900 })).toBeGreaterThan(heightOf({ width: 700, height: 300 }));
});

test("open positions are one per missing note, in its row", () => {
  const timeline = timelineOf("@4 RLRRL RLRRL");
  const [row] = breakRows(timeline, takeSection(timeline, 0), TICKS_PER_QUARTER / 4, 2_000);
  expect(row && listGap(timeline, row)).toHaveLength(6);
});
