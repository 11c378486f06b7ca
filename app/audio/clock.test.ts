import { describe, expect, it } from "vitest";
import { makeRandom } from "~/core/graph";
import { ClockBridge } from "./clock";

describe("mapping between two clocks", () => {
  it("finds a moment to the millisecond although the audio clock moves in steps of ten", () => {
    const clocks = new ClockBridge();
    const random = makeRandom(4);
    expect(clocks.toAudio(0)).toBeNull();
    for (let page = 1000; page < 3000; page += 5 + (random() % 20)) {
      const audio = 7 + page / 1000;
      clocks.sample(Math.floor(audio * 100) / 100, page);
    }
    expect(Math.abs((clocks.toAudio(2500) ?? 0) - 9.5)).toBeLessThan(0.0015);
    expect(clocks.jumps).toBe(0);
  });

  it("reports a jump and continues from there; ignores a hiccup", () => {
    const clocks = new ClockBridge();
    for (let page = 0; page < 1000; page += 20) clocks.sample(page / 1000, page);
    clocks.sample(0.2, 1000);
    clocks.sample(1.02, 1020);
    expect(clocks.jumps).toBe(0);
    for (let page = 1040; page < 1200; page += 20) clocks.sample(page / 1000 - 0.6, page);
    expect(clocks.jumps).toBe(1);
    expect(clocks.toAudio(1200)).toBeCloseTo(0.6, 3);
  });
});
