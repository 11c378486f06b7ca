import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyMeter } from "../testing/arbitraries";
import { lineOf } from "../testing/lines";
import { EIGHTHS } from "../testing/settings";
import { barTicks, bpm, type Meter } from "../time/time";
import { type Groove, layOutGroove, listBackbeats, mirrorGroove, plainGroove } from "./groove";

const _FOUR_FOUR: Meter = { beats: 4, unit: 4 };
const BAR = 40_320;
const QUARTER = 10_080;

describe("grooves", () => {
  test("the simplest groove fills one bar of any meter, with a kick on one", () => {
    fc.assert(
      fc.property(anyMeter, (meter) => {
        const laid = layOutGroove(plainGroove(meter), meter, bpm(100));
        expect(laid?.end).toBe(barTicks(meter));
        expect(laid?.events.filter((event) => event.at === 0).map((event) => event.limb)).toContain("K");
      }),
    );
  });
  test("the backbeat is the groove's loudest snare stroke", () => {
    const at = (text: string) => listBackbeats({ ...EIGHTHS, line: lineOf(text) }).at.map((one) => one / QUARTER);
    expect(listBackbeats(EIGHTHS)).toMatchObject({ length: BAR });
    expect(at("@2 (R/hhK)R/hh (R/hh>L)l (R/hhK)R/hh (R/hh>L)l")).toEqual([1, 3]);
    expect(at("@1 (R/rdK)R/rd(R/rd>L)R/rd")).toEqual([2]);
    expect(at("@1 KLKL")).toEqual([1, 3]);
    expect(at("@1 KR/rdKl")).toEqual([]);
  });
  test("a mirrored groove swaps the hands and their feel", () => {
    const groove: Groove = { ...EIGHTHS, feel: { swing: null, push: { L: 12, K: 3 } } };
    expect(mirrorGroove(groove).feel.push).toEqual({ R: 12, K: 3 });
    expect(mirrorGroove(mirrorGroove(groove))).toEqual(groove);
  });
});
