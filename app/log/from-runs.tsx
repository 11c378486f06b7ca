/** What the limbs did in fills that were clean as a whole: more than the ceiling reckons with may be used for it. */

import { useMemo } from "react";
import { bpm, LIMBS, type Limb, layOut, measurePace } from "~/core";
import type { FillRow } from "~/data/database";
import { toPhrase } from "~/formats/phrase";
import type { PlanRow } from "~/formats/plan";
import { useRig } from "~/ui/rig";
import { sayLimb } from "~/words/practice";

interface FromRunsProps {
  readonly fills: readonly FillRow[];
  readonly plans: readonly PlanRow[];
  readonly onUse: (limb: Limb, value: { readonly single?: number; readonly double?: number }) => void;
}

export function FromRuns({ fills, plans, onUse }: FromRunsProps) {
  const { limits } = useRig();
  const found = useMemo(() => readRuns(fills, plans), [fills, plans]);
  return (
    <section className="panel px-4 py-3" aria-label="From clean runs">
      <h2 className="text-xl">From your clean runs</h2>
      {found.length === 0 ? (
        <p className="quiet text-sm mt-1">
          Once a whole fill is clean in a row, what your limbs did in it stands here.
        </p>
      ) : (
        <ul className="mt-1 text-sm divide-y divide-base-300">
          {found.map(({ limb, kind, value, fill, tempo }) => {
            const now = 1 / (kind === "single" ? limits.limbs[limb].single : limits.limbs[limb].double);
            return (
              <li key={`${limb} ${kind}`} className="py-1.5 flex flex-wrap items-center gap-2">
                <span className="flex-1 basis-60">
                  {sayLimb(limb)}, {kind === "single" ? "singles" : "doubles"}:{" "}
                  <strong className="font-semibold">{value.toFixed(1)} a second</strong>
                  <span className="quiet">
                    {" "}
                    in {fill} at {Math.round(tempo)}
                  </span>
                </span>
                {value > now + 0.05 ? (
                  <button type="button" className="btn btn-xs" onClick={() => onUse(limb, { [kind]: value })}>
                    Use for the ceiling
                  </button>
                ) : (
                  <span className="quiet">within the ceiling</span>
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

/** The most that each limb did in a fill at the tempo at which its whole was clean. */
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
