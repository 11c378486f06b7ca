import { describe, expect, it } from "vitest";
import type { Located } from "~/audio/schedule";
import type { Score } from "~/audio/score";
import { arrangeRange } from "~/core/groove";
import { readStickLine } from "~/core/line";
import { expectStrokes } from "~/core/listening";
import { barTicks, bpm, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { latencyOf, type Source } from "~/formats/listening";
import type { RawHit } from "~/input/raw-hit";
import { Listener, MAX_HITS } from "./listener";

const METER = { beats: 4, unit: 4 } as const;
const line = readStickLine("@4 >RLRL >RLKK").line;
if (!line) throw new Error("the line is not readable");
const timeline = layOut({ meter: METER, tempo: bpm(60), window: { start: ticks(0), length: barTicks(METER) }, line });
const LENGTH = 2;
const expectation = expectStrokes(arrangeRange(timeline, { toBeat: true }), bpm(60), new Set(["R", "L", "K"]));
const score = {} as Score;
const at = (repeat: number, seconds: number): Located => ({ repeat, seconds, left: LENGTH - seconds, score });
const snare: RawHit = { at: 0, place: "sn", limb: null, velocity: 80 };
const listen = () => new Listener(() => ({ expectation, tempo: 60, length: LENGTH }));

describe("a listener", () => {
  it("marks hits as they arrive, each stroke once", () => {
    const listener = listen();
    expect(listener.hit(snare, at(0, 0.26))).toMatchObject({ kind: "mark", slot: 1 });
    expect(listener.hit(snare, at(0, 0.28))).toEqual({ kind: "extra" });
    expect(listener.hit({ ...snare, place: "kk" }, at(0, 1.52))).toMatchObject({ kind: "mark", slot: 6 });
  });

  it("takes a hit just before one as an early hit of the next repeat, from the count-in too", () => {
    const listener = listen();
    expect(listener.hit(snare, at(-1, 1.97))).toMatchObject({ kind: "mark", slot: 0 });
    expect(listener.hit(snare, at(0, 1.98))).toMatchObject({ kind: "mark", slot: 0 });
    expect(listener.close(at(1, 0.2))[0]?.hits.map((hit) => Math.round(hit.at * 100))).toEqual([-3]);
    expect(listener.close(at(2, 0.2))[0]?.hits.map((hit) => Math.round(hit.at * 100))).toEqual([-2]);
  });

  it("reports each repeat once, after its last stroke could have come late, including silent ones", () => {
    const listener = listen();
    expect(listener.close(at(0, 1))).toEqual([]);
    expect(listener.close(at(1, 0.1))).toEqual([]);
    expect(listener.close(at(1, 0.2)).map(({ repeat }) => repeat)).toEqual([0]);
    expect(listener.close(at(1, 0.3))).toEqual([]);
    expect(listener.close(at(2, 0.2)).map(({ repeat, hits }) => [repeat, hits.length])).toEqual([[1, 0]]);
  });

  it("reports unusable hits: in the count-in, from unknown pads or a stuck trigger, and while nothing plays", () => {
    const listener = listen();
    expect(listener.hit(snare, at(-1, 0.5)).kind).toBe("count-in");
    expect(listener.hit({ ...snare, place: null, note: 99 }, at(0, 0.5))).toEqual({ kind: "unknown", note: 99 });
    expect(listener.hit(snare, null).kind).toBe("idle");
    for (let count = 0; count < MAX_HITS; count++) listener.hit(snare, at(0, 0.5));
    expect(listener.hit(snare, at(0, 0.6)).kind).toBe("flood");
  });

  it("keeps only a few repeats, whatever the clock does", () => {
    const listener = listen();
    for (let repeat = 40; repeat > 0; repeat--) listener.hit(snare, at(repeat, 0.5));
    expect(listener.close(at(60, 1)).length).toBeLessThanOrEqual(3);
  });
});

it("subtracts the latency of its own input, never another's", () => {
  const latency = { keys: 12, midi: 30 };
  const of = (source: Source) => latencyOf({ source, latency });
  expect([of("keys"), of("midi"), of("drummer"), of("self")]).toEqual([12, 30, 0, 0]);
});
