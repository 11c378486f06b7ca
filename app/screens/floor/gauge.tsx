/** The top tempo as a gauge with the current tempo. */

import type { Kit } from "~/core/kit";
import type { Ceiling, OtherPlace } from "~/core/player";
import type { Timeline } from "~/core/timeline";
import { TriangleAlert } from "~/ui/icons";
import { describeBottleneck, describeBpm, describeOtherPlace } from "~/words/ceiling";
import { adviseOn } from "~/words/kit";

const LOW = 40;
const HIGH = 260;
const TICKS = [60, 100, 140, 180, 220] as const;

function share(bpm: number): number {
  return Math.max(0, Math.min(1, (bpm - LOW) / (HIGH - LOW)));
}

interface GaugeProps {
  readonly timeline: Timeline;
  readonly kit: Kit;
  readonly ceiling: Ceiling | null;
  readonly other: OtherPlace | null;
  readonly estimate: string;
  readonly onTake: (other: OtherPlace) => void;
}

export function Gauge({ timeline, kit, ceiling, other, estimate, onTake }: GaugeProps) {
  const { tempo } = timeline;
  const isOver = ceiling !== null && tempo > ceiling.bpm;
  return (
    <section
      aria-label="Top tempo"
      className="panel px-4 py-2 grid gap-x-5 gap-y-1 sm:grid-cols-[auto_minmax(9rem,13rem)_minmax(0,1fr)] items-center sm:min-h-16"
    >
      <p className="font-display font-bold leading-none flex items-baseline gap-1.5">
        <span className={`text-4xl ${isOver ? "text-error" : "text-accent"}`}>
          {ceiling ? describeBpm(ceiling.bpm) : "–"}
        </span>
        <span className="text-sm font-semibold">
          top tempo
          <span className="block font-normal font-sans quiet text-xs">{estimate}</span>
        </span>
      </p>
      <Scale tempo={tempo} ceiling={ceiling?.bpm ?? null} isOver={isOver} />
      <div className="min-w-0 text-sm leading-tight">
        <p role="status">
          {isOver ? (
            <strong className="text-error font-semibold">
              <TriangleAlert size={14} className="inline -mt-0.5" aria-hidden /> {Math.round(tempo)} is too fast.{" "}
            </strong>
          ) : null}
          {ceiling
            ? describeBottleneck(timeline, ceiling, kit)
            : "No limb plays twice here, so nothing limits the tempo."}{" "}
          {other ? (
            <>
              {describeOtherPlace(other)}{" "}
              <button type="button" className="underline cursor-pointer" onClick={() => onTake(other)}>
                Move it there
              </button>
            </>
          ) : null}
        </p>
        {/* One piece of advice at a time. */}
        {ceiling && !other ? <p className="text-xs quiet mt-0.5">{adviseOn(ceiling.bottleneck)}</p> : null}
      </div>
    </section>
  );
}

function Scale({ tempo, ceiling, isOver }: { tempo: number; ceiling: number | null; isOver: boolean }) {
  const top = ceiling === null ? 1 : share(ceiling);
  const at = share(tempo);
  return (
    <div
      role="img"
      aria-label={`Tempo ${Math.round(tempo)}, top tempo ${ceiling === null ? "none" : describeBpm(ceiling)}`}
      className="relative h-8"
    >
      <div className="absolute inset-x-0 top-[1.2rem] h-2 rounded-full bg-base-300 overflow-hidden forced-colors:outline">
        <div
          className="absolute inset-y-0 left-0 bg-accent forced-colors:bg-[Highlight]"
          style={{ width: `${top * 100}%` }}
        />
        <div
          className="absolute inset-y-0 right-0"
          style={{
            left: `${top * 100}%`,
            background: "repeating-linear-gradient(135deg, var(--color-error) 0 2px, transparent 2px 6px)",
          }}
        />
      </div>
      {TICKS.map((bpm) => (
        <span
          key={bpm}
          aria-hidden
          className="absolute top-0 text-xs leading-none quiet -translate-x-1/2"
          style={{ left: `${share(bpm) * 100}%` }}
        >
          {bpm}
        </span>
      ))}
      <span
        aria-hidden
        className={`absolute top-[0.95rem] h-4 w-1 rounded-full -translate-x-1/2 outline-2 outline-base-100 forced-colors:bg-[CanvasText] ${isOver ? "bg-error" : "bg-base-content"}`}
        style={{ left: `${at * 100}%` }}
      />
    </div>
  );
}
