/** The sounding kit on an audio context: buffers, places in the stereo picture, and strikes at exact times. */

import * as Tone from "tone";
import type { Click } from "~/core/pulse";
import type { Place } from "~/core/stroke";
import {
  CHOKE,
  chokesHat,
  gainForForce,
  keyOf,
  ringsHat,
  type SoundWanted,
  type Struck,
  soundOf,
  VARIATIONS,
  variationOf,
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

export class SoundingKit {
  private readonly buffers = new Map<string, AudioBuffer>();
  private readonly panners = new Map<number, Tone.Panner>();
  private readonly playing = new Set<Tone.ToneBufferSource>();
  private readonly asked = new Set<string>();
  private openHat: Tone.ToneBufferSource | null = null;
  private strokes = 0;

  constructor(
    private readonly output: Tone.InputNode,
    private options: KitOptions,
  ) {}

  setPans(pans: Pans) {
    this.options = { ...this.options, pans };
  }

  /**
   * Makes a first version of each sound that these strokes need, so that the first one is not late. The others come
   * from {@link fetchMore}, off the main thread; until then the first one stands in for them.
   */
  prepare(strokes: Iterable<Struck>) {
    const wanted = new Map<string, SoundWanted>();
    const kinds = new Set<string>();
    for (const stroke of strokes) {
      const kind = keyOf(soundOf(stroke, 0));
      if (kinds.has(kind)) continue;
      kinds.add(kind);
      for (let variation = 0; variation < VARIATIONS; variation++) {
        const sound = soundOf(stroke, variation);
        const key = keyOf(sound);
        if (variation === 0) this.bufferOf(sound);
        else if (!this.buffers.has(key) && !this.asked.has(key)) wanted.set(key, sound);
      }
    }
    for (const strong of [true, false]) this.clickBuffer(strong);
    if (wanted.size > 0) void this.fetchMore(wanted);
  }

  private async fetchMore(wanted: ReadonlyMap<string, SoundWanted>) {
    const { makeSounds } = this.options;
    if (!makeSounds) return;
    for (const key of wanted.keys()) this.asked.add(key);
    try {
      const sounds = await makeSounds([...wanted.values()], this.sampleRate);
      for (const [index, key] of [...wanted.keys()].entries()) {
        const samples = sounds[index];
        if (samples) this.keep(key, () => samples);
      }
    } catch {
      // The first versions go on standing in: strokes are then all alike, and nothing is lost.
      for (const key of wanted.keys()) this.asked.delete(key);
    }
  }

  /** Sounds a stroke at `time` (seconds of the audio context), `gain` from 0 to 1; for `seconds`, or until it has rung out. */
  strike(note: Struck, time: number, gain = 1, seconds: number | null = null) {
    if (chokesHat(note.place)) {
      this.openHat?.stop(time + CHOKE);
      this.openHat = null;
    }
    const varied = soundOf(note, variationOf(note.limb, this.strokes++));
    const sound = this.buffers.has(keyOf(varied)) || !this.options.makeSounds ? varied : soundOf(note, 0);
    const source = this.play(this.bufferOf(sound), time, this.panOf(note.place), gain * gainForForce(note.force));
    if (seconds !== null) source.stop(time + seconds + CHOKE);
    if (ringsHat(note.place)) this.openHat = source;
  }

  click(click: Click, time: number) {
    this.play(this.clickBuffer(click.strong), time, 0, 1);
  }

  /** Ends everything that sounds or is about to. */
  silence() {
    for (const source of this.playing) source.dispose();
    this.playing.clear();
    this.openHat = null;
  }

  private play(buffer: AudioBuffer, time: number, pan: number, gain: number): Tone.ToneBufferSource {
    const source = new Tone.ToneBufferSource({ url: new Tone.ToneAudioBuffer(buffer), fadeIn: 0, fadeOut: CHOKE });
    source.connect(this.pannerAt(pan));
    this.playing.add(source);
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

  private clickBuffer(strong: boolean): AudioBuffer {
    return this.keep(`click ${strong}`, (rate) => synthesiseClick(strong, rate));
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
