/**
 * Plays scores: looks slightly ahead of the audio clock and schedules due events on the kit at exact times. Changes
 * take effect after what is already scheduled, or at the next bar line.
 */

import * as Tone from "tone";
import { ClockBridge } from "./clock";
import { type KitOptions, SoundingKit } from "./kit";
import { HEADROOM, kindOfClick, type StruckLater } from "./kit-sounds";
import { LookAhead } from "./look-ahead";
import type { Mixdown } from "./mixdown";
import { type Due, type Located, type Position, Schedule } from "./schedule";
import { measureRepeats, type ScoreSource } from "./score";
import { gainOfEvent, type SoundSetup, USUAL_SETUP } from "./sound-setup";

/** Seconds between start and the first sound. */
const RUN_UP = 0.06;
/**
 * Skip events later than this. After the page was blocked, one missing stroke is better than a burst of them. Seconds.
 */
const TOO_LATE = 0.05;
/** Browsers build the limiter with this look-ahead. Seconds. */
const LIMITER_DELAY = 0.006;
/** If the sound is still interrupted after this, it counts as gone. Milliseconds. */
const RESUMES_WITHIN = 800;
/**
 * With the fader in the middle, the kit plays at full loudness. Above it there are a few more decibels, below it many
 * fewer.
 */
const FADER = { middle: 0.5, above: 12, below: 96 } as const;

/**
 * One player per page. Its audio context waits for the user's first gesture.
 * @public loaded by name when sound is first wanted
 */
export class SchedulePlayer {
  private readonly gain: Tone.Gain;
  private readonly kit: SoundingKit;
  private schedule: Schedule | null = null;
  /** What is playing. */
  private source: ScoreSource | null = null;
  /** Counts starts and stops. */
  private starts = 0;
  private lookAhead = new LookAhead(0);
  private readonly clocks = new ClockBridge();
  private readonly onTick = () => this.handOver();
  private readonly onState = () => void this.askAgain();
  private readonly onHide = () => {
    if (document.hidden) this.handOver();
  };

  private setup: SoundSetup;

  /** `onInterrupted`: called when the system has taken the audio away and it did not come back. */
  constructor(
    options: KitOptions,
    private readonly onInterrupted: () => void = () => {},
  ) {
    this.setup = options.setup ?? USUAL_SETUP;
    const limiter = new Tone.Compressor({ threshold: -3, knee: 0, ratio: 20, attack: 0.001, release: 0.08 });
    limiter.toDestination();
    this.gain = new Tone.Gain(1).connect(limiter);
    this.kit = new SoundingKit(this.gain, options);
  }

  get isPlaying(): boolean {
    return this.schedule !== null;
  }

  /** Volume from 0 to 1, as a fader. */
  setVolume(volume: number) {
    const { middle, above, below } = FADER;
    const decibels = HEADROOM + (volume - middle) * (volume > middle ? above : below);
    this.gain.gain.rampTo(volume <= 0 ? 0 : 10 ** (decibels / 20), 0.02);
  }

  setUp(setup: SoundSetup) {
    this.setup = setup;
    this.kit.setUp(setup);
    if (this.source) void this.kit.prepare(this.source(0).arrangement.notes);
  }

  /** Starts with the count-in. The first call must come from a user gesture, since browsers stay silent until then. */
  async start(source: ScoreSource): Promise<void> {
    await Tone.start();
    this.stop();
    const mine = ++this.starts;
    await this.kit.prepare(source(0).arrangement.notes);
    // Playback was stopped, or something else started, while its sounds were being created.
    if (mine !== this.starts) return;
    const now = Tone.getContext().currentTime;
    this.lookAhead = new LookAhead(now);
    this.schedule = new Schedule(source, now + RUN_UP);
    this.source = source;
    Tone.getContext().on("tick", this.onTick);
    Tone.getContext().on("statechange", this.onState);
    document.addEventListener("visibilitychange", this.onHide);
    this.handOver();
  }

  stop() {
    this.starts++;
    Tone.getContext().off("tick", this.onTick);
    Tone.getContext().off("statechange", this.onState);
    document.removeEventListener("visibilitychange", this.onHide);
    this.schedule = null;
    this.source = null;
    this.kit.silence();
  }

  /** Continues with other scores at the same position. */
  update(source: ScoreSource) {
    if (!this.schedule) return;
    this.source = source;
    void this.kit.prepare(source(0).arrangement.notes);
    this.schedule.change(source, Tone.getContext().currentTime);
  }

  /** The position heard now, including output latency; null during the count-in and when stopped. */
  position(): Position | null {
    return this.schedule?.position(this.heardNow()) ?? null;
  }

  /** See {@link Schedule.countInBeat}. */
  countInBeat(): number | null {
    return this.schedule?.countInBeat(this.heardNow()) ?? null;
  }

  /** The loop position of a moment on the page's clock (milliseconds). Frequent calls keep both clocks in step. */
  locate(page: number): Located | null {
    this.clocks.sample(this.heardNow(), performance.now());
    const time = this.clocks.toAudio(page);
    return time === null ? null : (this.schedule?.locate(time) ?? null);
  }

  /** See {@link ClockBridge.jumps}. */
  get clockJumps(): number {
    return this.clocks.jumps;
  }

  /** Output latency in seconds as the browser reports it; null before there is sound. */
  get latency(): number | null {
    return isRunning() ? outputLatency() + LIMITER_DELAY : null;
  }

  private heardNow(): number {
    return Tone.getContext().currentTime - outputLatency() - LIMITER_DELAY;
  }

  /** Plays strokes immediately, each after its own number of seconds. Stops current playback. */
  async strike(strokes: readonly StruckLater[]): Promise<void> {
    await Tone.start();
    this.stop();
    await this.kit.prepare(strokes);
    const now = Tone.getContext().currentTime + RUN_UP;
    for (const stroke of strokes) this.kit.strike(stroke, now + stroke.after, 1, stroke.seconds);
  }

  /** A call or another app may take the audio away: we ask for it once more, and report it if it stays away. */
  private async askAgain() {
    const mine = this.starts;
    if (!this.schedule || isRunning()) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const longEnough = new Promise((done) => {
      timer = setTimeout(done, RESUMES_WITHIN);
    });
    await Promise.race([Tone.start().catch(() => {}), longEnough]);
    clearTimeout(timer);
    if (mine !== this.starts || isRunning()) return;
    this.stop();
    this.onInterrupted();
  }

  private handOver() {
    if (!this.schedule) return;
    const now = Tone.getContext().currentTime;
    for (const due of this.schedule.take(this.lookAhead.until(now, document.hidden))) {
      // For `npm run bench`, and for the browser's developer tools.
      if (due.time < now) performance.mark("late sound", { detail: now - due.time });
      if (due.time >= now - TOO_LATE) sound(this.kit, due, this.setup);
    }
  }
}

/** The browser's types list fewer states than exist: on some devices a phone call makes it "interrupted". */
function isRunning(): boolean {
  return (Tone.getContext().state as string) === "running";
}

/** Seconds from the context to the ear. The package's own context hides the browser's value. */
function outputLatency(): number {
  const context = Tone.getContext().rawContext as Partial<AudioContext> & { readonly _nativeContext?: AudioContext };
  const browser = context._nativeContext ?? context;
  return (browser.outputLatency ?? 0) || (browser.baseLatency ?? 0);
}

/** A slightly late event plays immediately. */
function sound(kit: SoundingKit, { time, event, gain, seconds }: Due, { faders }: SoundSetup) {
  const turned = gain * gainOfEvent(event, faders);
  if (turned <= 0) return;
  if (event.kind === "note") kit.strike(event.note, Math.max(0, time), turned, seconds);
  else kit.click(kindOfClick(event.click), Math.max(0, time), event.countIn ? "sticks" : "click", turned);
}

/**
 * Renders `repeats` times round through the nodes that play live, including the count-in, faster than real time:
 * without master volume and limiter, at `sampleRate`. Time 0 is the start of the count-in.
 */
export async function renderScore(
  source: ScoreSource,
  repeats: number,
  options: KitOptions,
  sampleRate = 44_100,
): Promise<Mixdown> {
  const span = measureRepeats(source, repeats);
  const buffer = await Tone.Offline(
    () => {
      const kit = new SoundingKit(Tone.getDestination(), options);
      for (const due of new Schedule(source, 0).take(span)) sound(kit, due, options.setup ?? USUAL_SETUP);
    },
    span + 0.5,
    2,
    sampleRate,
  );
  return { left: buffer.getChannelData(0), right: buffer.getChannelData(1) };
}
