/**
 * Plays scores: looks a little ahead of the audio clock and hands what is due to the kit with its exact time. Changes
 * take hold at the edge of what has been handed over, or at the next bar line.
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

/** Seconds before the first sound after start. */
const RUN_UP = 0.06;
/** What is later than this is left out: after a page was held up, one missing stroke is better than a burst of them. Seconds. */
const TOO_LATE = 0.05;
/** The limiter looks ahead this far, as browsers build it. Seconds. */
const LIMITER_DELAY = 0.006;
/** Sound that was taken away and comes back after this is taken for gone. Milliseconds. */
const RESUMES_WITHIN = 800;
/** The fader in the middle gives the kit its full loudness; above it there are a few decibels more, below it many less. */
const FADER = { middle: 0.5, above: 12, below: 96 } as const;

/**
 * One player a page; its audio context waits for the user's first gesture.
 *
 * @public loaded by name when sound is first wanted
 */
export class SchedulePlayer {
  private readonly gain: Tone.Gain;
  private readonly kit: SoundingKit;
  private schedule: Schedule | null = null;
  /** What is being played. */
  private source: ScoreSource | null = null;
  /** How often something was started or stopped. */
  private starts = 0;
  private lookAhead = new LookAhead(0);
  private readonly clocks = new ClockBridge();
  private readonly onTick = () => this.handOver();
  private readonly onState = () => void this.askAgain();
  private readonly onHide = () => {
    if (document.hidden) this.handOver();
  };

  private setup: SoundSetup;

  /** `onInterrupted`: told when the system has taken the sound away, and it did not come back by itself. */
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

  /** Starts from the count-in. Must be called from a user's gesture the first time: browsers keep silent until then. */
  async start(source: ScoreSource): Promise<void> {
    await Tone.start();
    this.stop();
    const mine = ++this.starts;
    await this.kit.prepare(source(0).arrangement.notes);
    // Stopped again, or something else started, while its sounds were made.
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

  /** Goes on with other scores from the same place. */
  update(source: ScoreSource) {
    if (!this.schedule) return;
    this.source = source;
    void this.kit.prepare(source(0).arrangement.notes);
    this.schedule.change(source, Tone.getContext().currentTime);
  }

  /** Where the ear is now; null during the count-in and when stopped. What is on its way to the ear is allowed for. */
  position(): Position | null {
    return this.schedule?.position(this.heardNow()) ?? null;
  }

  /** See {@link Schedule.countInBeat}. */
  countInBeat(): number | null {
    return this.schedule?.countInBeat(this.heardNow()) ?? null;
  }

  /** Where a moment of the page's clock (milliseconds) lies in what is heard; asked for often, it knows both clocks well. */
  locate(page: number): Located | null {
    this.clocks.sample(this.heardNow(), performance.now());
    const time = this.clocks.toAudio(page);
    return time === null ? null : (this.schedule?.locate(time) ?? null);
  }

  /** See {@link ClockBridge.jumps}. */
  get clockJumps(): number {
    return this.clocks.jumps;
  }

  /** Seconds from the audio clock to the ear, as the browser has it at this moment; null before there is sound. */
  get latency(): number | null {
    return isRunning() ? outputLatency() + LIMITER_DELAY : null;
  }

  private heardNow(): number {
    return Tone.getContext().currentTime - outputLatency() - LIMITER_DELAY;
  }

  /** Sounds strokes at once, each so many seconds later; what was playing is stopped. */
  async strike(strokes: readonly StruckLater[]): Promise<void> {
    await Tone.start();
    this.stop();
    await this.kit.prepare(strokes);
    const now = Tone.getContext().currentTime + RUN_UP;
    for (const stroke of strokes) this.kit.strike(stroke, now + stroke.after, 1, stroke.seconds);
  }

  /** A call or another app may take the sound away: it is asked for once more, and if it stays away that is said. */
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
      // For `npm run bench`, and for the browser's own tools.
      if (due.time < now) performance.mark("late sound", { detail: now - due.time });
      if (due.time >= now - TOO_LATE) sound(this.kit, due, this.setup);
    }
  }
}

/** The browser's types know fewer states than there are: on some devices a call makes it "interrupted". */
function isRunning(): boolean {
  return (Tone.getContext().state as string) === "running";
}

/** Seconds until what the context plays is heard. The package's own context hides what the browser's says of it. */
function outputLatency(): number {
  const context = Tone.getContext().rawContext as Partial<AudioContext> & { readonly _nativeContext?: AudioContext };
  const browser = context._nativeContext ?? context;
  return (browser.outputLatency ?? 0) || (browser.baseLatency ?? 0);
}

/** What is a little late sounds at once. */
function sound(kit: SoundingKit, { time, event, gain, seconds }: Due, { faders }: SoundSetup) {
  const turned = gain * gainOfEvent(event, faders);
  if (turned <= 0) return;
  if (event.kind === "note") kit.strike(event.note, Math.max(0, time), turned, seconds);
  else kit.click(kindOfClick(event.click), Math.max(0, time), event.countIn ? "sticks" : "click", turned);
}

/**
 * Renders `repeats` times round through the same nodes that play live, count-in included, faster than it sounds: without
 * master volume and limiter, at `sampleRate`. Time 0 is the beginning of the count-in.
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
