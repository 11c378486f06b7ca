/**
 * How far ahead of the clock sound is handed over. A page that was held up is likely to be held up again: the look-ahead
 * grows at once with what it has seen, and shrinks slowly.
 */

/** Seconds when all goes well: some calls of the clock that drives it, which come every twentieth of a second. */
const USUAL = 0.2;
/** A page that was held up looks ahead this many times as far as that took. */
const CAUTION = 2.5;
/** The most, and what is handed over at once when the page goes to the background, where browsers call it rarely. */
const MOST = 1.6;
/** With each call that comes in time the page is trusted a little more again. */
const FORGIVENESS = 0.995;

export class LookAhead {
  private calledAt: number;
  private ahead = USUAL;

  /** `now` in seconds, of any clock that goes on. */
  constructor(now: number) {
    this.calledAt = now;
  }

  /** The time up to which all is to be handed over now. */
  until(now: number, isHidden: boolean): number {
    const heldUp = now - this.calledAt;
    this.calledAt = now;
    const wanted = isHidden ? MOST : Math.max(USUAL, CAUTION * heldUp);
    this.ahead = Math.min(MOST, Math.max(wanted, this.ahead * FORGIVENESS));
    return now + this.ahead;
  }
}
