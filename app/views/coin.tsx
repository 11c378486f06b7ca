/**
 * A slot as a coin. Hands are round, feet are square plates; the strong side is solid, the other a ring; accents are
 * large with a reeded rim, ghosts small. A notch is a rim shot, a shiver a buzz, a bar beside it a choke; satellites are
 * grace notes, a dimple is silence.
 */

import { memo } from "react";
import {
  betweenLevels,
  type Hand,
  isHand,
  type Level,
  type Limb,
  otherHand,
  partsOf,
  type Silence,
  type Slot,
  type Stroke,
  type Strokes,
} from "~/core/stroke";
import { forceOf } from "~/core/timeline";

/** Radii at scale 1, where slots stand 52 apart. */
const RADIUS: Record<Level, number> = { ghost: 7, normal: 11, accent: 15 };
export const HALO_RADIUS = 21;

export interface CoinProps {
  readonly slot: Slot;
  /** The hand that is drawn solid. */
  readonly strongHand: Hand;
  /** In a crescendo or diminuendo, how far it has come: 0 soft to 1 loud. */
  readonly loud?: number | undefined;
}

interface Look {
  readonly strongHand: Hand;
  readonly loud: number | null;
}

/** Drawn around 0, 0 at scale 1. */
export const Coin = memo(function Coin({ slot, strongHand, loud }: CoinProps) {
  const parts = partsOf(slot);
  const width = 42 / parts.length;
  const look: Look = { strongHand, loud: loud ?? null };
  const scale = parts.length === 1 ? 1 : Math.max(0.34, 1.3 / (parts.length + 0.15));
  return (
    <>
      <circle className="coin-halo" r={HALO_RADIUS} />
      {parts.map((part, index) => (
        <g
          // biome-ignore lint/suspicious/noArrayIndexKey: parts have no identity but their place
          key={index}
          transform={
            parts.length === 1 ? undefined : `translate(${(index - (parts.length - 1) / 2) * width} 0) scale(${scale})`
          }
        >
          <PartMark part={part} look={look} />
        </g>
      ))}
      <PlaceLabel parts={parts} />
      {parts.length > 1 ? <path d="M-20 13v4h40v-4" className="coin-reed" strokeWidth="1.4" /> : null}
    </>
  );
});

/** The surface under the coin, where the line names one. */
function PlaceLabel({ parts }: { parts: readonly (Silence | Strokes)[] }) {
  const places = parts.flatMap((part) => (part.kind === "strokes" ? part.strokes.map((stroke) => stroke.place) : []));
  const named = [...new Set(places.filter((place) => place !== undefined))];
  if (named.length === 0) return null;
  return (
    <text
      y="28"
      textAnchor="middle"
      fontSize="9.5"
      fontWeight="600"
      fill="var(--nickel)"
      stroke="var(--paper)"
      strokeWidth="2.5"
      paintOrder="stroke"
    >
      {named.join(" ")}
    </text>
  );
}

function PartMark({ part, look }: { part: Silence | Strokes; look: Look }) {
  if (part.kind === "silence")
    return <path d="M-7 -1q7 6 14 0" fill="none" stroke="var(--nickel)" strokeWidth="2" strokeLinecap="round" />;
  if (part.strokes.length === 1 && part.strokes[0]) return <StrokeMark stroke={part.strokes[0]} look={look} />;
  return <Together strokes={part.strokes} look={look} />;
}

/** Where the marks of limbs that play together stand, and how small they are: close enough to touch, apart enough to read. */
const TOGETHER: Record<number, { readonly scale: number; readonly at: readonly (readonly [x: number, y: number])[] }> =
  {
    2: {
      scale: 0.8,
      at: [
        [-6, -7],
        [6, 8],
      ],
    },
    3: {
      scale: 0.66,
      at: [
        [-8, -9],
        [8, -9],
        [0, 8],
      ],
    },
    4: {
      scale: 0.62,
      at: [
        [-8, -9],
        [8, -9],
        [-8, 8],
        [8, 8],
      ],
    },
  };

function Together({ strokes, look }: { strokes: readonly Stroke[]; look: Look }) {
  const shape = TOGETHER[strokes.length];
  if (!shape) return null;
  return strokes
    .map((stroke, index) => ({ stroke, at: shape.at[index] ?? [0, 0] }))
    .toReversed()
    .map(({ stroke, at: [x, y] }) => (
      <g key={stroke.limb} transform={`translate(${x} ${y}) scale(${shape.scale})`}>
        <StrokeMark stroke={stroke} look={look} />
      </g>
    ));
}

/** The size of a stroke: its level's, or between two of them where the phrase swells. */
function radiusOf(level: Level, loud: number | null): number {
  return betweenLevels(forceOf(level, loud), RADIUS);
}

function StrokeMark({ stroke, look: { strongHand, loud } }: { stroke: Stroke; look: Look }) {
  const radius = radiusOf(stroke.level, loud);
  const solid = isSolid(stroke.limb, strongHand);
  return (
    <>
      {stroke.level === "accent" ? <Reeding stroke={stroke} radius={radius} /> : null}
      <Body limb={stroke.limb} radius={radius} solid={solid} />
      {stroke.technique === "buzz" ? <Buzz radius={radius} /> : null}
      {stroke.technique === "choke" ? <Choke radius={radius} /> : null}
      {stroke.technique === "rim-shot" ? (
        <path
          d={`M${radius * 0.2} ${-radius * 0.55}L${radius + 5} ${-radius - 5}L${radius * 0.62} ${-radius * 0.05}z`}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="1.2"
        />
      ) : null}
      {radius < 9 ? null : (
        <text
          y="4.2"
          textAnchor="middle"
          fontSize={radius > 12 ? 13 : 11.5}
          fontWeight="700"
          className={solid ? "coin-letter-solid" : "coin-letter-hollow"}
        >
          {stroke.limb}
        </text>
      )}
      {stroke.graces > 0 && isHand(stroke.limb) ? (
        <Satellites graces={stroke.graces} radius={radius} solid={isSolid(otherHand(stroke.limb), strongHand)} />
      ) : null}
    </>
  );
}

/** A shiver over the coin. */
function Buzz({ radius }: { radius: number }) {
  const y = -radius - 4.5;
  return (
    <path
      d={`M-9 ${y + 2}l3.6 -4l3.6 4l3.6 -4l3.6 4l3.6 -4`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth="1.8"
      strokeLinejoin="round"
      strokeLinecap="round"
    />
  );
}

/** A bar that the sound runs into. */
function Choke({ radius }: { radius: number }) {
  const x = radius + 4.5;
  return (
    <path d={`M${x - 4.5} 0h3M${x} -7v14`} stroke="var(--ink)" strokeWidth="2.6" strokeLinecap="round" fill="none" />
  );
}

function isSolid(limb: Limb, strongHand: Hand): boolean {
  return isHand(limb) ? limb === strongHand : limb === "K";
}

function Body({ limb, radius, solid }: { limb: Limb; radius: number; solid: boolean }) {
  const className = solid ? "coin-solid" : "coin-hollow";
  if (isHand(limb)) return <circle r={radius} className={className} strokeWidth="2.5" />;
  const half = radius * 0.94;
  return (
    <rect x={-half} y={-half} width={2 * half} height={2 * half} rx="3.5" className={className} strokeWidth="2.5" />
  );
}

function Reeding({ stroke, radius }: { stroke: Stroke; radius: number }) {
  if (isHand(stroke.limb))
    return <circle r={radius + 3.8} className="coin-reed" strokeWidth="3" strokeDasharray="1.7 3.22" />;
  const half = radius + 2.6;
  return (
    <rect
      x={-half}
      y={-half}
      width={2 * half}
      height={2 * half}
      rx="5"
      className="coin-reed"
      strokeWidth="3"
      strokeDasharray="1.7 3.2"
    />
  );
}

function Satellites({ graces, radius, solid }: { graces: number; radius: number; solid: boolean }) {
  return Array.from({ length: graces }, (_, index) => {
    const angle = Math.PI * (0.78 + 0.17 * index);
    const distance = radius + 7;
    return (
      <circle
        // biome-ignore lint/suspicious/noArrayIndexKey: grace notes have no identity but their order
        key={index}
        cx={Math.cos(angle) * distance}
        cy={-Math.sin(angle) * distance}
        r="3.6"
        className={solid ? "coin-solid" : "coin-hollow"}
        strokeWidth="1.8"
      />
    );
  });
}
