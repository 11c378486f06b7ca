/** The sounding kit in an audio context: buffers, stereo positions, and strokes at exact times. */

import * as Tone from "tone";
import { type KitVoice, LEVELS } from "~/core/stroke";
import {
  CHOKE,
  CLICKS,
  type ClickKind,
  type ClickSound,
  chokesHat,
  gainFrom,
  Humaniser,
  type KitHit,
  keyOf,
  ringsHat,
  type SoundWanted,
  soundOf,
  VARIATIONS,
} from "./kit-sounds";
import { makeRoom, ROOM_GAIN } from "./room";
import { gainOfFader, needsTakes, type SoundSetup, USUAL_SETUP } from "./sound-setup";
import { USUAL_SPOT } from "./spots";
import { synthesise, synthesiseClick } from "./synthesis";

/** Creates batches of sounds off the main thread. */
export interface SoundMaking {
  /** `rank`: 0 for the most urgent. */
  readonly make: (sounds: readonly SoundWanted[], sampleRate: number, rank: number) => Promise<readonly Float32Array[]>;
  /** In the order of {@link CLICKS}. */
  readonly clicks: (sampleRate: number) => Promise<readonly Float32Array[]>;
  /** The room's impulse response, left and right. */
  readonly room: (sampleRate: number) => Promise<readonly [left: Float32Array, right: Float32Array]>;
  /** Prepares in advance, with or without the recorded takes. */
  readonly warm: (withTakes: boolean) => void;
}

export interface KitOptions {
  readonly setup?: SoundSetup;
  /** Supplies the samples of a sound. Tests pass single impulses here. */
  readonly synthesise?: (sound: SoundWanted, sampleRate: number) => Float32Array;
  /** Without it, each sound is created when it is first needed. */
  readonly making?: SoundMaking;
}

function clickKey({ kind, sound }: { readonly kind: ClickKind; readonly sound: ClickSound }): string {
  return `${sound} ${kind}`;
}

/** Slow to create, and rarely the first sound anyone hears. */
const LONG: readonly KitVoice[] = ["c1", "c2", "ch", "sp"];
/** If the takes haven't arrived after this many milliseconds, the synthesized kit plays until they do. */
const PATIENCE = 600;

export class SoundingKit {
  private readonly buffers = new Map<string, AudioBuffer>();
  private readonly panners = new Map<number, Tone.Panner>();
  /** Sounds that play or are scheduled, and their start times. */
  private readonly playing = new Map<Tone.ToneBufferSource, number>();
  private readonly asked = new Set<string>();
  private setup: SoundSetup;
  private openHat: Tone.ToneBufferSource | null = null;
  private humaniser = new Humaniser();
  /** The dry kit, and the part of it that feeds the room once there is one. */
  private readonly dry: Tone.Gain;
  private room: Tone.Gain | null = null;
  /** Clicks are centred and have no room. */
  private readonly clicks: Tone.Panner;

  constructor(
    private readonly output: Tone.InputNode,
    private readonly options: KitOptions,
  ) {
    this.dry = new Tone.Gain(1).connect(output);
    this.clicks = new Tone.Panner(0).connect(output);
    this.setup = USUAL_SETUP;
    this.setUp(options.setup ?? USUAL_SETUP);
  }

  /** Applies to later strokes; the room's level changes immediately. */
  setUp(setup: SoundSetup) {
    this.setup = setup;
    const gain = gainOfFader(setup.room) * ROOM_GAIN;
    if (gain > 0 && !this.room) this.room = this.openRoom();
    if (this.room) this.room.gain.value = gain;
  }

  /** The room's own level. Until the room has been made off the main thread, the kit sounds dry. */
  private openRoom(): Tone.Gain {
    const level = new Tone.Gain(0).connect(this.output);
    const { making } = this.options;
    const make = () => makeRoom(this.sampleRate);
    const build = ([left, right]: readonly [Float32Array, Float32Array]) => {
      const convolver = new Tone.Convolver({ normalize: false });
      const buffer = Tone.getContext().rawContext.createBuffer(2, left.length, this.sampleRate);
      buffer.getChannelData(0).set(left);
      buffer.getChannelData(1).set(right);
      convolver.buffer = new Tone.ToneAudioBuffer(buffer);
      this.dry.chain(convolver, level);
    };
    if (making) void making.room(this.sampleRate).catch(make).then(build);
    else build(make());
    return level;
  }

  /**
   * Creates the sounds that these strokes need, off the main thread: first one of each sound needed soon, then one of
   * each long, slow sound, then all variations. Resolves once the first ones exist; they stand in for missing
   * variations.
   */
  async prepare(strokes: Iterable<KitHit>): Promise<void> {
    const [soon, later, more] = [
      new Map<string, SoundWanted>(),
      new Map<string, SoundWanted>(),
      new Map<string, SoundWanted>(),
    ];
    const kinds = new Set<string>();
    for (const stroke of strokes) {
      const kind = keyOf(soundOf(stroke, 0, this.setup));
      if (kinds.has(kind)) continue;
      kinds.add(kind);
      for (let variation = 0; variation < VARIATIONS; variation++) {
        const sound = soundOf(stroke, variation, this.setup);
        const key = keyOf(sound);
        if (this.buffers.has(key) || this.asked.has(key)) continue;
        (variation > 0 ? more : LONG.includes(sound.place) ? later : soon).set(key, sound);
      }
    }
    if (!this.options.making) {
      for (const { kind, sound } of CLICKS) this.clickBuffer(kind, sound);
      for (const sound of [...soon.values(), ...later.values()]) this.bufferOf(sound);
      return;
    }
    const clicks = this.fetchClicks(this.options.making);
    const first = this.fetchSounds(soon, 0);
    void this.fetchSounds(later, 1);
    void this.fetchSounds(more, 2);
    await Promise.all([clicks, needsTakes(this.setup.kit) ? this.standIn(first, soon) : first]);
  }

  /** A click that doesn't arrive is made when it is first needed. */
  private async fetchClicks(making: SoundMaking) {
    if (CLICKS.every((click) => this.buffers.has(clickKey(click)))) return;
    try {
      const clicks = await making.clicks(this.sampleRate);
      for (const [index, click] of CLICKS.entries()) {
        const samples = clicks[index];
        if (samples) this.keep(clickKey(click), () => samples);
      }
    } catch (error) {
      console.warn(error);
    }
  }

  /** Waits for the sounds, but not for ever. The synthesized kit plays in the meantime. */
  private async standIn(first: Promise<void>, soon: ReadonlyMap<string, SoundWanted>) {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const patience = new Promise<"late">((done) => {
      timer = setTimeout(() => done("late"), PATIENCE);
    });
    const won = await Promise.race([first, patience]);
    clearTimeout(timer);
    if (won !== "late") return;
    const missing = [...soon.values()].map(drawn).filter((sound) => !this.buffers.has(keyOf(sound)));
    await this.fetchSounds(new Map(missing.map((sound) => [keyOf(sound), sound])), 0);
  }

  private async fetchSounds(wanted: ReadonlyMap<string, SoundWanted>, rank: number) {
    const { making } = this.options;
    if (!making || wanted.size === 0) return;
    for (const key of wanted.keys()) this.asked.add(key);
    try {
      const sounds = await making.make([...wanted.values()], this.sampleRate, rank);
      for (const [index, key] of [...wanted.keys()].entries()) {
        const samples = sounds[index];
        if (samples) this.keep(key, () => samples);
      }
    } catch {
      for (const key of wanted.keys()) this.asked.delete(key);
      // Without its takes, a kit uses the synthesized sounds; any other missing sound is created when struck.
      const others = [...wanted.values()].filter(({ kit }) => needsTakes(kit)).map(drawn);
      await this.fetchSounds(new Map(others.map((sound) => [keyOf(sound), sound])), rank);
    }
  }

  /**
   * Plays a stroke at `time` (seconds of the audio context) with `gain` from 0 to 1, for `seconds` or until it has rung
   * out.
   */
  strike(note: KitHit, time: number, gain = 1, seconds: number | null = null) {
    if (chokesHat(note.place)) {
      this.openHat?.stop(time);
      this.openHat = null;
    }
    const sound = this.readySound(note);
    const source = this.play(
      this.bufferOf(sound),
      time,
      this.pannerAt((this.setup.spots[note.place] ?? USUAL_SPOT).pan),
      gain * gainFrom(sound.level, note.force),
    );
    if (seconds !== null) source.stop(time + seconds);
    if (ringsHat(note.place)) this.openHat = source;
  }

  /** The stroke's own variation, or the closest one that exists. We avoid creating sounds during playback. */
  private readySound(note: KitHit): SoundWanted {
    const varied = soundOf(note, this.humaniser.next(note), this.setup);
    if (this.buffers.has(keyOf(varied)) || !this.options.making) return varied;
    const plain = { ...varied, variation: 0 };
    const likely = [plain, ...LEVELS.map((level): SoundWanted => ({ ...plain, level }))];
    return [...likely, ...likely.map(drawn)].find((sound) => this.buffers.has(keyOf(sound))) ?? drawn(plain);
  }

  click(kind: ClickKind, time: number, sound: ClickSound, gain: number) {
    this.play(this.clickBuffer(kind, sound), time, this.clicks, gain);
  }

  /** Fades out quickly everything that plays or is scheduled, so that nothing clicks. */
  silence() {
    const now = Tone.getContext().currentTime;
    for (const [source, from] of this.playing) {
      if (from > now) {
        this.playing.delete(source);
        source.dispose();
      } else source.stop(now);
    }
    this.openHat = null;
    this.humaniser = new Humaniser();
  }

  private play(buffer: AudioBuffer, time: number, into: Tone.InputNode, gain: number): Tone.ToneBufferSource {
    const source = new Tone.ToneBufferSource({ url: new Tone.ToneAudioBuffer(buffer), fadeIn: 0, fadeOut: CHOKE });
    source.connect(into);
    this.playing.set(source, time);
    source.onended = () => {
      this.playing.delete(source);
      // An offline context schedules everything first and renders afterwards, so a node removed now would never be
      // heard.
      if (!Tone.getContext().isOffline) source.dispose();
    };
    source.start(time, 0, undefined, gain);
    return source;
  }

  private pannerAt(pan: number): Tone.Panner {
    const found = this.panners.get(pan);
    if (found) return found;
    const panner = new Tone.Panner(pan).connect(this.dry);
    this.panners.set(pan, panner);
    return panner;
  }

  private bufferOf(sound: SoundWanted): AudioBuffer {
    const make = this.options.synthesise ?? synthesise;
    return this.keep(keyOf(sound), (rate) => make(sound, rate));
  }

  private clickBuffer(kind: ClickKind, sound: ClickSound): AudioBuffer {
    return this.keep(clickKey({ kind, sound }), (rate) => synthesiseClick(kind, sound, rate));
  }

  private keep(key: string, make: (sampleRate: number) => Float32Array): AudioBuffer {
    const found = this.buffers.get(key);
    if (found) return found;
    const samples = make(this.sampleRate);
    const buffer = Tone.getContext().rawContext.createBuffer(1, samples.length, this.sampleRate);
    buffer.getChannelData(0).set(samples);
    this.buffers.set(key, buffer);
    return buffer;
  }

  private get sampleRate(): number {
    return Tone.getContext().rawContext.sampleRate;
  }
}

/** The same stroke on the synthesized kit, which needs nothing but arithmetic. */
function drawn(sound: SoundWanted): SoundWanted {
  return { ...sound, kit: "drawn" };
}
