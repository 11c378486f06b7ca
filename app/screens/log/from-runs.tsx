/** What the limbs achieved in clean fills: if it is more than the top tempo assumes, you can use it. */

import { useMemo } from "react";
import { measurePace } from "~/core/player";
import { LIMBS, type Limb } from "~/core/stroke";
import { bpm } from "~/core/time";
import { layOut } from "~/core/timeline";
import type { FillRow } from "~/library/database";
import { toPhrase } from "~/library/phrase/phrase";
import type { PlanRow } from "~/library/practice/plan";
import { usePlayer } from "~/session/player";
import { describeLimb } from "~/words/practice";

interface FromRunsProps {
  readonly fills: readonly FillRow[];
  readonly plans: readonly PlanRow[];
  readonly onUse: (limb: Limb, value: { readonly single?: number; readonly double?: number }) => void;
}

export function FromRuns({ fills, plans, onUse }: FromRunsProps) {
  const { limits } = usePlayer();
  const found = useMemo(() => readRuns(fills, plans), [fills, plans]);
  return (
    <section className="panel px-4 py-3" aria-label="From clean runs">
      <h2 className="text-xl">From your clean runs</h2>
      {found.length === 0 ? (
        <p className="quiet text-sm mt-1">
          Once you have played a whole fill clean several times in a row, you see here how fast your hands and feet
          were.
        </p>
      ) : (
        <ul className="mt-1 text-sm divide-y divide-base-300">
          {found.map(({ limb, kind, value, fill, tempo }) => {
            const now = 1 / (kind === "single" ? limits.limbs[limb].single : limits.limbs[limb].double);
            return (
              <li key={`${limb} ${kind}`} className="py-1.5 flex flex-wrap items-center gap-2">
                <span className="flex-1 basis-60">
                  {describeLimb(limb)}, {kind === "single" ? "singles" : "doubles"}:{" "}
                  <strong className="font-semibold">{value.toFixed(1)} a second</strong>
                  <span className="quiet">
                    {" "}
                    in {fill} at {Math.round(tempo)}
                  </span>
                </span>
                {value > now + 0.05 ? (
                  <button type="button" className="btn btn-xs" onClick={() => onUse(limb, { [kind]: value })}>
                    Use for my top tempo
                  </button>
                ) : (
                  <span className="quiet">within your top tempo</span>
                )}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

interface LimbInFill {
  readonly limb: Limb;
  readonly kind: "single" | "double";
  readonly value: number;
  readonly fill: string;
  readonly tempo: number;
}

/** The most each limb did in a fill at a tempo at which the whole was clean. */
function readRuns(fills: readonly FillRow[], plans: readonly PlanRow[]): LimbInFill[] {
  const best = new Map<string, LimbInFill>();
  for (const { id, best: tempo } of plans) {
    const fill = fills.find((one) => one.id === id);
    if (!fill || tempo === null) continue;
    const paces = measurePace(layOut({ ...toPhrase(fill.content), tempo: bpm(tempo) }));
    for (const { limb, singles, doubles } of paces) {
      for (const [kind, value] of [
        ["single", singles],
        ["double", doubles],
      ] as const) {
        const key = `${limb} ${kind}`;
        if (value === null || value <= (best.get(key)?.value ?? 0)) continue;
        best.set(key, { limb, kind, value, fill: fill.content.name || "Untitled", tempo });
      }
    }
  }
  return [...best.values()].sort((a, b) => LIMBS.indexOf(a.limb) - LIMBS.indexOf(b.limb));
}
