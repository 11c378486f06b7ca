/**
 * The sound of this page. One player serves all screens, and its code loads when sound is first needed. Playback has an
 * id, so that each play button knows whether it is the one playing.
 */

import { createStore, type StoreApi } from "zustand/vanilla";
import type { SoundMaking } from "./kit";
import type { StruckLater } from "./kit-sounds";
import type { Located, Position } from "./schedule";
import type { ScoreSource } from "./score";
import { needsTakes, type SoundSetup, USUAL_SETUP } from "./sound-setup";

export interface NowPlaying {
  /** What is playing or about to play. */
  readonly id: string | null;
  /** Playback that could not start, or that the system interrupted. */
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

  /** Loads what playback will need: the player's code and its sound material. Callers may do this early. */
  async warm(): Promise<void> {
    this.making?.warm(needsTakes(this.options.setup.kit));
    await this.fetchPlayer();
  }

  /** Loads the player's code, once. */
  private fetchPlayer(): Promise<PlayerModule> {
    this.loading ??= import("./player");
    this.loading.catch(() => {
      this.loading = null;
    });
    return this.loading;
  }

  /** Takes effect immediately, even during playback. */
  set(next: SoundOptions) {
    this.options = next;
    this.player?.setVolume(next.volume);
    this.player?.setUp(next.setup);
  }

  private async makePlayer(): Promise<SoundPlayer> {
    // Prepares sounds while the player's code is loading.
    if (!this.player) this.making?.warm(needsTakes(this.options.setup.kit));
    const { SchedulePlayer } = await this.fetchPlayer();
    if (!this.player) {
      this.player = new SchedulePlayer(this.making ? { making: this.making } : {}, () => this.interrupt());
      this.set(this.options);
    }
    return this.player;
  }

  /** The system has taken the audio away. */
  private interrupt() {
    const { id } = this.playing.getState();
    if (id !== null) this.playing.setState({ id: null, trouble: { id, what: "interrupted" } });
  }

  private isOn(id: string): boolean {
    return this.playing.getState().id === id;
  }

  /** Plays this instead of whatever is playing. The first call must come from a user gesture. */
  async play(id: string, source: ScoreSource): Promise<void> {
    this.playing.setState({ id, trouble: null });
    this.player?.stop();
    try {
      const made = await this.makePlayer();
      // Playback was stopped, or something else requested, while the code was loading.
      if (!this.isOn(id)) return;
      await made.start(source);
      if (this.playing.getState().id === null) made.stop();
    } catch (error) {
      console.error(error);
      if (this.isOn(id)) this.stop(id);
      this.playing.setState({ trouble: { id, what: "not-started" } });
    }
  }

  /** Stops playback with this id; leaves any other alone. */
  stop(id: string) {
    if (!this.isOn(id)) return;
    this.player?.stop();
    this.playing.setState({ id: null });
  }

  toggle(id: string, source: ScoreSource) {
    if (this.isOn(id)) this.stop(id);
    else void this.play(id, source);
  }

  /** Plays a few strokes immediately instead of whatever is playing. The first call must come from a user gesture. */
  async strike(strokes: readonly StruckLater[]): Promise<void> {
    this.playing.setState({ id: null, trouble: null });
    try {
      await (await this.makePlayer()).strike(strokes);
    } catch (error) {
      console.error(error);
    }
  }

  /** Previews a stroke, unless something is playing: then you hear the stroke in its place. */
  async preview(stroke: Omit<StruckLater, "after" | "seconds">): Promise<void> {
    if (this.playing.getState().id === null) await this.strike([{ ...stroke, after: 0, seconds: null }]);
  }

  /** Continues with other scores at the same position, if this id is playing. */
  refresh(id: string, source: ScoreSource) {
    if (this.isOn(id) && this.player?.isPlaying) this.player.update(source);
  }

  /** The position heard now in this id's playback; null during the count-in and when it isn't playing. */
  positionOf(id: string): Position | null {
    return this.isOn(id) ? (this.player?.position() ?? null) : null;
  }

  /** The count-in beat of this id's playback, from 0; null outside the count-in. */
  countInBeatOf(id: string): number | null {
    return this.isOn(id) ? (this.player?.countInBeat() ?? null) : null;
  }

  /** The position of a moment on the page's clock in this id's playback; see {@link Located}. */
  locateIn(id: string, page: number): Located | null {
    return this.isOn(id) ? (this.player?.locate(page) ?? null) : null;
  }

  /** Output latency in seconds as the browser reports it; null before the first sound. */
  get latency(): number | null {
    return this.player?.latency ?? null;
  }

  /** How often the audio and page clocks have drifted apart since this page was opened. */
  get clockJumps(): number {
    return this.player?.clockJumps ?? 0;
  }
}
