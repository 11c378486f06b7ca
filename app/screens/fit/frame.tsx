/** The space to fill: meter, note value, start, length, tempo, and the band's hits. */

import { moveStart } from "~/core/fit";
import type { Window } from "~/core/phrase";
import {
  barTicks,
  beatTicks,
  formatMeter,
  hasGroups,
  listGroupings,
  MAX_BPM,
  type Meter,
  MIN_BPM,
  parseMeter,
  parseRate,
  readGroups,
  type Ticks,
  ticks,
} from "~/core/time";
import { BeginsOn } from "~/editor/begins-on";
import { FigureControl } from "~/editor/figure-control";
import type { SearchQuestion } from "~/library/search/content";
import { NumberField } from "~/ui/number-field";
import { COMMON_METERS, describeRate, describeUsuallyFelt, OFFERED_RATES, plural } from "~/words/time";
import type { SearchDraft } from "./draft";

interface SearchFrameProps {
  readonly draft: SearchDraft;
  readonly content: SearchQuestion;
  /** Hits of the figure that aren't on a slot. */
  readonly between: number;
}

export function Frame({ draft, content, between }: SearchFrameProps) {
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
  const nameLength = (value: number) =>
    value % bar === 0
      ? plural(value / bar, "bar")
      : value % beat === 0
        ? plural(value / beat, "beat")
        : plural(value / beat, "beat");
  return (
    <section aria-label="Space to fill" className="panel px-3 py-2.5">
      <h2 className="text-base mb-1">Space to fill</h2>
      <div className="grid grid-cols-2 gap-2 text-xs">
        <label>
          <span className="label-small block mb-0.5">Meter</span>
          <select
            className="select select-sm w-full"
            value={formatMeter(meter)}
            onChange={(event) => {
              const next = parseMeter(event.target.value);
              if (next) draft.change({ meter: next, window: { start: ticks(0), length: barTicks(next) } });
            }}
          >
            {meters.map((text) => (
              <option key={text}>{text}</option>
            ))}
          </select>
        </label>
        {hasGroups(meter) ? (
          <label>
            <span className="label-small block mb-0.5">Grouping</span>
            <select
              className="select select-sm w-full"
              value={meter.groups?.join("+") ?? ""}
              onChange={({ target }) => {
                const { groups: _, ...plain } = meter;
                const groups = readGroups(target.value, meter);
                draft.change({ meter: Array.isArray(groups) ? { ...plain, groups } : plain });
              }}
            >
              <option value="">{describeUsuallyFelt(meter)}</option>
              {[...listGroupings(meter), ...(meter.groups ? [meter.groups] : [])]
                .map((groups) => groups.join("+"))
                .filter((text, index, all) => all.indexOf(text) === index)
                .map((text) => (
                  <option key={text}>{text}</option>
                ))}
            </select>
          </label>
        ) : null}
        <label>
          <span className="label-small block mb-0.5">Note value</span>
          <select
            className="select select-sm w-full"
            value={content.rate}
            onChange={(event) => draft.change({ rate: event.target.value })}
          >
            {rates.map((text) => (
              <option key={text} value={text}>
                {describeRate(parseRate(text) ?? { slots: 4, quarters: 1 })}
              </option>
            ))}
          </select>
        </label>
        <BeginsOn
          start={start as Ticks}
          rate={parseRate(content.rate) ?? { slots: 4, quarters: 1 }}
          meter={meter}
          bars={2}
          onStart={(at) => draft.change({ window: moveStart(content.window as Window, at, meter) })}
        />
        <label>
          <span className="label-small block mb-0.5">Lasts</span>
          <select
            className="select select-sm w-full"
            value={length}
            onChange={(event) => draft.change({ window: { start, length: ticks(Number(event.target.value)) } })}
          >
            {lengths.map((value) => (
              <option key={value} value={value}>
                {nameLength(value)}
              </option>
            ))}
          </select>
        </label>
        <div>
          <NumberField
            label="Tempo"
            value={Math.round(content.tempo)}
            least={MIN_BPM}
            most={MAX_BPM}
            className="input-sm w-full font-display font-semibold"
            onValue={(value) => draft.change({ tempo: Math.round(value) }, "tempo")}
          />
        </div>
      </div>
      <details className="mt-2" open={content.figure !== undefined}>
        <summary className="label-small cursor-pointer">Band hits</summary>
        <div className="mt-1.5">
          <FigureControl
            figure={content.figure}
            onChange={(figure) => draft.change({ figure }, "figure")}
            meter={meter}
            tempo={content.tempo}
            until={start + length}
            told={
              between > 0
                ? `${plural(between, "hit")} ${between === 1 ? "falls" : "fall"} between the notes of this note value, so no accent can go there.`
                : ""
            }
          />
        </div>
      </details>
    </section>
  );
}
