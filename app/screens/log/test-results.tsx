/** The result of a test, its uncertainty, and a button to use it. */

import { useState } from "react";
import { type Fitted, type FittedReach, MIN_INTERVALS } from "~/core/practice";

export function RateResult({
  fitted,
  onUse,
}: {
  readonly fitted: Fitted | null;
  readonly onUse: (value: number) => void;
}) {
  const [isUsed, setUsed] = useState(false);
  if (!fitted) {
    return (
      <p className="mt-2">
        Too little to go by: at least {MIN_INTERVALS + 1} strokes, and for doubles pairs with a gap between them. Try
        once more when you feel like it.
      </p>
    );
  }
  return (
    <p className="mt-2">
      <span className="font-display font-bold text-4xl">{fitted.value.toFixed(1)}</span> strokes a second, give or take{" "}
      {Math.max(0.1, fitted.margin).toFixed(1)}{" "}
      <span className="quiet text-sm">(95 %, from {fitted.count} intervals)</span>
      <span className="block mt-2">
        <button
          type="button"
          className="btn btn-sm btn-primary"
          disabled={isUsed}
          onClick={() => {
            setUsed(true);
            onUse(Math.round(fitted.value * 100) / 100);
          }}
        >
          {isUsed ? "Used for your top tempo" : "Use for my top tempo"}
        </button>
      </span>
    </p>
  );
}

export function ReachResult({
  reach,
  onUse,
  onMore,
  count,
}: {
  readonly reach: FittedReach | null;
  readonly onUse: (reach: FittedReach) => void;
  readonly onMore: () => void;
  readonly count: number;
}) {
  if (!reach) return <p className="mt-2">Too little to go by: at least {MIN_INTERVALS + 1} strokes, to and fro.</p>;
  const ms = (fitted: Fitted) => `${Math.round(fitted.value * 1000)} ± ${Math.round(fitted.margin * 1000)} ms`;
  return (
    <div className="mt-2">
      <p>
        <strong className="font-semibold">{ms(reach.base)}</strong> to get going, and{" "}
        <strong className="font-semibold">{ms(reach.perBit)}</strong> for each doubling of the way (distance over size).
      </p>
      <p className="text-sm quiet mt-1">
        {reach.isScaled
          ? "From one distance: the estimates were scaled to it. A second distance tells the two apart."
          : `Fitted to ${count} distances.`}
      </p>
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="btn btn-sm btn-primary" onClick={() => onUse(reach)}>
          Use for the ceiling
        </button>
        <button type="button" className="btn btn-sm" onClick={onMore}>
          Keep it, and test another distance
        </button>
      </p>
    </div>
  );
}
