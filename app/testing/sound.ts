/** In place of the sound package: its clock, which goes on as sound does, and nothing to be heard. */

let speed = 1;
let from = { page: 0, audio: 0 };
const now = () => from.audio + ((performance.now() - from.page) / 1000) * speed;

/** From here on sound takes so many times less time. */
export function playFaster(times: number): void {
  from = { audio: now(), page: performance.now() };
  speed = times;
}

/** Milliseconds, as often as the package hands sound over. */
const TICK = 10;

class Context {
  readonly state = "running";
  readonly rawContext = { outputLatency: 0 };
  private readonly ticking = new Map<() => void, ReturnType<typeof setInterval>>();

  get currentTime() {
    return now();
  }
  on(event: string, told: () => void) {
    if (event === "tick") this.ticking.set(told, setInterval(told, TICK));
  }
  off(_: string, told: () => void) {
    clearInterval(this.ticking.get(told));
    this.ticking.delete(told);
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

/** Every stroke that was handed over, in seconds of the sound's clock. */
export const struck: { readonly time: number; readonly drum: string }[] = [];

/** In place of the kit. */
export class SoundingKit {
  setUp() {}
  silence() {}
  async prepare() {}
  strike(_stroke: unknown, time: number) {
    struck.push({ time, drum: "note" });
  }
  click(kind: string, time: number) {
    struck.push({ time, drum: kind });
  }
}
