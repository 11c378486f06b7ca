/** How something is practised at the moment: its speed, what of it is heard, which part loops. */

import { ALL_ON, isAllOn, type Ladder, type Mix } from "~/core/groove";

export const SPEEDS = [0.5, 0.75, 1] as const;
export const MIN_SPEED = 0.25;
export const MAX_SPEED = 1.5;

/** Slots of one fill that go round by themselves. */
export interface PracticeLoop {
  readonly fillId: string;
  /** By their numbers from 0, the last one included. */
  readonly from: number;
  readonly to: number;
  /** Whether it goes on in silence to the next beat. */
  readonly toBeat: boolean;
}

export interface Practice {
  /** Of the fill's own tempo. */
  readonly speed: number;
  readonly mix: Mix;
  readonly loop: PracticeLoop | null;
  /** In place of tempo and speed. */
  readonly ladder: Ladder | null;
}

export const AS_WRITTEN: Practice = { speed: 1, mix: ALL_ON, loop: null, ladder: null };

/** Whether anything is other than written. */
export function isPractised({ speed, mix, loop, ladder }: Practice, fillId: string): boolean {
  return speed !== 1 || !isAllOn(mix) || loop?.fillId === fillId || ladder !== null;
}
