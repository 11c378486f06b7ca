/** How fast each limb goes at the tempo, compared with its limit; and where that limit comes from. */

import { useState } from "react";
import type { Kit } from "~/core/kit";
import { type Limits, listCrossings, listLongReaches, measurePace, PLAYER_LEVELS } from "~/core/player";
import { isHand, LIMBS, type Limb } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import type { Preferences } from "~/library/preferences";
import { InlineError } from "~/ui/inline-error";
import { useSoon } from "~/ui/use-soon";
import { describeCrossing, describeReach, describeStrokes, LEVEL_OF_PLAYER, shortLimb } from "~/words/kit";

interface PaceProps {
  readonly timeline: Timeline;
  readonly kit: Kit;
  readonly limits: Limits;
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
}

export function Pace({ timeline, kit, limits, preferences, onPreferences }: PaceProps) {
  const pace = measurePace(timeline);
  return (
    <div className="flex flex-col gap-4">
      <section aria-label="Speed of each limb">
        <h2 className="text-base mb-1">Strokes per second at {Math.round(timeline.tempo)}</h2>
        <div className="overflow-x-auto">
          <table className="w-full text-sm">
            <thead>
              <tr className="text-left text-xs quiet">
                <th scope="col" className="font-normal pb-1">
                  Limb
                </th>
                <th scope="col" className="font-normal pb-1 text-right">
                  average
                </th>
                <th scope="col" className="font-normal pb-1 text-right">
                  fastest
                </th>
                <th scope="col" className="font-normal pb-1 text-right">
                  in doubles
                </th>
              </tr>
            </thead>
            <tbody>
              {pace.map(({ limb, average, singles, doubles }) => (
                <tr key={limb} className="border-t border-base-300">
                  <th scope="row" className="text-left font-semibold py-1">
                    {shortLimb(limb)}
                  </th>
                  <td className="text-right">{describeStrokes(average)}</td>
                  <Rate rate={singles} most={1 / limits.limbs[limb].single} />
                  <Rate rate={doubles} most={1 / limits.limbs[limb].double} />
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <p className="text-xs quiet mt-1">
          Fastest: the two closest strokes that aren’t a double. After “of” is what this limb can do in a short burst
          and in a double.
        </p>
      </section>
      <Arms timeline={timeline} kit={kit} />
      <fieldset>
        <legend className="font-display font-semibold text-base mb-1">Your hands and feet</legend>
        <p className="text-xs quiet mb-1.5 leading-snug">
          Three levels, all our estimates. Your own numbers replace them.
        </p>
        {PLAYER_LEVELS.map((level) => (
          <label key={level} className="flex gap-2 items-start cursor-pointer py-1">
            <input
              type="radio"
              name="level"
              className="radio radio-sm"
              checked={preferences.level === level}
              onChange={() => onPreferences({ level })}
            />
            <span className="text-sm leading-tight">
              {LEVEL_OF_PLAYER[level].name}{" "}
              <span className="text-xs quiet">(estimate: {LEVEL_OF_PLAYER[level].does})</span>
            </span>
          </label>
        ))}
      </fieldset>
      <Own limits={limits} preferences={preferences} onPreferences={onPreferences} />
    </div>
  );
}

/** Where the arms cross, and where you must lean. */
function Arms({ timeline, kit }: Pick<PaceProps, "timeline" | "kit">) {
  const crossings = listCrossings(timeline, kit);
  const reaches = listLongReaches(timeline, kit);
  return (
    <section aria-label="Crossings and reaches">
      <h2 className="text-base mb-1">Crossings and reaches</h2>
      {crossings.length + reaches.length === 0 ? (
        <p className="text-sm quiet">Your arms don’t cross, and everything is in reach.</p>
      ) : (
        <ul className="text-sm list-disc pl-4 flex flex-col gap-0.5">
          {crossings.slice(0, MAX_TOLD).map((crossing) => (
            <li key={`${crossing.over} ${crossing.at} ${crossing.under}`}>{describeCrossing(crossing)}</li>
          ))}
          {reaches.slice(0, MAX_TOLD).map((reach) => (
            <li key={`${reach.hand} ${reach.place}`}>{describeReach(reach)}</li>
          ))}
        </ul>
      )}
      {crossings.length > 0 ? (
        <p className="text-xs quiet mt-1 leading-snug">
          Keep the lower hand low. Open hands, or leading with the other hand (m), may avoid the crossing.
        </p>
      ) : null}
    </section>
  );
}
const MAX_TOLD = 5;

function Rate({ rate, most }: { rate: number | null; most: number }) {
  if (rate === null) return <td className="text-right quiet">–</td>;
  const isOver = rate > most;
  return (
    <td className={`text-right ${isOver ? "text-error font-semibold" : ""}`}>
      {describeStrokes(rate)} <span className="text-xs quiet">of {describeStrokes(most)}</span>
      {isOver ? <span className="sr-only"> too fast</span> : null}
    </td>
  );
}

/** Maximum strokes per second for a limb: beyond that, something else was measured. Our estimate. */
const BOUNDS = { single: { least: 1, most: 20 }, double: { least: 1, most: 30 } } as const;

function sayRefused(limb: Limb, kind: keyof typeof BOUNDS): string {
  const { least, most } = BOUNDS[kind];
  return `${shortLimb(limb)}, ${kind}s: that's too fast for anyone. Enter ${least} to ${most} strokes per second. Your last number still applies.`;
}

interface OwnNumberProps {
  readonly label: string;
  readonly estimate: string;
  readonly bounds: { readonly least: number; readonly most: number };
  readonly isRefused: boolean;
  readonly value: number | undefined;
  /** Returns whether the number is valid and saved. */
  readonly onTyped: (text: string) => boolean;
}

function OwnNumber({ label, estimate, bounds, isRefused, value, onTyped }: OwnNumberProps) {
  /** Until it is saved. */
  const [typed, setTyped] = useState<string | null>(null);
  const soon = useSoon();
  const keep = () => {
    soon(null);
    if (typed !== null && (typed === String(value ?? "") || onTyped(typed))) setTyped(null);
  };
  return (
    <input
      type="number"
      aria-label={label}
      className="input input-xs w-18"
      placeholder={estimate}
      min={bounds.least}
      max={bounds.most}
      aria-invalid={isRefused}
      step="0.1"
      value={typed ?? value ?? ""}
      onChange={(event) => {
        const text = event.target.value;
        setTyped(text);
        soon(() => void onTyped(text));
      }}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") event.currentTarget.blur();
      }}
    />
  );
}

/** The player's own measurements: strokes per second, clean and relaxed. */
function Own({ limits, preferences, onPreferences }: Omit<PaceProps, "timeline" | "kit">) {
  const { measured } = preferences;
  const [refused, setRefused] = useState<{ readonly limb: Limb; readonly kind: "single" | "double" } | null>(null);
  const put = (limb: Limb, kind: "single" | "double", text: string) => {
    const value = text === "" ? undefined : Number(text);
    const { least, most } = BOUNDS[kind];
    if (value !== undefined && !(value >= least && value <= most)) {
      setRefused({ limb, kind });
      return false;
    }
    setRefused(null);
    const { [kind]: _, ...rest } = measured[limb] ?? {};
    const next = value === undefined ? rest : { ...rest, [kind]: value };
    onPreferences({ measured: { ...measured, [limb]: next } });
    return true;
  };
  return (
    <section aria-label="Your own numbers">
      <h2 className="text-base">Your own numbers</h2>
      <p className="text-xs quiet mb-1.5 leading-snug">
        Strokes per second of one limb, clean and relaxed, after a warm-up. If anything hurts, tingles or goes numb,
        stop and ask a qualified teacher or clinician.
      </p>
      <table className="text-sm">
        <thead>
          <tr className="text-left text-xs quiet">
            <th scope="col" className="font-normal pr-3">
              Limb
            </th>
            <th scope="col" className="font-normal pr-3">
              singles
            </th>
            <th scope="col" className="font-normal">
              doubles
            </th>
          </tr>
        </thead>
        <tbody>
          {LIMBS.map((limb) => (
            <tr key={limb}>
              <th scope="row" className="text-left font-normal pr-3">
                {isHand(limb) ? `${shortLimb(limb)} hand` : shortLimb(limb)}
              </th>
              {(["single", "double"] as const).map((kind) => (
                <td key={kind} className="pr-3 py-0.5">
                  <OwnNumber
                    label={`${shortLimb(limb)}: ${kind}s a second`}
                    estimate={describeStrokes(1 / limits.limbs[limb][kind])}
                    bounds={BOUNDS[kind]}
                    isRefused={refused?.limb === limb && refused.kind === kind}
                    value={measured[limb]?.[kind]}
                    onTyped={(text) => put(limb, kind, text)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <InlineError words={refused ? sayRefused(refused.limb, refused.kind) : null} />
    </section>
  );
}
