import fc from "fast-check";
import { expect, test } from "vitest";
import { anyMeter } from "../testing/arbitraries";
import { barTicks, beatTicks, type Meter, parseMeter } from "../time/time";
import { FORM_KINDS, findForm, makeForm } from "./forms";

test("each form matches its name, and is recognized", () => {
  const four = parseMeter("4/4") as Meter;
  expect(makeForm("half-half", four)).toEqual({
    grooveBars: 0,
    window: { start: 20_160, length: 20_160 },
    stops: false,
  });
  expect(makeForm("two-two", four)).toMatchObject({ grooveBars: 2, window: { start: 0, length: 80_640 } });
  expect(makeForm("half-half", parseMeter("5/4") as Meter).window).toEqual({ start: 30_240, length: 20_160 });
  expect(makeForm("half-half", parseMeter("6/8") as Meter).window).toEqual({ start: 15_120, length: 15_120 });
  expect(makeForm("half-half", parseMeter("1/4") as Meter).window).toEqual({ start: 5_040, length: 5_040 });
  expect(findForm({ ...makeForm("one-one", four), grooveBars: 5 }, four)).toBeNull();
});

test("in any meter the window is inside its bars, and names are unique", () => {
  fc.assert(
    fc.property(anyMeter, fc.constantFrom(...FORM_KINDS), (meter, kind) => {
      const form = makeForm(kind, meter);
      expect(findForm(form, meter)).toBe(kind);
      expect(form.window.length).toBeGreaterThan(0);
      expect((form.window.start + form.window.length) % barTicks(meter)).toBe(0);
      if (meter.beats > 1)
        expect(form.window.start % beatTicks(meter) === 0 || form.window.start * 2 === barTicks(meter)).toBe(true);
    }),
  );
});
