/** Replaces the sound package: a running clock, and silence. */

/** Milliseconds, as often as the package schedules sound. */
const TICK = 10;

class Context {
  readonly state = "running";
  readonly rawContext = { outputLatency: 0 };
  private readonly ticking = new Map<() => void, ReturnType<typeof setInterval>>();

  get currentTime() {
    return performance.now() / 1000;
  }
  on(event: string, told: () => void) {
    this.off(event, told);
    if (event === "tick") this.ticking.set(told, setInterval(told, TICK));
  }
  off(_: string, told: () => void) {
    clearInterval(this.ticking.get(told));
    this.ticking.delete(told);
  }

  /** Nobody is listening any more. */
  rest() {
    for (const timer of this.ticking.values()) clearInterval(timer);
    this.ticking.clear();
  }
}

const context = new Context();
export const getContext = () => context;
export const start = async () => {};

class Part {
  readonly gain = { rampTo() {} };
  connect() {
    return this;
  }
  toDestination() {
    return this;
  }
}

export { Part as Compressor, Part as Gain };

/** When each stroke sounded since the start of the test, in seconds of the sound's clock. */
export const struck: number[] = [];

/** Sounds end with the page. */
export function silence(): void {
  context.rest();
  struck.length = 0;
}

/** Replaces the kit. */
export class SoundingKit {
  setUp() {}
  silence() {}
  async prepare() {}
  strike(_stroke: unknown, time: number) {
    struck.push(time);
  }
  click() {}
}
