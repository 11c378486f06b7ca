import { describe, expect, test } from "vitest";
import { STRAIGHT } from "../groove/feel";
import { listBackbeats, pulseInGroove } from "../groove/groove";
import { grooveOf } from "../testing/settings";
import { formatFeltMeter, isCompound, listGroupings, parseMeter, readGroups, type Ticks } from "../time/time";
import { clickBeats } from "./clicks";
import { backbeatsBetween, isBackbeat, isOnBeat, pulseOf, shiftPulse } from "./pulse";

const meterOf = (text: string) => {
  const meter = parseMeter(text);
  if (!meter) throw new Error(text);
  return meter;
};
const QUARTER = 10_080;

describe("the default pulse of a meter", () => {
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

describe("a grouped meter", () => {
  test("has beats at the group starts, and every second one is a backbeat", () => {
    const seven = pulseOf(meterOf("7/8 2+2+3"));
    const eighth = QUARTER / 2;
    expect(seven.beats).toEqual([0, 2 * eighth, 4 * eighth]);
    expect(seven.backbeats.at).toEqual([2 * eighth]);
    expect(clickBeats(seven, 0, 14 * eighth).map(({ at }) => at / eighth)).toEqual([0, 2, 4, 7, 9, 11]);
    expect(pulseOf(meterOf("8/8 332")).beats).toEqual([0, 3 * eighth, 6 * eighth]);
    // Nine eighths in groups other than threes aren't dotted beats.
    expect(isCompound(meterOf("9/8"))).toBe(true);
    expect(isCompound(meterOf("9/8 2+2+2+3"))).toBe(false);
    expect(pulseOf(meterOf("9/8 2+2+2+3")).beats).toHaveLength(4);
  });
  test("is refused if the groups don't add up, with the reason", () => {
    const seven = meterOf("7/8");
    expect(readGroups("2+2+3", seven)).toEqual([2, 2, 3]);
    expect(readGroups("3 + 2 + 2", seven)).toEqual([3, 2, 2]);
    expect(readGroups("2+2+2", seven)).toEqual({ kind: "sum", sum: 6, wanted: 7 });
    for (const text of ["2+x", "7", "0+7", "2.5+4.5", "", "+"]) {
      expect(readGroups(text, seven), text).toEqual({ kind: "not-groups" });
    }
    expect(parseMeter("7/8 2+2+2")).toBeNull();
    expect(formatFeltMeter(meterOf("7/8  223"))).toBe("7/8 2+2+3");
  });
  test("can be felt in every order of twos and threes, fewest beats first", () => {
    expect(listGroupings(meterOf("7/8")).map((groups) => groups.join(""))).toEqual(["223", "232", "322"]);
    expect(listGroupings(meterOf("8/8")).map((groups) => groups.join(""))).toEqual(["233", "323", "332", "2222"]);
    for (let beats = 5; beats <= 13; beats++) {
      for (const groups of listGroupings({ beats, unit: 8 })) {
        expect(groups.reduce((sum, size) => sum + size, 0)).toBe(beats);
      }
    }
  });
  test("uses the groove's groups if none are chosen", () => {
    const line = grooveOf("@2 (R/hhK)R/hh (R/hh>L)R/hh (R/hhK)R/hhR/hh").line;
    const groove = { line, feel: STRAIGHT, meter: meterOf("7/8 2+2+3") };
    expect(pulseInGroove(groove, meterOf("7/8"), 0).beats).toHaveLength(3);
    expect(pulseInGroove(groove, meterOf("7/8 3+2+2"), 0).beats[1]).toBe(1.5 * QUARTER);
  });
});

describe("the pulse of a groove", () => {
  test("has its backbeat on 3 in half-time, and backbeat clicks follow", () => {
    const half = grooveOf("@2 (R/hhK) R/hh R/hh R/hh (R/hh>L) R/hh R/hh R/hh");
    const pulse = pulseOf(meterOf("4/4"), listBackbeats(half));
    expect(pulse.backbeats.at).toEqual([2 * QUARTER]);
    expect(backbeatsBetween(pulse, 0, 8 * QUARTER)).toEqual([2 * QUARTER, 6 * QUARTER]);
    const clicked = clickBeats(pulse, 0, 4 * QUARTER).filter(({ onBackbeat }) => onBackbeat);
    expect(clicked.map(({ at }) => at)).toEqual([2 * QUARTER]);
  });

  test("of two bars continues when the phrase starts after one of them", () => {
    const length = (8 * QUARTER) as Ticks;
    const pulse = pulseOf(meterOf("4/4"), { at: [QUARTER as Ticks, (6 * QUARTER) as Ticks], length });
    expect(shiftPulse(pulse, 4 * QUARTER).backbeats.at).toEqual([2 * QUARTER, 5 * QUARTER]);
    expect(shiftPulse(pulse, 8 * QUARTER)).toEqual(pulse);
  });

  test("without backbeats has none, and asks for none", () => {
    const pulse = pulseOf(meterOf("4/4"), { at: [], length: (4 * QUARTER) as Ticks });
    expect(backbeatsBetween(pulse, 0, 40 * QUARTER)).toEqual([]);
    expect(isBackbeat(QUARTER, pulse)).toBe(false);
  });
});
