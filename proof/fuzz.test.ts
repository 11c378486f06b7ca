import { expect, test } from "vitest";
import { fuzz } from "./fuzz";
import { readEach } from "./scaling";

test("nothing that is typed, opened, linked or sent makes a reader throw", async () => {
  const { failures } = await fuzz(6_000, 11);
  expect(failures.filter(({ why }) => !why.startsWith("took"))).toEqual([]);
});

test("inputs that repeat one thing make no reader throw", async () => {
  expect(await readEach(4_000)).toBeGreaterThan(100);
});
