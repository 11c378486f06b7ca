/** The sounding kit on an audio context: buffers, places in the stereo picture, and strikes at exact times. */

import * as Tone from "tone";
import { type Click, isHand, type Place, type SoundingNote } from "~/core";
import { type SoundWanted, synthesise, synthesiseClick, VARIATIONS } from "./kit-sounds";
import type { Pans } from "./pans";

export interface KitOptions {
  readonly pans: Pans;
  /** Gives samples for a sound; the tests put single impulses here. */
  readonly synthesise?: (sound: SoundWanted, sampleRate: number) => Float32Array;
}

/** Seconds in which an open hi-hat is choked. */
const CHOKE = 0.03;
const CHOKING: readonly Place[] = ["hh", "hp", "ho"];

export class SoundingKit {
  private readonly buffers = new Map<string, AudioBuffer>();
  private readonly panners = new Map<number, Tone.Panner>();
  private readonly playing = new Set<Tone.ToneBufferSource>();
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
   * Makes a first version of each sound that these notes need, so that the first stroke is not late. The variations are
   * made when their turn comes, within the player's look-ahead.
   */
  prepare(notes: readonly SoundingNote[]) {
    for (const note of notes) this.bufferOf(note, 0);
    for (const strong of [true, false]) this.clickBuffer(strong);
  }

  /** Sounds a note at `time` (seconds of the audio context). */
  strike(note: SoundingNote, time: number) {
    if (CHOKING.includes(note.place)) {
      this.openHat?.stop(time + CHOKE);
      this.openHat = null;
    }
    // Hands vary from stroke to stroke; a foot is steadier.
    const variation = isHand(note.limb) ? this.strokes++ % VARIATIONS : 0;
    const source = this.play(this.bufferOf(note, variation), time, this.panOf(note.place));
    if (note.place === "ho") this.openHat = source;
  }

  click(click: Click, time: number) {
    this.play(this.clickBuffer(click.strong), time, 0);
  }

  /** Ends everything that sounds or is about to. */
  silence() {
    for (const source of this.playing) source.dispose();
    this.playing.clear();
    this.openHat = null;
  }

  private play(buffer: AudioBuffer, time: number, pan: number): Tone.ToneBufferSource {
    const source = new Tone.ToneBufferSource({ url: new Tone.ToneAudioBuffer(buffer), fadeIn: 0, fadeOut: CHOKE });
    source.connect(this.pannerAt(pan));
    this.playing.add(source);
    source.onended = () => {
      this.playing.delete(source);
      source.dispose();
    };
    source.start(time);
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

  private bufferOf({ place, level, rimShot }: SoundingNote, variation: number): AudioBuffer {
    const make = this.options.synthesise ?? synthesise;
    return this.keep(`${place} ${level} ${rimShot} ${variation}`, (rate) =>
      make({ place, level, rimShot, variation }, rate),
    );
  }

  private clickBuffer(strong: boolean): AudioBuffer {
    return this.keep(`click ${strong}`, (rate) => synthesiseClick(strong, rate));
  }

  private keep(key: string, make: (sampleRate: number) => Float32Array): AudioBuffer {
    const found = this.buffers.get(key);
    if (found) return found;
    const context = Tone.getContext().rawContext;
    const samples = make(context.sampleRate);
    const buffer = context.createBuffer(1, samples.length, context.sampleRate);
    buffer.getChannelData(0).set(samples);
    this.buffers.set(key, buffer);
    return buffer;
  }
}
