/** The independent MIDI reader that checks the writer in tests; it ships without types. */
declare module "midifile" {
  interface ReadEvent {
    readonly delta: number;
    /** 0x8 for note off, other nibbles for other channel events, 0xff for meta. */
    readonly type: number;
    readonly subtype?: number;
    readonly channel?: number;
    readonly param1?: number;
    readonly param2?: number;
    readonly data?: readonly number[];
    readonly tempo?: number;
  }
  export default class MIDIFile {
    constructor(bytes: ArrayBuffer);
    readonly header: { getFormat(): number; getTracksCount(): number; getTicksPerBeat(): number };
    getTrackEvents(track: number): ReadEvent[];
  }
}
