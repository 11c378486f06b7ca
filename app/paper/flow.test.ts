import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Block, flow } from "./flow";

function block(height: number, more: Partial<Block> = {}): Block {
  return { height, gap: 10, groups: [], ...more };
}
const heightsOf = (pages: ReturnType<typeof flow>) => pages.map((page) => page.map(({ block: { height } }) => height));

describe("blocks on pages", () => {
  test("are below one another with space between, and continue on the next page", () => {
    const pages = flow([block(40), block(40), block(40)], 100);
    expect(heightsOf(pages)).toEqual([[40, 40], [40]]);
    expect(pages[0]?.map(({ y }) => y)).toEqual([0, 50]);
    expect(pages[1]?.map(({ y }) => y)).toEqual([0]);
    expect(flow([], 100)).toEqual([]);
  });

  test("headings move with their content", () => {
    expect(heightsOf(flow([block(70), block(10, { isWithNext: true }), block(20)], 100))).toEqual([[70], [10, 20]]);
  });

  test("a group too high for a page breaks where the page is full", () => {
    const run = [1, 2, 3].map((height) => block(40 + height, { isWithNext: height < 3 }));
    expect(heightsOf(flow([block(5), ...run], 100))).toEqual([[5], [41, 42], [43]]);
  });

  test("a page starts where requested", () => {
    expect(heightsOf(flow([block(10), block(20, { startsPage: true }), block(30)], 100))).toEqual([[10], [20, 30]]);
    expect(heightsOf(flow([block(10, { startsPage: true })], 100))).toEqual([[10]]);
    const heading = block(10, { isWithNext: true });
    expect(heightsOf(flow([heading, block(20, { startsPage: true })], 100))).toEqual([[10], [20]]);
  });

  test("all are present, in order, without overlaps or overflow", () => {
    const any = fc.record({
      height: fc.integer({ min: 1, max: 130 }),
      gap: fc.integer({ min: 0, max: 20 }),
      isWithNext: fc.boolean(),
      startsPage: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 40 }), (given) => {
        const blocks = given.map((one, index): Block => ({ ...one, groups: [], ...{ index } }) as Block);
        const pages = flow(blocks, 100);
        expect(pages.flat().map((placed) => placed.block)).toEqual(blocks);
        for (const page of pages) {
          expect(page.length).toBeGreaterThan(0);
          for (const [index, { block: one, y }] of page.entries()) {
            const before = page[index - 1];
            if (before) expect(y).toBe(before.y + before.block.height + one.gap);
            else expect(y).toBe(0);
            if (index > 0) expect(y + one.height).toBeLessThanOrEqual(100);
          }
        }
      }),
    );
  });
});
