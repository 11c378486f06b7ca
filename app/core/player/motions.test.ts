import { expect, test } from "vitest";
import { FOUR_PIECE } from "../testing/kits";
import { lineOf } from "../testing/lines";
import { barTicks, bpm, type Meter, ticks } from "../time/time";
import { layOut } from "../timeline/timeline";
import { measurePace } from "./motions";

const FOUR_FOUR: Meter = { beats: 4, unit: 4 };

test("the speed of each limb, doubles apart", () => {
  // Sixteenths at 60 bpm: four per second. The right hand plays a double, then a stroke three slots later.
  const window = { start: ticks(0), length: barTicks(FOUR_FOUR) };
  const pace = measurePace(layOut({ meter: FOUR_FOUR, tempo: bpm(60), window, line: lineOf("@4 RRLLRK") }, FOUR_PIECE));
  const right = pace.find(({ limb }) => limb === "R");
  expect(right).toMatchObject({ strokes: 3 });
  expect(right?.doubles).toBeCloseTo(4, 9);
  expect(right?.singles).toBeCloseTo(4 / 3, 9);
  expect(right?.average).toBeCloseTo(2, 9);
  expect(pace.find(({ limb }) => limb === "K")).toMatchObject({ strokes: 1, singles: null, doubles: null });
});
