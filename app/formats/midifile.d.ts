/** The independent MIDI reader that the tests hold the writer against; it ships no types. */
declare module "midifile" {
  interface ReadEvent {
    readonly delta: number;
    /** 0x8 note off and on and other channel events, 0xff meta. */
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
