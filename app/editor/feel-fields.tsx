/** Controls for a feel: swing as a ratio, and how far limbs play behind or ahead of the beat. */

import { type Feel, HARDEST_SHARE, MAX_PUSH, STRAIGHT_SHARE, type SwingUnit } from "~/core/groove";
import { LIMBS } from "~/core/stroke";
import { describeRatio } from "~/words/groove";
import { LIMB_NAMES } from "~/words/slot";

interface FeelFieldsProps {
  readonly feel: Feel;
  readonly onFeel: (feel: Feel, kind: string) => void;
}

const READY = [
  { name: "Straight", share: STRAIGHT_SHARE },
  { name: "Light", share: 4 / 7 },
  { name: "Triplet", share: 2 / 3 },
  { name: "Hard", share: HARDEST_SHARE },
] as const;

export function FeelFields({ feel, onFeel }: FeelFieldsProps) {
  const swing = feel.swing ?? { unit: 2 as SwingUnit, share: STRAIGHT_SHARE };
  const put = (change: Partial<typeof swing>) => onFeel({ ...feel, swing: { ...swing, ...change } }, "swing");
  return (
    <div className="flex flex-col gap-3">
      <fieldset className="flex flex-col gap-1.5">
        <legend className="text-sm font-semibold mb-1">Swing</legend>
        <div className="join">
          {READY.map(({ name, share }) => {
            const isChosen = Math.abs(swing.share - share) < 0.002;
            return (
              <button
                key={name}
                type="button"
                aria-pressed={isChosen}
                className={`btn btn-sm join-item flex-1 ${isChosen ? "btn-primary" : "font-normal"}`}
                onClick={() => put({ share })}
              >
                {name}
              </button>
            );
          })}
        </div>
        <div className="flex items-center gap-2 text-sm">
          <input
            type="range"
            aria-label="How hard it swings"
            aria-valuetext={describeRatio(swing.share)}
            className="range range-xs flex-1"
            min={STRAIGHT_SHARE * 1000}
            max={HARDEST_SHARE * 1000}
            step={5}
            value={Math.round(swing.share * 1000)}
            onChange={(event) => put({ share: Number(event.target.value) / 1000 })}
          />
          <output className="font-display font-semibold w-14 text-right">{describeRatio(swing.share)}</output>
        </div>
        <label className="flex items-center gap-2 text-sm">
          Swings the
          <select
            className="select select-sm w-32"
            value={swing.unit}
            onChange={(event) => put({ unit: Number(event.target.value) as SwingUnit })}
          >
            <option value={2}>eighths</option>
            <option value={4}>sixteenths</option>
          </select>
        </label>
      </fieldset>
      <fieldset className="flex flex-col gap-1">
        <legend className="text-sm font-semibold mb-1">Behind or ahead of the beat</legend>
        {LIMBS.map((limb) => {
          const by = feel.push[limb] ?? 0;
          return (
            <label key={limb} className="flex items-center gap-2 text-sm">
              <span className="w-24 first-letter:uppercase">{LIMB_NAMES[limb]}</span>
              <input
                type="range"
                className="range range-xs flex-1"
                min={-MAX_PUSH}
                max={MAX_PUSH}
                aria-valuetext={sayPush(by)}
                value={by}
                onChange={(event) =>
                  onFeel({ ...feel, push: { ...feel.push, [limb]: Number(event.target.value) } }, `push ${limb}`)
                }
              />
              <output className="w-20 text-right">{sayPush(by)}</output>
            </label>
          );
        })}
      </fieldset>
    </div>
  );
}

function sayPush(by: number): string {
  return by === 0 ? "on it" : `${Math.abs(by)} ms ${by > 0 ? "late" : "early"}`;
}
