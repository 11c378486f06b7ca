import { expect, test } from "vitest";
import { plainGroove } from "~/core/groove";
import { formatLine } from "~/core/line";
import { bpm, type Meter, parseMeter } from "~/core/time";
import type { GrooveChoice } from "~/library/groove/choices";
import { makeGrooveContent } from "~/library/groove/content";
import { grooveOver, toGroove } from "~/library/groove/groove";
import { copyGroove, newGroove } from "./new-groove";

test("a new one is the plain pulse of its meter, and fills its bar", () => {
  for (const text of ["4/4", "7/8", "6/8", "5/4"]) {
    const groove = newGroove(parseMeter(text) as Meter, bpm(100));
    expect(grooveOver(groove)).toBe(0);
    expect(groove.text).toBe(formatLine(plainGroove(parseMeter(text) as Meter).line));
    expect([groove.slowest, groove.fastest]).toEqual([70, 130]);
  }
});

test("a copy has all bars and the feel; a shipped one is copied as this player plays it", () => {
  const two = makeGrooveContent({
    text: "@1 R/hhL KK R/hhLKK",
    window: { start: 0, length: 80_640 } as never,
    feel: { swing: { unit: 2, share: 0.6 }, push: { R: 5 } },
  });
  const choice: GrooveChoice = {
    id: "g",
    name: "Two",
    groove: toGroove(two),
    isOwn: false,
    slowest: bpm(60),
    fastest: bpm(120),
  };
  const copy = copyGroove(choice, "left");
  expect(copy).toMatchObject({ name: "Two (copy)", text: "@1 L/hhR KK L/hhRKK", tempo: 90, feel: { push: { L: 5 } } });
  expect(copy.window.length).toBe(80_640);
  expect(copyGroove({ ...choice, isOwn: true }, "left").text).toBe(two.text);
});
