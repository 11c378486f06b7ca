import { describe, expect, test } from "vitest";
import { surfaceAt, usualSurface } from "~/core/kit";
import { readStickLine } from "~/core/line";
import { limitsOf, makePlayer } from "~/core/player";
import type { KitVoice } from "~/core/stroke";
import { barTicks, bpm, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { drawThreads, frameKit, handAt, layCoins, onThread, traceHands, widenTo } from "./floor-geometry";

const METER = { beats: 4, unit: 4 } as const;
const KIT = { surfaces: (["sn", "t1", "f1", "hh", "rd", "kk", "hp"] as KitVoice[]).map(usualSurface) };
const TRAVEL = makePlayer(KIT, limitsOf("working", "R"));

function laid(text: string, tempo = 100) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  return layOut({ meter: METER, tempo: bpm(tempo), window: { start: ticks(0), length: barTicks(METER) }, line }, KIT);
}

describe("coins on the plan", () => {
  test("lie on their surface, one per stroke, without overlaps", () => {
    const timeline = laid("@4 RLR/f1LR/hhL/t1KK 'RLRLRLRL");
    const coins = layCoins(timeline, KIT);
    expect(coins).toHaveLength(16);
    for (const coin of coins) {
      const surface = surfaceAt(KIT, coin.place);
      if (!surface) throw new Error("its surface is there");
      if (surface.player === "hands") {
        expect(Math.hypot(coin.x - surface.x, coin.y + surface.y)).toBeLessThan(surface.size / 2);
      }
      for (const other of coins) {
        if (other !== coin) expect(Math.hypot(coin.x - other.x, coin.y - other.y)).toBeGreaterThan(3.9);
      }
    }
  });
  test("more than fit are cut to the first ones", () => {
    const coins = layCoins(laid(`@4 ${"R/hh".repeat(200)}`), KIT);
    expect(coins.length).toBeGreaterThan(20);
    expect(coins.length).toBeLessThan(200);
    expect(coins[0]?.slot).toBe(0);
  });
  test("are as large as their surface allows, in rows that follow its rim", () => {
    const many = (count: number) => layCoins(laid(`@4 ${"RL".repeat(count / 2)}`), KIT);
    expect(many(4).every(({ scale }) => scale === 1)).toBe(true);
    // A snare of 36 cm: sixteen coins, each still more than 5 cm wide.
    expect(many(16)).toHaveLength(16);
    expect(many(16)[0]?.scale).toBeGreaterThan(0.67);
  });
  test.each([true, false])("the frame contains the kit and every coin; with seat: %s", (withSeat) => {
    const box = frameKit(KIT, withSeat);
    for (const { x, y } of layCoins(laid("@4 R/rdL/hhK"), KIT)) {
      expect(x).toBeGreaterThan(box.x);
      expect(x).toBeLessThan(box.x + box.width);
      expect(y).toBeGreaterThan(box.y);
      expect(y).toBeLessThan(box.y + box.height);
    }
    if (withSeat) expect(box.y + box.height).toBeGreaterThan(0);
  });
  test("the frame grows to the shape of its panel, and shows the same in the middle", () => {
    const box = frameKit(KIT, false);
    const wide = widenTo(box, { width: 800, height: 300 });
    expect(wide.width / wide.height).toBeCloseTo(800 / 300, 9);
    expect(wide.height).toBeCloseTo(box.height, 9);
    expect(wide.x + wide.width / 2).toBeCloseTo(box.x + box.width / 2, 9);
    expect(widenTo(box, { width: 0, height: 0 })).toBe(box);
  });
});

describe("threads", () => {
  test("connect a hand's strokes where the surface changes, with speed and strain", () => {
    // Sixteenths at 100 bpm: 0.15 s each. Right hand: snare, floor tom two slots later, and back.
    const timeline = laid("@4 RLR/f1LR");
    const threads = drawThreads(timeline, TRAVEL, layCoins(timeline, KIT));
    expect(threads.map(({ hand, from, to }) => [hand, from.slot, to.slot])).toEqual([
      ["R", 0, 2],
      ["R", 2, 4],
    ]);
    const [first] = threads;
    if (!first) throw new Error("there is one");
    expect(first.speed).toBeCloseTo(first.distance / 100 / 0.3, 9);
    expect(first.strain).toBeCloseTo(TRAVEL.time("R", "sn", "f1") / 0.3, 9);
    expect(onThread(first, 0)).toEqual({ x: first.start.x, y: first.start.y });
    expect(onThread(first, 1)).toEqual({ x: first.end.x, y: first.end.y });
  });
});

test("a thread passes the coins between its ends where it can", () => {
  const timeline = laid("@4 R/hhL/snR/f1L/sn R/hhL/snR/f1L/sn");
  const coins = layCoins(timeline, KIT);
  for (const thread of drawThreads(timeline, TRAVEL, coins)) {
    const { start, end } = thread;
    const isEnd = ({ x, y }: { x: number; y: number }) =>
      [start, end].some((one) => Math.hypot(one.x - x, one.y - y) < 0.2);
    for (const coin of coins.filter(({ place }) => place === "sn")) {
      if (isEnd(coin)) continue;
      for (let share = 0.05; share < 1; share += 0.05) {
        const at = onThread(thread, share);
        expect(Math.hypot(at.x - coin.x, at.y - coin.y)).toBeGreaterThan(2 * coin.scale);
      }
    }
  }
});

describe("hands over time", () => {
  test("are at each stroke's coin when it sounds, wait, and move in between", () => {
    const timeline = laid("@4 R/snLR/f1LR/hhL", 60);
    const coins = layCoins(timeline, KIT);
    const paths = traceHands(timeline, TRAVEL, coins);
    expect(paths.map(({ hand }) => hand)).toEqual(["R", "L"]);
    const [right] = paths;
    if (!right) throw new Error("the right hand plays");
    for (const event of timeline.events) {
      if (event.limb !== "R") continue;
      const coin = coins.find((one) => one.slot === event.slot);
      const { x, y } = handAt(right, event.at);
      expect(Math.hypot(x - (coin?.x ?? 0), y - (coin?.y ?? 0))).toBeLessThan(1e-6);
    }
    const start = handAt(right, 0);
    expect(handAt(right, 100)).toEqual(start);
    expect(handAt(right, 5_040 - 400)).not.toEqual(start);
    expect(handAt(right, -50)).toEqual(start);
    expect(handAt(right, 1e9)).toEqual(handAt(right, 10_080));
  });
  test("don't exist if no hand plays", () => {
    const timeline = laid("@4 KK");
    expect(traceHands(timeline, TRAVEL, layCoins(timeline, KIT))).toEqual([]);
  });
});
