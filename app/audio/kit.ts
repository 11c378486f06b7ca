/** The sounding kit on an audio context: buffers, places in the stereo picture, and strikes at exact times. */

import * as Tone from "tone";
import type { Click } from "~/core/pulse";
import { LEVELS, type Place } from "~/core/stroke";
import {
  CHOKE,
  type ClickSound,
  chokesHat,
  gainFrom,
  gainOfClicks,
  Humaniser,
  keyOf,
  ringsHat,
  type SoundWanted,
  type Struck,
  soundOf,
  VARIATIONS,
} from "./kit-sounds";
import type { Pans } from "./pans";
import { synthesise, synthesiseClick } from "./synthesis";

export interface KitOptions {
  readonly pans: Pans;
  /** Gives samples for a sound; the tests put single impulses here. */
  readonly synthesise?: (sound: SoundWanted, sampleRate: number) => Float32Array;
  /** Makes many sounds off the main thread; without it each is made when its turn comes. */
  readonly makeSounds?: (sounds: readonly SoundWanted[], sampleRate: number) => Promise<readonly Float32Array[]>;
}

/** What takes longest to make, and is seldom the first thing that is heard. */
const LONG: readonly Place[] = ["c1", "c2", "ch", "sp"];

export class SoundingKit {
  private readonly buffers = new Map<string, AudioBuffer>();
  private readonly panners = new Map<number, Tone.Panner>();
  /** What sounds or is about to, and from when. */
  private readonly playing = new Map<Tone.ToneBufferSource, number>();
  private readonly asked = new Set<string>();
  private clickVolume = 0.5;
  private openHat: Tone.ToneBufferSource | null = null;
  private humaniser = new Humaniser();

  constructor(
    private readonly output: Tone.InputNode,
    private options: KitOptions,
  ) {}

  setClickVolume(volume: number) {
    this.clickVolume = volume;
  }

  setPans(pans: Pans) {
    this.options = { ...this.options, pans };
  }

  /**
   * Makes the sounds that these strokes need, off the main thread: first one of each that is soon needed, then one of each
   * that rings long and takes long, then all their variations. Resolves once the first ones are there; the first one
   * stands in for a variation that is not.
   */
  async prepare(strokes: Iterable<Struck>): Promise<void> {
    const [soon, later, more] = [
      new Map<string, SoundWanted>(),
      new Map<string, SoundWanted>(),
      new Map<string, SoundWanted>(),
    ];
    const kinds = new Set<string>();
    for (const stroke of strokes) {
      const kind = keyOf(soundOf(stroke, 0));
      if (kinds.has(kind)) continue;
      kinds.add(kind);
      for (let variation = 0; variation < VARIATIONS; variation++) {
        const sound = soundOf(stroke, variation);
        const key = keyOf(sound);
        if (this.buffers.has(key) || this.asked.has(key)) continue;
        (variation > 0 ? more : LONG.includes(sound.place) ? later : soon).set(key, sound);
      }
    }
    for (const sound of ["click", "sticks"] as const) {
      for (const strong of [true, false]) this.clickBuffer(strong, sound);
    }
    if (!this.options.makeSounds) {
      for (const sound of [...soon.values(), ...later.values()]) this.bufferOf(sound);
      return;
    }
    const first = this.fetchSounds(soon);
    void this.fetchSounds(later);
    void this.fetchSounds(more);
    await first;
  }

  private async fetchSounds(wanted: ReadonlyMap<string, SoundWanted>) {
    const { makeSounds } = this.options;
    if (!makeSounds || wanted.size === 0) return;
    for (const key of wanted.keys()) this.asked.add(key);
    try {
      const sounds = await makeSounds([...wanted.values()], this.sampleRate);
      for (const [index, key] of [...wanted.keys()].entries()) {
        const samples = sounds[index];
        if (samples) this.keep(key, () => samples);
      }
    } catch {
      // What was not made is made when it is struck, or something like it stands in.
      for (const key of wanted.keys()) this.asked.delete(key);
    }
  }

  /** Sounds a stroke at `time` (seconds of the audio context), `gain` from 0 to 1; for `seconds`, or until it has rung out. */
  strike(note: Struck, time: number, gain = 1, seconds: number | null = null) {
    if (chokesHat(note.place)) {
      this.openHat?.stop(time);
      this.openHat = null;
    }
    const sound = this.readySound(note);
    const source = this.play(
      this.bufferOf(sound),
      time,
      this.panOf(note.place),
      gain * gainFrom(sound.level, note.force),
    );
    if (seconds !== null) source.stop(time + seconds);
    if (ringsHat(note.place)) this.openHat = source;
  }

  /** The stroke's own variation, or what is there and is most like it: nothing is made while something plays if it can be helped. */
  private readySound(note: Struck): SoundWanted {
    const varied = soundOf(note, this.humaniser.next(note));
    if (this.buffers.has(keyOf(varied)) || !this.options.makeSounds) return varied;
    const plain = soundOf(note, 0);
    const others = LEVELS.map((level): SoundWanted => ({ ...plain, level }));
    return [plain, ...others].find((sound) => this.buffers.has(keyOf(sound))) ?? plain;
  }

  click(click: Click, time: number, sound: ClickSound) {
    const gain = gainOfClicks(this.clickVolume);
    if (gain > 0) this.play(this.clickBuffer(click.strong, sound), time, 0, gain);
  }

  /** Ends everything that sounds or is about to: what sounds fades quickly, so that nothing clicks. */
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

  private play(buffer: AudioBuffer, time: number, pan: number, gain: number): Tone.ToneBufferSource {
    const source = new Tone.ToneBufferSource({ url: new Tone.ToneAudioBuffer(buffer), fadeIn: 0, fadeOut: CHOKE });
    source.connect(this.pannerAt(pan));
    this.playing.set(source, time);
    source.onended = () => {
      this.playing.delete(source);
      source.dispose();
    };
    source.start(time, 0, undefined, gain);
    return source;
  }

  private panOf(place: Place): number {
    return this.options.pans[place] ?? 0;
  }

  private pannerAt(pan: number): Tone.Panner {
    const found = this.panners.get(pan);
    if (found) return found;
    const panner = new Tone.Panner(pan).connect(this.output);
    this.panners.set(pan, panner);
    return panner;
  }

  private bufferOf(sound: SoundWanted): AudioBuffer {
    const make = this.options.synthesise ?? synthesise;
    return this.keep(keyOf(sound), (rate) => make(sound, rate));
  }

  private clickBuffer(strong: boolean, sound: ClickSound): AudioBuffer {
    return this.keep(`${sound} ${strong}`, (rate) => synthesiseClick(strong, sound, rate));
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
