import { ArrowLeftRight, Minus, Plus } from "lucide-react";
import { lazy, Suspense, useId, useState } from "react";
import {
  barTicks,
  beatTicks,
  COUNT_STYLES,
  type CountStyle,
  formatMeter,
  formatRate,
  isHand,
  METER_UNITS,
  type Meter,
  makeMeter,
  openingRate,
  parseMeter,
  parseRate,
  slotTicks,
  strokesOf,
  type Ticks,
  ticks,
  withOpeningRate,
} from "~/core";
import { MAX_WINDOW_BARS } from "~/formats/phrase";
import { strongHandOf, usePreferences } from "~/ui/preferences";
import { tellHits } from "~/words/figure";
import {
  COMMON_METERS,
  COUNT_STYLE_NAMES,
  nameRate,
  OFFERED_RATES,
  plural,
  sayNumber,
  sayPosition,
} from "~/words/time";
import { useBench, useContent, useWorked } from "./context";

import { nameReady, READY_VOICINGS } from "./voicings";

// Most fills have no figure.
const FigureControl = lazy(async () => ({ default: (await import("./figure-control")).FigureControl }));

/** Meter, rate, window, lead hand and count. */
export function FrameControls({ say }: { say: (words: string) => void }) {
  return (
    <section
      aria-label="Bar and window"
      className="panel px-3 py-2 flex flex-wrap items-end gap-x-3.5 gap-y-2 order-last lg:order-none"
    >
      <MeterControl />
      <RateControl say={say} />
      <WindowControl />
      <LeadControl say={say} />
      <CountControl />
      <VoicingControl />
      <Band />
    </section>
  );
}

function Field({ label, children }: { label: string; children: (id: string) => React.ReactNode }) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="label-small block mb-0.5">
        {label}
      </label>
      {children(id)}
    </div>
  );
}

/** Behind a button until there is a figure: most fills have none. */
function Band() {
  const bench = useBench();
  const { figure, meter, tempo, window } = useContent();
  const { hits } = useWorked();
  const [isOpen, setOpen] = useState(false);
  if (!figure && !isOpen) {
    return (
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => setOpen(true)}
        title="A rhythm that the band plays there"
      >
        Band figure
      </button>
    );
  }
  return (
    <fieldset className="basis-full border-t border-base-300 pt-2">
      <legend className="sr-only">Band figure</legend>
      <Suspense fallback={null}>
        <FigureControl
          figure={figure}
          onChange={(next) => {
            if (!next) setOpen(false);
            bench.setContent({ figure: next }, "figure");
          }}
          meter={meter as Meter}
          tempo={tempo}
          until={window.start + window.length}
          told={tellHits(hits.map((hit) => hit.kept))}
        />
      </Suspense>
    </fieldset>
  );
}

export function MeterControl() {
  const { meter } = useContent();
  const bench = useBench();
  const text = formatMeter(meter);
  const isCommon = COMMON_METERS.includes(text);
  return (
    <div className="flex items-end gap-1">
      <Field label="Meter">
        {(id) => (
          <select
            id={id}
            className="select select-sm w-22"
            value={isCommon ? text : "other"}
            onChange={(event) => {
              const next = event.target.value === "other" ? makeMeter(11, 8) : parseMeter(event.target.value);
              if (next) bench.setMeter(next);
            }}
          >
            {COMMON_METERS.map((common) => (
              <option key={common}>{common}</option>
            ))}
            <option value="other">other…</option>
          </select>
        )}
      </Field>
      {isCommon ? null : (
        <>
          <input
            type="number"
            aria-label="Beats in the bar"
            min={1}
            max={32}
            value={meter.beats}
            className="input input-sm w-16"
            onChange={(event) => {
              const next = makeMeter(Number(event.target.value), meter.unit);
              if (next) bench.setMeter(next);
            }}
          />
          <select
            aria-label="Note that is one beat"
            className="select select-sm w-16"
            value={meter.unit}
            onChange={(event) => {
              const next = makeMeter(meter.beats, Number(event.target.value));
              if (next) bench.setMeter(next);
            }}
          >
            {METER_UNITS.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </select>
        </>
      )}
    </div>
  );
}

export function RateControl({ say }: { say: (words: string) => void }) {
  const bench = useBench();
  const { line } = useWorked();
  const rate = openingRate(line);
  const text = formatRate(rate);
  const offered: readonly string[] = OFFERED_RATES;
  return (
    <Field label="Rate at the start">
      {(id) => (
        <select
          id={id}
          className="select select-sm w-48"
          value={text}
          onChange={(event) => {
            const next = parseRate(event.target.value);
            if (next && !bench.editLine((now) => withOpeningRate(now, next)))
              say("Mend the line first, then change its rate.");
          }}
        >
          {offered.includes(text) ? null : (
            <option value={text}>
              @{text} {nameRate(rate)}
            </option>
          )}
          {OFFERED_RATES.map((option) => {
            const known = parseRate(option);
            return (
              <option key={option} value={option}>
                @{option} {known ? nameRate(known) : ""}
              </option>
            );
          })}
        </select>
      )}
    </Field>
  );
}

export function WindowControl() {
  const bench = useBench();
  const { meter, window, countStyle } = useContent();
  const { line, timeline } = useWorked();
  const rate = openingRate(line);
  const slot = slotTicks(rate);
  const bar = barTicks(meter);
  const most = MAX_WINDOW_BARS * bar;
  const put = (start: number, length: number) => {
    if (start < 0 || length <= 0 || start + length > most) return;
    bench.setContent({ window: { start: ticks(start), length: ticks(length) } }, "window");
  };
  /** The next place of the grid in a direction: the window may stand off it after a change of rate. */
  const next = (value: number, by: 1 | -1) =>
    (by > 0 ? Math.floor(value / slot) + 1 : Math.ceil(value / slot) - 1) * slot;
  const half = Math.ceil(bar / beatTicks(meter) / 2) * beatTicks(meter);
  const used = timeline.end - timeline.window.start;
  const presets: readonly (readonly [name: string, start: number, length: number])[] = [
    ["one bar", 0, bar],
    ["two bars", 0, 2 * bar],
    ["four bars", 0, 4 * bar],
    ["second half", bar - half, half],
    ["last beat", bar - beatTicks(meter), beatTicks(meter)],
    ["as long as the line", window.start, used],
  ];
  const chosen = presets.findIndex(([, start, length]) => start === window.start && length === window.length);
  return (
    <fieldset className="flex flex-wrap items-end gap-2">
      <legend className="sr-only">Window to fill</legend>
      <Field label="Window">
        {(id) => (
          <select
            id={id}
            className="select select-sm w-36"
            value={chosen < 0 ? "own" : String(chosen)}
            onChange={(event) => {
              const preset = presets[Number(event.target.value)];
              if (preset) put(preset[1], preset[2]);
            }}
          >
            {chosen < 0 ? <option value="own">own</option> : null}
            {presets.map(([name], index) => (
              <option key={name} value={index}>
                {name}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Stepper
        label="begins on"
        value={`${window.start >= bar ? `bar ${Math.floor(window.start / bar) + 1}, ` : ""}${sayPosition(window.start as Ticks, rate, meter, countStyle)}`}
        onStep={(by) => put(next(window.start, by), window.length)}
      />
      <Stepper
        label="slots"
        value={sayNumber(window.length / slot)}
        onStep={(by) => put(window.start, next(window.length, by))}
      />
    </fieldset>
  );
}

function Stepper({ label, value, onStep }: { label: string; value: string; onStep: (by: 1 | -1) => void }) {
  return (
    <div>
      <span className="label-small block mb-0.5">{label}</span>
      <div className="join">
        <button
          type="button"
          className="btn btn-sm join-item px-2"
          aria-label={`Window ${label}: less`}
          onClick={() => onStep(-1)}
        >
          <Minus size={14} aria-hidden />
        </button>
        <output
          aria-label={`Window ${label}`}
          className="join-item border-y border-base-300 h-8 px-2 min-w-12 grid place-items-center text-sm font-display font-semibold"
        >
          {value}
        </output>
        <button
          type="button"
          className="btn btn-sm join-item px-2"
          aria-label={`Window ${label}: more`}
          onClick={() => onStep(1)}
        >
          <Plus size={14} aria-hidden />
        </button>
      </div>
    </div>
  );
}

function LeadControl({ say }: { say: (words: string) => void }) {
  const bench = useBench();
  const { timeline } = useWorked();
  const first = timeline.slots.flatMap((slot) => strokesOf(slot.content)).find((stroke) => isHand(stroke.limb));
  return (
    <div>
      <span className="label-small block mb-0.5">Lead</span>
      <button
        type="button"
        className="btn btn-sm font-normal"
        title="Lead with the other hand (m)"
        aria-label={`Lead: ${first ? (first.limb === "R" ? "right hand" : "left hand") : "no hand"}. Lead with the other hand`}
        onClick={() => {
          if (!bench.mirror()) say("Mend the line first, then mirror it.");
        }}
      >
        {first ? (first.limb === "R" ? "right" : "left") : "none"}
        <ArrowLeftRight size={14} aria-hidden />
      </button>
    </div>
  );
}

/** The ready voicings at hand; layers of one's own are made on the Floor. */
export function VoicingControl() {
  const bench = useBench();
  const { voicing = [] } = useContent();
  const [preferences] = usePreferences();
  const strong = strongHandOf(preferences.hands);
  const ready = nameReady(voicing, strong);
  return (
    <Field label="Voicing">
      {(id) => (
        <select
          id={id}
          className="select select-sm w-42"
          value={ready ?? "own"}
          onChange={(event) => {
            const made = READY_VOICINGS.find((one) => one.id === event.target.value)?.make(strong);
            if (made) bench.setContent({ voicing: made.length > 0 ? [...made] : undefined }, "voicing");
          }}
        >
          {ready === null ? <option value="own">your {plural(voicing.length, "layer")}</option> : null}
          {READY_VOICINGS.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}

function CountControl() {
  const bench = useBench();
  const { countStyle } = useContent();
  return (
    <Field label="Count">
      {(id) => (
        <select
          id={id}
          className="select select-sm w-32"
          value={countStyle}
          onChange={(event) => bench.setContent({ countStyle: event.target.value as CountStyle }, "count")}
        >
          {COUNT_STYLES.map((style) => (
            <option key={style} value={style}>
              {COUNT_STYLE_NAMES[style]}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
