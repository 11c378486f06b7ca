/**
 * How far ahead of the clock we schedule sound. A page that was blocked once is likely to be blocked again, so the
 * look-ahead grows immediately and shrinks slowly.
 */

/**
 * Look-ahead in seconds when all goes well: a few ticks of the clock that drives it, one every twentieth of a second.
 */
const USUAL = 0.2;
/** After a block, the look-ahead is this multiple of its length. */
const CAUTION = 2.5;
/** The maximum, and the look-ahead of a page in the background, where browsers rarely call us. */
const MOST = 1.6;
/** Every call in time shortens the look-ahead a little. */
const FORGIVENESS = 0.995;

export class LookAhead {
  private calledAt: number;
  private ahead = USUAL;

  /** `now` in seconds, on any monotonic clock. */
  constructor(now: number) {
    this.calledAt = now;
  }

  /** Everything before this time must be scheduled now. */
  until(now: number, isHidden: boolean): number {
    const heldUp = now - this.calledAt;
    this.calledAt = now;
    const wanted = isHidden ? MOST : Math.max(USUAL, CAUTION * heldUp);
    this.ahead = Math.min(MOST, Math.max(wanted, this.ahead * FORGIVENESS));
    return now + this.ahead;
  }
}
