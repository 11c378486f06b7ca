/** Turns for pieces of work on one thread: the lowest rank comes first, and messages get in between. */

interface Waiting {
  readonly rank: number;
  readonly go: () => void;
}

export class TurnQueue {
  private waiting: Waiting[] = [];
  private isTurning = false;

  /** Resolves when it is the turn of a piece of work of this rank; those of one rank in the order in which they came. */
  next(rank: number): Promise<void> {
    return new Promise((go) => {
      this.waiting.push({ rank, go });
      if (!this.isTurning) this.turn();
    });
  }

  private turn() {
    this.isTurning = true;
    // A turn of the event loop: what was asked for meanwhile, and what has been answered, comes through.
    setTimeout(() => {
      const first = this.waiting.reduce<Waiting | null>(
        (best, one) => (best === null || one.rank < best.rank ? one : best),
        null,
      );
      this.isTurning = false;
      if (!first) return;
      this.waiting = this.waiting.filter((one) => one !== first);
      first.go();
      // The work itself goes on before the next turn: it is asked for in the same turn of the loop.
      if (this.waiting.length > 0) this.turn();
    });
  }
}
