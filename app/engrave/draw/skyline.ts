/** How far a line of music extends up and down, so that nothing around it touches it. */

import type { Box, Ink } from "~/ink/ink";

export class Skyline {
  private readonly boxes: Box[] = [];

  /** Of a staff with lines from `top` to `bottom`, in pixels. */
  constructor(
    private readonly top: number,
    private readonly bottom: number,
  ) {}

  add(...ink: readonly Ink[]) {
    for (const { box, kind } of ink) if (kind !== "staff-line") this.boxes.push(box);
  }

  /** The highest point between `left` and `right`; at least the staff's top line. */
  over(left = Number.NEGATIVE_INFINITY, right = Number.POSITIVE_INFINITY): number {
    return this.boxes.reduce((top, box) => (meets(box, left, right) ? Math.min(top, box.top) : top), this.top);
  }

  /** The lowest point; at least the staff's bottom line. */
  under(left = Number.NEGATIVE_INFINITY, right = Number.POSITIVE_INFINITY): number {
    return this.boxes.reduce((low, box) => (meets(box, left, right) ? Math.max(low, box.bottom) : low), this.bottom);
  }
}

function meets(box: Box, left: number, right: number): boolean {
  return box.right > left && box.left < right;
}
