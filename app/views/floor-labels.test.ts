import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { basePlace, type Kit, mirrorKit } from "~/core/kit";
import { readStickLine } from "~/core/line";
import { limitsOf, makePlayer } from "~/core/player";
import { anyKit, FOUR_PIECE, LARGE, SMALL } from "~/core/testing/kits";
import { barTicks, bpm, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { drawThreads, frameKit, layCoins, widenTo } from "./floor-geometry";
import { boxAround, boxOfWords, meets, placeNames, placeOnThread, rimOf, sideOf } from "./floor-labels";

const METER = { beats: 4, unit: 4 } as const;
/** The plan's panel at a desk and on a phone, in pixels. */
const PANELS = { desk: { width: 810, height: 360 }, phone: { width: 350, height: 290 } } as const;

function planOf(
  text: string,
  kit: Kit,
  panel: { readonly width: number; readonly height: number },
  withPedals = false,
) {
  const { line } = readStickLine(text);
  if (!line) throw new Error(text);
  const timeline = layOut(
    { meter: METER, tempo: bpm(100), window: { start: ticks(0), length: barTicks(METER) }, line },
    kit,
  );
  const coins = layCoins(timeline, kit);
  const threads = drawThreads(timeline, makePlayer(kit, limitsOf("working", "R")), coins);
  const frame = widenTo(frameKit(kit, withPedals), panel);
  const size = (13 * frame.width) / panel.width;
  const more = (place: string) =>
    timeline.events.filter((event) => event.grace === undefined && basePlace(event.place) === place).length -
    coins.filter((coin) => coin.place === place).length;
  const names = placeNames({ kit, coins, threads, frame, size, withPedals, more });
  return { coins, threads, frame, size, names };
}

describe("a box and a rim", () => {
  const rim = { x: 10, y: 20, rx: 10, ry: 5 };
  test.each([
    [{ x: 10, y: 20 }, 2, 2, "inside"],
    [{ x: 19, y: 20 }, 4, 2, "on"],
    [{ x: 10, y: 20 }, 30, 2, "on"],
    [{ x: 10, y: 20 }, 30, 30, "on"],
    [{ x: 30, y: 20 }, 4, 4, "outside"],
    // In the corner of its bounds, but not on it.
    [{ x: 19.4, y: 24.4 }, 1, 1, "outside"],
  ] as const)("%o, %d by %d: %s", (at, width, height, side) => {
    expect(sideOf(boxAround(at, width, height), rim)).toBe(side);
  });
  test("agrees with points along the box and the rim", () => {
    const measure = fc.double({ min: 0.5, max: 30, noNaN: true });
    const centre = fc.double({ min: -30, max: 30, noNaN: true });
    fc.assert(
      fc.property(centre, centre, measure, measure, (x, y, width, height) => {
        const box = boxAround({ x, y }, width, height);
        const side = sideOf(box, rim);
        // A point of the rim well inside the box means that they cross.
        for (let turn = 0; turn < 64; turn++) {
          const [px, py] = [
            rim.x + rim.rx * Math.cos((turn * Math.PI) / 32),
            rim.y + rim.ry * Math.sin((turn * Math.PI) / 32),
          ];
          const isIn = px > box.left + 1e-6 && px < box.right - 1e-6 && py > box.top + 1e-6 && py < box.bottom - 1e-6;
          if (isIn) expect(side).toBe("on");
        }
        const corners = [box.left, box.right].flatMap((cx) => [box.top, box.bottom].map((cy) => [cx, cy] as const));
        const isInside = corners.every(([cx, cy]) => Math.hypot((cx - rim.x) / rim.rx, (cy - rim.y) / rim.ry) <= 1);
        expect(side === "inside").toBe(isInside);
      }),
    );
  });
});

const LINES = ["@4 >RlrrL >RlrrL RLRRLK", "@4 R/t1LR/f1L R/rdLR/c1K R/hhL/t1R/f1L", "@6 R/f1L/hhR/t1L/f1R/rdL/sn"];
const KITS = { "four pieces": FOUR_PIECE, "a small kit": SMALL, "the four pieces mirrored": mirrorKit(FOUR_PIECE) };

describe("names", () => {
  for (const [kitName, kit] of Object.entries(KITS)) {
    for (const [panelName, panel] of Object.entries(PANELS)) {
      test(`touch no rim, coin, pedal or other name: ${kitName}, ${panelName}`, () => {
        for (const text of LINES) {
          const { names, coins } = planOf(text, kit, panel);
          const hands = kit.surfaces.filter(({ player }) => player === "hands");
          for (const { place } of hands) expect(names.map((one) => one.place)).toContain(place);
          for (const { box, place, words } of names) {
            for (const surface of hands)
              expect(sideOf(box, rimOf(surface)), `${words} on ${surface.place}`).not.toBe("on");
            for (const coin of coins) {
              expect(meets(box, boxAround(coin, 7 * coin.scale, 7 * coin.scale)), `${words} on ${coin.slot}`).toBe(
                false,
              );
            }
            for (const other of names) if (other.place !== place) expect(meets(box, other.box), words).toBe(false);
          }
        }
      });
    }
  }
  test("are all there on any kit, inside the frame, and with a surface moved onto another", () => {
    fc.assert(
      fc.property(fc.oneof(anyKit, fc.constant(LARGE)), fc.boolean(), (kit, withPedals) => {
        const { names, frame } = planOf("@4 RLRR LRLL K", kit, PANELS.desk, withPedals);
        for (const { place, player } of kit.surfaces) {
          if (player === "hands" || withPedals) expect(names.filter((one) => one.place === place)).toHaveLength(1);
        }
        for (const { box, words } of names) {
          expect(box.left, words).toBeGreaterThanOrEqual(frame.x - 1e-6);
          expect(box.right, words).toBeLessThanOrEqual(frame.x + frame.width + 1e-6);
          expect(box.top, words).toBeGreaterThanOrEqual(frame.y - 1e-6);
          expect(box.bottom, words).toBeLessThanOrEqual(frame.y + frame.height + 1e-6);
        }
      }),
      { numRuns: 60 },
    );
  });
  test("say how many strokes have no coin", () => {
    const { names } = planOf(`@4 ${"R/hh".repeat(200)}`, FOUR_PIECE, PANELS.desk);
    expect(names.find(({ place }) => place === "hh")?.words).toMatch(/^hi-hat \+\d+$/);
  });
});

describe("speeds", () => {
  test("are beside coins and names, and off the rims where there is room", () => {
    const { threads, coins, names, size } = planOf("@4 RLR/f1L/f1 RLR/rdL", FOUR_PIECE, PANELS.desk);
    expect(threads.length).toBeGreaterThan(0);
    const taken = names.map(({ box }) => box);
    let placed = 0;
    for (const thread of threads) {
      const spot = placeOnThread(thread, "6→7 5.1 m/s", size, { kit: FOUR_PIECE, coins, taken });
      if (!spot) continue;
      placed++;
      expect(taken.some((other) => meets(other, spot.box))).toBe(false);
      for (const coin of coins) expect(meets(spot.box, boxAround(coin, 7 * coin.scale, 7 * coin.scale))).toBe(false);
      taken.push(spot.box);
    }
    expect(placed).toBeGreaterThan(0);
  });
  test("have no place where everything is taken", () => {
    const { threads, coins, size } = planOf("@4 RLR/f1L", FOUR_PIECE, PANELS.desk);
    const [thread] = threads;
    if (!thread) throw new Error("the right hand moves");
    const everything = boxOfWords("x".repeat(400), { x: 0, y: -50 }, 100);
    expect(placeOnThread(thread, "1→3", size, { kit: FOUR_PIECE, coins, taken: [everything] })).toBeNull();
  });
});
