/**
 * Coins drawn once and shown many times. Rows of coins in lists refer to the sheet's drawings, so that a hundred small
 * previews are a few hundred elements and not many thousands.
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

/** A book cannot fill the page with drawings: coins beyond this many kinds are drawn where they stand. */
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

/** The name of a slot's drawing on the sheet; null when the sheet is full. Says the same for the same slot ever after. */
function nameDrawing(slot: Slot, strongHand: Hand): string | null {
  const kind = `${strongHand} ${formatSlots([slot])}`;
  const known = kinds.get(kind);
  if (known) return known.id;
  if (kinds.size >= MAX_KINDS) return null;
  const id = `coin-${kinds.size}`;
  kinds.set(kind, { id, slot, strongHand });
  return id;
}

interface SheetCoinProps {
  readonly slot: Slot;
  readonly strongHand: Hand;
  readonly x: number;
  readonly y: number;
}

/** A coin around x, y, by reference to the sheet. */
export function SheetCoin({ slot, strongHand, x, y }: SheetCoinProps) {
  const id = nameDrawing(slot, strongHand);
  if (id) return <use href={`#${id}`} x={x} y={y} />;
  return (
    <g transform={`translate(${x} ${y})`}>
      <Coin slot={slot} strongHand={strongHand} />
    </g>
  );
}

/** To be called by what draws {@link SheetCoin}s: puts those that are new on the sheet before the page is painted. */
export function useCoinSheet() {
  useLayoutEffect(publish);
}

/** The drawings themselves, once in the page. */
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
            <Coin slot={slot} strongHand={strongHand} />
          </g>
        ))}
      </defs>
    </svg>
  );
}
