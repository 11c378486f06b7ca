/** How far up and down a line of music reaches, so that what is written around it touches nothing. */

import type { Box, Ink } from "~/ink/ink";

export class Skyline {
  private readonly boxes: Box[] = [];

  /** Of a staff with lines from `top` to `bottom`, pixels. */
  constructor(
    private readonly top: number,
    private readonly bottom: number,
  ) {}

  add(...ink: readonly Ink[]) {
    for (const { box, kind } of ink) if (kind !== "staff-line") this.boxes.push(box);
  }

  /** The highest of what is between `left` and `right`; the staff's top line where nothing is higher. */
  over(left = Number.NEGATIVE_INFINITY, right = Number.POSITIVE_INFINITY): number {
    return this.boxes.reduce((top, box) => (meets(box, left, right) ? Math.min(top, box.top) : top), this.top);
  }

  /** The lowest of it; the staff's bottom line where nothing is lower. */
  under(left = Number.NEGATIVE_INFINITY, right = Number.POSITIVE_INFINITY): number {
    return this.boxes.reduce((low, box) => (meets(box, left, right) ? Math.max(low, box.bottom) : low), this.bottom);
  }
}

function meets(box: Box, left: number, right: number): boolean {
  return box.right > left && box.left < right;
}
