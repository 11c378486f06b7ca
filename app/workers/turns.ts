/** Turns for pieces of work on one thread: the lowest rank comes first, and messages get in between. */

interface Waiting {
  readonly rank: number;
  readonly go: () => void;
}

export class TurnQueue {
  private waiting: Waiting[] = [];
  private isTurning = false;

  /** Resolves when work of this rank may run; equal ranks in order of request. */
  next(rank: number): Promise<void> {
    return new Promise((go) => {
      this.waiting.push({ rank, go });
      if (!this.isTurning) this.turn();
    });
  }

  private turn() {
    this.isTurning = true;
    // A turn of the event loop, so that new requests and answers get through.
    setTimeout(() => {
      const first = this.waiting.reduce<Waiting | null>(
        (best, one) => (best === null || one.rank < best.rank ? one : best),
        null,
      );
      this.isTurning = false;
      if (!first) return;
      this.waiting = this.waiting.filter((one) => one !== first);
      first.go();
      // The work itself continues before the next turn, because it was requested in the same turn of the loop.
      if (this.waiting.length > 0) this.turn();
    });
  }
}
