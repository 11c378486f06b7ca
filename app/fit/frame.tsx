/** The window that is to be filled: meter, rate, where it begins, how long it is, tempo, and the band's figure. */

import { useState } from "react";
import { barTicks, beatTicks, formatMeter, MAX_BPM, type Meter, MIN_BPM, parseMeter, parseRate, ticks } from "~/core";
import type { SearchContent } from "~/formats/search";
import { FigureControl } from "~/stack/figure-control";
import { COMMON_METERS, nameRate, OFFERED_RATES, plural } from "~/words/time";
import type { SearchBench } from "./bench";

interface FrameProps {
  readonly bench: SearchBench;
  readonly content: SearchContent;
  /** Hits of the figure that no slot stands on. */
  readonly between: number;
}

export function Frame({ bench, content, between }: FrameProps) {
  const meter = content.meter as Meter;
  const bar = barTicks(meter);
  const beat = beatTicks(meter);
  const beats = bar / beat;
  const { start, length } = content.window;
  const meters = COMMON_METERS.includes(formatMeter(meter)) ? COMMON_METERS : [formatMeter(meter), ...COMMON_METERS];
  const rates: readonly string[] = OFFERED_RATES.some((rate) => rate === content.rate)
    ? OFFERED_RATES
    : [content.rate, ...OFFERED_RATES];
  const parts = Array.from({ length: Math.max(1, beats - 1) }, (_, index) => (index + 1) * beat).filter(
    (part) => part < bar,
  );
  const lengths = [...new Set([...parts, bar, 2 * bar, 3 * bar, 4 * bar, length as number])].sort((a, b) => a - b);
  const starts = [...new Set([...Array.from({ length: beats }, (_, index) => index * beat), start as number])].sort(
    (a, b) => a - b,
  );
  const nameLength = (value: number) =>
    value % bar === 0
      ? plural(value / bar, "bar")
      : value % beat === 0
        ? plural(value / beat, "beat")
        : "as in the fill";
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <section aria-label="Window" className="panel px-3 py-2.5">
      <h2 className="text-base mb-1">Window</h2>
      <div className="grid grid-cols-2 gap-2 text-xs">
        <label>
          <span className="label-small block mb-0.5">Meter</span>
          <select
            className="select select-sm w-full"
            value={formatMeter(meter)}
            onChange={(event) => {
              const next = parseMeter(event.target.value);
              if (next) bench.change({ meter: next, window: { start: ticks(0), length: barTicks(next) } });
            }}
          >
            {meters.map((text) => (
              <option key={text}>{text}</option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Rate</span>
          <select
            className="select select-sm w-full"
            value={content.rate}
            onChange={(event) => bench.change({ rate: event.target.value })}
          >
            {rates.map((text) => (
              <option key={text} value={text}>
                {nameRate(parseRate(text) ?? { slots: 4, quarters: 1 })}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Begins on beat</span>
          <select
            className="select select-sm w-full"
            value={start}
            onChange={(event) => bench.change({ window: { start: ticks(Number(event.target.value)), length } })}
          >
            {starts.map((at) => (
              <option key={at} value={at}>
                {at % beat === 0
                  ? `${(at % bar) / beat + 1}${at >= bar ? ` of bar ${Math.floor(at / bar) + 1}` : ""}`
                  : "as in the fill"}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Lasts</span>
          <select
            className="select select-sm w-full"
            value={length}
            onChange={(event) => bench.change({ window: { start, length: ticks(Number(event.target.value)) } })}
          >
            {lengths.map((value) => (
              <option key={value} value={value}>
                {nameLength(value)}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Tempo</span>
          <input
            type="number"
            min={MIN_BPM}
            max={MAX_BPM}
            className="input input-sm w-full font-display font-semibold"
            value={typed ?? Math.round(content.tempo)}
            onChange={(event) => {
              setTyped(event.target.value);
              const value = Math.round(Number(event.target.value));
              if (value >= MIN_BPM && value <= MAX_BPM) bench.change({ tempo: value }, "tempo");
            }}
            onBlur={() => setTyped(null)}
          />
        </label>
      </div>
      <details className="mt-2" open={content.figure !== undefined}>
        <summary className="label-small cursor-pointer">Band figure</summary>
        <div className="mt-1.5">
          <FigureControl
            figure={content.figure}
            onChange={(figure) => bench.change({ figure }, "figure")}
            meter={meter}
            tempo={content.tempo}
            until={start + length}
            told={
              between > 0
                ? `${plural(between, "hit")} ${between === 1 ? "falls" : "fall"} between the slots of this rate and cannot be accented.`
                : ""
            }
          />
        </div>
      </details>
    </section>
  );
}
