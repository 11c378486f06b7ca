import { afterEach, expect, test, vi } from "vitest";
import { type MidiState, openMidi } from "./midi";
import type { RawHit } from "./raw-hit";

/** A MIDI input that the test plays. */
class TestInput extends EventTarget {
  readonly name = "Pads";
  readonly state = "connected";
  play(...data: number[]) {
    this.dispatchEvent(Object.assign(new Event("midimessage"), { data: new Uint8Array(data) }));
  }
}

afterEach(() => vi.unstubAllGlobals());

async function open(curve: number, request?: () => Promise<unknown>) {
  const input = new TestInput();
  const access = Object.assign(new EventTarget(), { inputs: new Map([["1", input]]) });
  vi.stubGlobal("navigator", { requestMIDIAccess: request ?? (async () => access) });
  const hits: RawHit[] = [];
  const states: MidiState[] = [];
  const close = await openMidi({
    pads: () => new Map([[38, "sn"]]),
    curve: () => curve,
    onHit: (hit) => hits.push(hit),
    onState: (state) => states.push(state),
  });
  return { input, hits, states, close };
}

test("a hit has its surface, and a velocity bent by the player's curve", async () => {
  const plain = await open(1);
  plain.input.play(0x99, 38, 32);
  const lifted = await open(0.5);
  lifted.input.play(0x99, 38, 32);
  const pressed = await open(2);
  pressed.input.play(0x99, 38, 32);
  expect(plain.hits).toMatchObject([{ place: "sn", velocity: 32, note: 38 }]);
  expect([lifted.hits[0]?.velocity, pressed.hits[0]?.velocity]).toEqual([64, 8]);
});

test("notes that end and unknown pads: the first are no hits, the second have no surface", async () => {
  const { input, hits, states, close } = await open(1);
  input.play(0x99, 38, 0);
  input.play(0x99, 39, 90);
  expect(hits).toMatchObject([{ place: null, note: 39 }]);
  expect(states).toEqual([{ trouble: null, devices: ["Pads"] }]);
  close();
  input.play(0x99, 38, 90);
  expect(hits).toHaveLength(1);
});

test("a browser without MIDI, and one that refuses, say so", async () => {
  const refused = await open(1, () => Promise.reject(new Error("no")));
  expect(refused.states).toEqual([{ trouble: "refused", devices: [] }]);
  vi.stubGlobal("navigator", {});
  const states: MidiState[] = [];
  await openMidi({ pads: () => new Map(), curve: () => 1, onHit: () => {}, onState: (state) => states.push(state) });
  expect(states).toEqual([{ trouble: "missing", devices: [] }]);
});
