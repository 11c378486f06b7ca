/** The band's rhythm: typed, picked or tapped; the rail shows it above the cells. */

import { useRef, useState } from "react";
import { readRhythm } from "~/core/moves";
import { rhythmOfTaps } from "~/core/search";
import { bpm, type Meter, parseRate, slotTicks } from "~/core/time";
import type { FigureContent } from "~/library/phrase/figure";
import { figureSchema } from "~/library/phrase/schema";

interface FigureControlProps {
  readonly figure: FigureContent | undefined;
  readonly onChange: (figure: FigureContent | undefined) => void;
  readonly meter: Meter;
  readonly tempo: number;
  /** Ticks from the first bar line to the latest end of the figure. */
  readonly until: number;
  /** A sentence about how the fill meets it; "" for none. */
  readonly told: string;
}

/** Common rhythms of bands, named by how they are counted. */
const COMMON: readonly { readonly name: string; readonly figure: FigureContent }[] = [
  { name: "three, three, two", figure: { rate: "2", rhythm: "x--x--x-", ask: "accent" } },
  { name: "off-beats", figure: { rate: "2", rhythm: "-x-x-x-x", ask: "accent" } },
  { name: "and of two, and of four", figure: { rate: "2", rhythm: "---x---x", ask: "accent" } },
  { name: "one, and of two", figure: { rate: "2", rhythm: "x--x----", ask: "accent" } },
  { name: "and of four", figure: { rate: "2", rhythm: "-------x", ask: "accent" } },
];

const RATES = [
  { rate: "1", name: "quarters" },
  { rate: "2", name: "eighths" },
  { rate: "3", name: "eighth triplets" },
  { rate: "4", name: "sixteenths" },
] as const;

/** A pause this long ends the tapping. Milliseconds. */
const TAPS_END = 2_500;

export function FigureControl({ figure, onChange, meter, tempo, until, told }: FigureControlProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const taps = useRef<number[]>([]);
  const [tapped, setTapped] = useState(0);
  const rate = figure?.rate ?? "2";
  const text = typed ?? figure?.rhythm ?? "";
  const isBad = text.trim() !== "" && readRhythm(text) === null;
  const write = (change: Partial<FigureContent>) => {
    const next = figureSchema.safeParse({ rate, rhythm: "x", ask: "accent", ...figure, ...change });
    if (next.success) onChange(next.data);
  };
  const tap = (at: number) => {
    const last = taps.current.at(-1);
    if (last !== undefined && at - last > TAPS_END) taps.current = [];
    taps.current = [...taps.current, at];
    setTapped(taps.current.length);
    const signRate = parseRate(rate);
    if (!signRate) return;
    const seconds = taps.current.map((time) => (time - (taps.current[0] ?? time)) / 1000);
    const signs = Math.max(1, Math.round(until / slotTicks(signRate)));
    const rhythm = rhythmOfTaps(seconds, { rate: signRate, tempo: bpm(tempo), meter, first: 0, signs });
    setTyped(null);
    write({ rhythm });
  };
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-1.5">
      <label className="text-xs">
        <span className="block label-small mb-0.5">The band plays</span>
        <input
          className="input input-sm font-line w-40"
          placeholder="x--x--x- or 332"
          maxLength={128}
          value={text}
          aria-invalid={isBad}
          onChange={(event) => {
            setTyped(event.target.value);
            if (event.target.value.trim() === "") onChange(undefined);
            else if (readRhythm(event.target.value) !== null) write({ rhythm: event.target.value });
          }}
          onBlur={() => setTyped(isBad ? text : null)}
        />
      </label>
      <label className="text-xs">
        <span className="block label-small mb-0.5">each character is</span>
        <select
          className="select select-sm w-32"
          value={rate}
          onChange={(event) => write({ rate: event.target.value })}
        >
          {RATES.map(({ rate, name }) => (
            <option key={rate} value={rate}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="text-xs">
        <span className="block label-small mb-0.5">The fill</span>
        <select
          className="select select-sm w-36"
          value={figure?.ask ?? "accent"}
          disabled={!figure}
          onChange={(event) => write({ ask: event.target.value === "free" ? "free" : "accent" })}
        >
          <option value="accent">plays the hits</option>
          <option value="free">leaves space for them</option>
        </select>
      </label>
      <label className="text-xs">
        <span className="block label-small mb-0.5">or one of these</span>
        <select
          className="select select-sm w-44"
          value=""
          onChange={(event) => {
            const found = COMMON.find(({ name }) => name === event.target.value);
            setTyped(null);
            if (found) onChange({ ...found.figure, ask: figure?.ask ?? "accent" });
          }}
        >
          <option value="">pick a rhythm</option>
          {COMMON.map(({ name }) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </label>
      <button
        type="button"
        className="btn btn-sm"
        title="Tap the hits at the tempo. The first tap is on 1. Wait a moment to start again."
        onPointerDown={(event) => tap(event.timeStamp)}
        onKeyDown={(event) => {
          if ((event.key !== "Enter" && event.key !== "t") || event.repeat) return;
          event.preventDefault();
          event.stopPropagation();
          tap(event.timeStamp);
        }}
      >
        Tap it{tapped > 0 ? ` (${tapped})` : ""}
      </button>
      {figure ? (
        <button
          type="button"
          className="btn btn-sm btn-ghost"
          onClick={() => {
            setTyped(null);
            onChange(undefined);
          }}
        >
          No band hits
        </button>
      ) : null}
      <p role={isBad ? "alert" : "status"} className={`text-xs basis-full ${isBad ? "text-error" : "quiet"}`}>
        {isBad
          ? "Write the rhythm with x for a hit and - for none, or as groups such as 332. Your last valid rhythm still applies."
          : told}
      </p>
    </div>
  );
}
