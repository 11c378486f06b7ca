/** The current practice settings: tempo, layers, and loop. */

import { ALL_ON, isAllOn, type Ladder, type Mix } from "~/core/groove";

export const SPEEDS = [0.5, 0.75, 1] as const;
export const MIN_SPEED = 0.25;
export const MAX_SPEED = 1.5;

/** Slots of one fill that loop. */
export interface PracticeLoop {
  readonly fillId: string;
  /** Indices from 0, including the last. */
  readonly from: number;
  readonly to: number;
  /** Whether it continues in silence to the next beat. */
  readonly toBeat: boolean;
}

export interface Practice {
  /** Relative to the fill's own tempo. */
  readonly speed: number;
  readonly mix: Mix;
  readonly loop: PracticeLoop | null;
  /** Replaces tempo and speed. */
  readonly ladder: Ladder | null;
}

export const AS_WRITTEN: Practice = { speed: 1, mix: ALL_ON, loop: null, ladder: null };

/** Whether anything differs from the written fill. */
export function isPractised({ speed, mix, loop, ladder }: Practice, fillId: string): boolean {
  return speed !== 1 || !isAllOn(mix) || loop?.fillId === fillId || ladder !== null;
}
