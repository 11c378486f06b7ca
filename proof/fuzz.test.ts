import { expect, test } from "vitest";
import { fuzz } from "./fuzz";

test("nothing that is typed, opened, linked or sent makes a reader throw", async () => {
  const { failures } = await fuzz(6_000, 11);
  expect(failures.filter(({ why }) => !why.startsWith("took"))).toEqual([]);
});
