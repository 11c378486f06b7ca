import { memo, useMemo } from "react";
import { Link } from "react-router";
import { measureFit } from "~/core/fit";
import { readStickLine } from "~/core/line";
import { openingRate } from "~/core/phrase";
import { barTicks, formatMeter } from "~/core/time";
import { layOut } from "~/core/timeline";
import type { FillRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import type { FillContent } from "~/library/fill/content";
import { canonicalLine, lastValidLine, toPhrase } from "~/library/phrase/phrase";
import type { FillMessages } from "~/messages/fills";
import type { Messages } from "~/messages/use-messages";
import { usePlayer } from "~/session/player";
import { Copy, Trash2 } from "~/ui/icons";
import { CoinRow } from "~/views/coin-row";
import { describeRate } from "~/words/time";

/** The player's progress with a fill; absent if it was never practised. */
export interface Learning {
  readonly passed: number;
  readonly steps: number;
  readonly best: number | null;
  /** Due date of the review, and last practice: days since 1970; null for never. */
  readonly due: number | null;
  readonly lastPractised: number | null;
}

/** Fills are being chosen for an action on all of them. */
export interface Choosing {
  readonly chosen: ReadonlySet<string>;
  /** `isRange`: all from the previously pressed one. */
  readonly onChoose: (id: string, isRange: boolean) => void;
}

interface FillCardProps {
  readonly learning: Learning | undefined;
  readonly fill: FillRow;
  readonly choosing: Choosing | null;
  readonly send: Messages<FillMessages>["send"];
}

/** One fill on the Shelf: its name, picture, and whether it fits. */
export const FillCard = memo(function FillCard({ fill, learning, choosing, send }: FillCardProps) {
  const { content } = fill;
  const player = usePlayer();
  const { line, verdict } = useMemo(() => readFill(content), [content]);
  // A plan may exist before anything was played.
  const isBegun = learning !== undefined && learning.steps > 0;
  const name = content.name || "Untitled fill";
  const bars = content.window.length / barTicks(content.meter);
  return (
    <article
      className={`panel px-4 pt-3 pb-2.5 relative hover:border-primary focus-within:border-primary ${
        choosing?.chosen.has(fill.id) ? "border-primary bg-base-200" : ""
      }`}
    >
      <div className="flex items-start gap-2">
        {choosing ? (
          // The whole card is the checkbox's label.
          <label className="absolute inset-0 z-2 cursor-pointer px-4 py-3.5">
            <input
              type="checkbox"
              className="checkbox checkbox-sm block"
              aria-label={`Choose ${name}`}
              checked={choosing.chosen.has(fill.id)}
              onChange={(event) => choosing.onChoose(fill.id, (event.nativeEvent as MouseEvent).shiftKey)}
            />
          </label>
        ) : null}
        <div className={`min-w-0 flex-1 flex flex-wrap items-start gap-x-2 gap-y-1 ${choosing ? "pl-8" : ""}`}>
          <div className="min-w-0 max-sm:basis-full sm:flex-1">
            <h2 className="text-lg leading-tight">
              {choosing ? (
                name
              ) : (
                <Link to={addressOf(fill.id, "stack")} className="after:absolute after:inset-0">
                  {name}
                </Link>
              )}
            </h2>
            <p className="text-sm quiet">
              {formatMeter(content.meter)} · {describeRate(openingRate(line))} · {Math.round(content.tempo)} bpm ·{" "}
              {bars === 1 ? "one bar" : bars < 1 ? "part of a bar" : `${bars} bars`}
            </p>
          </div>
          {choosing ? null : (
            <Link
              to={addressOf(fill.id, "shed")}
              className="relative z-1 text-xs underline whitespace-nowrap pt-0.5"
              aria-label={isBegun ? `Plan: ${sayLearning(learning)}` : "Plan: not started"}
            >
              {isBegun ? sayLearning(learning) : "Practise"}
            </Link>
          )}
          <FitBadge verdict={verdict} />
        </div>
        <div className={choosing ? "hidden" : "relative z-1 flex"}>
          <button
            type="button"
            className="btn btn-ghost btn-sm btn-square"
            aria-label={`Duplicate ${name}`}
            title="Duplicate"
            onClick={() => send("duplicate", { id: fill.id, copyId: crypto.randomUUID() })}
          >
            <Copy size={15} aria-hidden />
          </button>
          <button
            type="button"
            className="btn btn-ghost btn-sm btn-square"
            aria-label={`Delete ${name}`}
            title="Delete"
            onClick={() => send("delete", { ids: [fill.id] })}
          >
            <Trash2 size={15} aria-hidden />
          </button>
        </div>
      </div>
      <div className="my-1.5">
        <CoinRow line={line} strongHand={player.hands.leading} label={content.goodText} most={24} />
      </div>
      <p className="flex flex-wrap gap-x-2 gap-y-0.5 items-center text-xs">
        <span className="font-line quiet truncate max-w-full">{canonicalLine(content)}</span>
        {content.tags.map((tag) => (
          <span key={tag} className="badge badge-sm border-base-300 bg-base-200">
            {tag}
          </span>
        ))}
      </p>
    </article>
  );
});

function readFill(content: FillContent) {
  const { line } = readStickLine(content.text);
  const sound = line ?? lastValidLine(content);
  const { verdict } = measureFit(layOut(toPhrase(content, sound)), openingRate(sound));
  return { line: sound, verdict: line ? verdict : ("text" as const) };
}

function sayLearning({ passed, steps, best }: Learning): string {
  if (steps > 0 && passed === steps) return `learned${best === null ? "" : ` at ${Math.round(best)}`}`;
  return `${passed} of ${steps} steps`;
}

function FitBadge({ verdict }: { verdict: "empty" | "fits" | "short" | "over" | "text" }) {
  const [words, look] = {
    fits: ["fits", "text-accent border-accent"],
    short: ["room left", "text-primary border-primary border-dashed"],
    over: ["too long", "text-error border-error border-double border-4"],
    empty: ["empty", "quiet border-base-300"],
    text: ["has an error", "text-error border-error"],
  }[verdict];
  return <span className={`badge badge-sm bg-transparent ${look}`}>{words}</span>;
}
