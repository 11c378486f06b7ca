import { describe, expect, test } from "vitest";
import { listBackbeats } from "../groove/groove";
import { grooveOf } from "../testing/settings";
import { parseMeter, type Ticks } from "../time/time";
import { clickBeats } from "./clicks";
import { backbeatsBetween, isBackbeat, isOnBeat, pulseOf, shiftPulse } from "./pulse";

const meterOf = (text: string) => {
  const meter = parseMeter(text);
  if (!meter) throw new Error(text);
  return meter;
};
const QUARTER = 10_080;

describe("the pulse of a meter by itself", () => {
  test("has its backbeat on every second beat, whatever the unit", () => {
    const four = pulseOf(meterOf("4/4"));
    expect(four.backbeats.at).toEqual([QUARTER, 3 * QUARTER]);
    expect([0, 1, 2, 3].map((beat) => isBackbeat(beat * QUARTER, four))).toEqual([false, true, false, true]);
    const six = pulseOf(meterOf("6/8"));
    expect(six.beats).toEqual([0, 1.5 * QUARTER]);
    expect(six.backbeats.at).toEqual([1.5 * QUARTER]);
    expect(isOnBeat(QUARTER / 2, six)).toBe(false);
  });
});

describe("the pulse of a groove", () => {
  test("in half-time the backbeat is beat 3, and clicks on the backbeat follow it", () => {
    const half = grooveOf("@2 (R/hhK) R/hh R/hh R/hh (R/hh>L) R/hh R/hh R/hh");
    const pulse = pulseOf(meterOf("4/4"), listBackbeats(half));
    expect(pulse.backbeats.at).toEqual([2 * QUARTER]);
    expect(backbeatsBetween(pulse, 0, 8 * QUARTER)).toEqual([2 * QUARTER, 6 * QUARTER]);
    const clicked = clickBeats(pulse, 0, 4 * QUARTER).filter(({ onBackbeat }) => onBackbeat);
    expect(clicked.map(({ at }) => at)).toEqual([2 * QUARTER]);
  });

  test("of two bars goes on where the phrase begins after one of them", () => {
    const length = (8 * QUARTER) as Ticks;
    const pulse = pulseOf(meterOf("4/4"), { at: [QUARTER as Ticks, (6 * QUARTER) as Ticks], length });
    expect(shiftPulse(pulse, 4 * QUARTER).backbeats.at).toEqual([2 * QUARTER, 5 * QUARTER]);
    expect(shiftPulse(pulse, 8 * QUARTER)).toEqual(pulse);
  });

  test("without a backbeat has none, and nothing is asked for on one", () => {
    const pulse = pulseOf(meterOf("4/4"), { at: [], length: (4 * QUARTER) as Ticks });
    expect(backbeatsBetween(pulse, 0, 40 * QUARTER)).toEqual([]);
    expect(isBackbeat(QUARTER, pulse)).toBe(false);
  });
});
