import { expect, test } from "vitest";
import { limitsOf } from "./limits";

test("the player's measurements replace the estimates, and doubles are never slower than singles", () => {
  const own = limitsOf("learner", "R", { R: { single: 9 }, K: { double: 10, single: 4 } });
  expect(own.limbs.R.single).toBeCloseTo(1 / 9, 12);
  expect(own.limbs.R.double).toBeLessThanOrEqual(own.limbs.R.single);
  expect(own.limbs.K.double).toBeCloseTo(0.1, 12);
  expect(own.limbs.L).toEqual(limitsOf("learner", "R").limbs.L);
  expect(own.cross).toBeLessThanOrEqual(Math.min(own.limbs.R.double, own.limbs.L.double));
});
