/** The forms in which you can practise fills, by name. */

import type { Window } from "../phrase/phrase";
import { barTicks, beatTicks, type Meter, ticks } from "../time/time";

export const FORM_KINDS = ["one-one", "half-half", "three-one", "two-two", "seven-one", "continuous", "stops"] as const;
export type FormKind = (typeof FORM_KINDS)[number];

export interface ReadyForm {
  readonly grooveBars: number;
  readonly window: Window;
  readonly stops: boolean;
}

/** The form in a meter. In odd meters, half a bar starts on the beat after the middle. */
export function makeForm(kind: FormKind, meter: Meter): ReadyForm {
  const bar = barTicks(meter);
  const whole = (grooveBars: number, bars = 1, stops = false): ReadyForm => ({
    grooveBars,
    window: { start: ticks(0), length: ticks(bars * bar) },
    stops,
  });
  switch (kind) {
    case "one-one":
      return whole(1);
    case "half-half": {
      const beats = bar / beatTicks(meter);
      const start = Math.ceil(beats / 2) * beatTicks(meter);
      // Even a bar of one beat is halved.
      const from = start < bar ? start : bar / 2;
      return { grooveBars: 0, window: { start: ticks(from), length: ticks(bar - from) }, stops: false };
    }
    case "three-one":
      return whole(3);
    case "two-two":
      return whole(2, 2);
    case "seven-one":
      return whole(7);
    case "continuous":
      return whole(0);
    case "stops":
      return whole(1, 1, true);
  }
}

/** The preset that this form is; null for a custom one. */
export function findForm(form: ReadyForm, meter: Meter): FormKind | null {
  return (
    FORM_KINDS.find((kind) => {
      const ready = makeForm(kind, meter);
      return (
        ready.grooveBars === form.grooveBars &&
        ready.stops === form.stops &&
        ready.window.start === form.window.start &&
        ready.window.length === form.window.length
      );
    }) ?? null
  );
}
