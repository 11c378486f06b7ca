import { expect, test } from "vitest";
import { fuzz } from "./fuzz";
import { readEach } from "./scaling";

test("no typed, opened, linked or sent input makes a reader throw", async () => {
  const { failures } = await fuzz(6_000, 11);
  expect(failures.filter(({ why }) => !why.startsWith("took"))).toEqual([]);
});

test("no repetitive input makes a reader throw", async () => {
  expect(await readEach(4_000)).toBeGreaterThan(100);
});
