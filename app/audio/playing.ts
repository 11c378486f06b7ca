/**
 * What sounds on this page. One player serves all screens; its code is loaded when sound is first wanted. What plays
 * goes by an id, so that of many play buttons one knows itself.
 */

import { createStore, type StoreApi } from "zustand/vanilla";
import type { SoundMaking } from "./kit";
import type { StruckLater } from "./kit-sounds";
import type { Located, Position } from "./schedule";
import type { ScoreSource } from "./score";
import { needsTakes, type SoundSetup, USUAL_SETUP } from "./sound-setup";

export interface NowPlaying {
  /** What sounds or is about to. */
  readonly id: string | null;
  /** What could not be started, or was taken away by the system. */
  readonly trouble: { readonly id: string; readonly what: SoundTrouble } | null;
}

export type SoundTrouble = "not-started" | "interrupted";

export interface SoundOptions {
  /** 0 to 1. */
  readonly volume: number;
  readonly setup: SoundSetup;
}

type PlayerModule = typeof import("./player");
type SoundPlayer = InstanceType<PlayerModule["SchedulePlayer"]>;

export class SoundOutput {
  readonly playing: StoreApi<NowPlaying> = createStore<NowPlaying>(() => ({ id: null, trouble: null }));
  private loading: Promise<PlayerModule> | null = null;
  private player: SoundPlayer | null = null;
  private options: SoundOptions = { volume: 0.5, setup: USUAL_SETUP };

  constructor(private readonly making?: SoundMaking) {}

  /** Fetches what will be needed to play: the player's code, and what its sounds are made of. Callers may do so early. */
  async warm(): Promise<void> {
    this.making?.warm(needsTakes(this.options.setup.kit));
    await this.fetchPlayer();
  }

  /** Fetches the player's code, once. */
  private fetchPlayer(): Promise<PlayerModule> {
    this.loading ??= import("./player");
    this.loading.catch(() => {
      this.loading = null;
    });
    return this.loading;
  }

  /** Takes hold at once, also while something sounds. */
  set(next: SoundOptions) {
    this.options = next;
    this.player?.setVolume(next.volume);
    this.player?.setUp(next.setup);
  }

  private async makePlayer(): Promise<SoundPlayer> {
    // What makes the sounds begins while the player's code is on its way.
    if (!this.player) this.making?.warm(needsTakes(this.options.setup.kit));
    const { SchedulePlayer } = await this.fetchPlayer();
    if (!this.player) {
      this.player = new SchedulePlayer(this.making ? { making: this.making } : {}, () => this.interrupt());
      this.set(this.options);
    }
    return this.player;
  }

  /** The system has taken the sound away. */
  private interrupt() {
    const { id } = this.playing.getState();
    if (id !== null) this.playing.setState({ id: null, trouble: { id, what: "interrupted" } });
  }

  private isOn(id: string): boolean {
    return this.playing.getState().id === id;
  }

  /** Plays in place of whatever sounds. Must be called from a user's gesture the first time. */
  async play(id: string, source: ScoreSource): Promise<void> {
    this.playing.setState({ id, trouble: null });
    this.player?.stop();
    try {
      const made = await this.makePlayer();
      // Stopped again, or something else wanted, while the code was on its way.
      if (!this.isOn(id)) return;
      await made.start(source);
      if (this.playing.getState().id === null) made.stop();
    } catch (error) {
      console.error(error);
      if (this.isOn(id)) this.stop(id);
      this.playing.setState({ trouble: { id, what: "not-started" } });
    }
  }

  /** Stops what goes by this id; anything else plays on. */
  stop(id: string) {
    if (!this.isOn(id)) return;
    this.player?.stop();
    this.playing.setState({ id: null });
  }

  toggle(id: string, source: ScoreSource) {
    if (this.isOn(id)) this.stop(id);
    else void this.play(id, source);
  }

  /** Sounds a few strokes at once, in place of whatever plays. Must be called from a user's gesture the first time. */
  async strike(strokes: readonly StruckLater[]): Promise<void> {
    this.playing.setState({ id: null, trouble: null });
    try {
      await (await this.makePlayer()).strike(strokes);
    } catch (error) {
      console.error(error);
    }
  }

  /** Lets a stroke be heard by itself, unless something plays: then it is heard in its place. */
  async preview(stroke: Omit<StruckLater, "after" | "seconds">): Promise<void> {
    if (this.playing.getState().id === null) await this.strike([{ ...stroke, after: 0, seconds: null }]);
  }

  /** Goes on with other scores from the same place, if this id sounds. */
  refresh(id: string, source: ScoreSource) {
    if (this.isOn(id) && this.player?.isPlaying) this.player.update(source);
  }

  /** Where the ear is in what goes by this id; null in the count-in and when it does not sound. */
  positionOf(id: string): Position | null {
    return this.isOn(id) ? (this.player?.position() ?? null) : null;
  }

  /** The beat of the count-in of what goes by this id, from 0; null when none is heard. */
  countInBeatOf(id: string): number | null {
    return this.isOn(id) ? (this.player?.countInBeat() ?? null) : null;
  }

  /** Where a moment of the page's clock lies in what goes by this id; see {@link Located}. */
  locateIn(id: string, page: number): Located | null {
    return this.isOn(id) ? (this.player?.locate(page) ?? null) : null;
  }

  /** Seconds from here to the ear, as the browser has it at this moment; null before anything has sounded. */
  get latency(): number | null {
    return this.player?.latency ?? null;
  }

  /** How often sound and page have lost each other since this page was opened. */
  get clockJumps(): number {
    return this.player?.clockJumps ?? 0;
  }
}
