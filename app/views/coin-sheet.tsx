/**
 * Coins drawn once and shown many times. Rows of coins in lists refer to the sheet's drawings, so that a hundred small
 * previews are a few hundred elements instead of many thousands.
 */

import { useLayoutEffect, useSyncExternalStore } from "react";
import { formatSlots } from "~/core/line";
import type { Hand, Slot } from "~/core/stroke";
import { Coin } from "./coin";

interface DrawnCoin {
  readonly id: string;
  readonly slot: Slot;
  readonly strongHand: Hand;
}

/** A book can't fill the page with drawings: beyond this many kinds, coins are drawn in place. */
const MAX_KINDS = 1_500;

const kinds = new Map<string, DrawnCoin>();
let published: readonly DrawnCoin[] = [];
const listeners = new Set<() => void>();

function publish() {
  if (published.length === kinds.size) return;
  published = [...kinds.values()];
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}

/** The id of a slot's drawing on the sheet; null if the sheet is full. Stable for equal slots. */
function nameDrawing(slot: Slot, strongHand: Hand): string | null {
  const kind = `${strongHand} ${formatSlots([slot])}`;
  const known = kinds.get(kind);
  if (known) return known.id;
  if (kinds.size >= MAX_KINDS) return null;
  const id = `coin-${kinds.size}`;
  kinds.set(kind, { id, slot, strongHand });
  return id;
}

/** About how large previews are: their letters must still be readable. */
const PREVIEW_SCALE = 0.6;

interface SheetCoinProps {
  readonly slot: Slot;
  readonly strongHand: Hand;
  readonly x: number;
  readonly y: number;
}

/** A coin at x, y, by reference to the sheet. */
export function SheetCoin({ slot, strongHand, x, y }: SheetCoinProps) {
  const id = nameDrawing(slot, strongHand);
  if (id) return <use href={`#${id}`} x={x} y={y} />;
  return (
    <g transform={`translate(${x} ${y})`}>
      <Coin slot={slot} strongHand={strongHand} scale={PREVIEW_SCALE} />
    </g>
  );
}

/** Call this wherever you draw {@link SheetCoin}s: it adds new ones to the sheet before the page is painted. */
export function useCoinSheet() {
  useLayoutEffect(publish);
}

/** The drawings themselves, once per page. */
export function CoinSheet() {
  const drawn = useSyncExternalStore(
    subscribe,
    () => published,
    () => published,
  );
  return (
    <svg aria-hidden="true" width="0" height="0" className="absolute drawing">
      <defs>
        {drawn.map(({ id, slot, strongHand }) => (
          <g key={id} id={id}>
            <Coin slot={slot} strongHand={strongHand} scale={PREVIEW_SCALE} />
          </g>
        ))}
      </defs>
    </svg>
  );
}
