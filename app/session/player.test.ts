import { expect, test } from "vitest";
import { loadKits } from "~/content";
import { checkKit, isLeftHanded, type Kit } from "~/core/kit";
import { toKit } from "~/library/kit/kit";
import { DEFAULT_PREFERENCES } from "~/library/preferences";
import { chooseKit, handsOf, playerOf, turnKit } from "./player";

const KITS = loadKits();
const kits = { shipped: KITS, own: [], binned: [] };

test("every shipped kit is valid for right, left and open hands", () => {
  expect(KITS.length).toBeGreaterThanOrEqual(6);
  for (const entry of KITS) {
    for (const hands of ["right", "left", "open"] as const) {
      const problems = checkKit(turnKit(toKit(entry), hands));
      // A player with no cymbals but the hi-hat keeps the requested surfaces.
      expect(problems.map((problem) => `${entry.id} ${hands}: ${problem.kind}`)).toEqual([]);
    }
  }
  expect(KITS.some(({ surfaces }) => surfaces.filter(({ place }) => /^[tf]\d/.test(place)).length === 1)).toBe(true);
  expect(KITS.some(({ surfaces }) => surfaces.some(({ place }) => place === "k2"))).toBe(true);
});

test("a shipped kit follows the hands, an own one stays, an unknown one becomes the first", () => {
  const left = { ...DEFAULT_PREFERENCES, hands: "left" as const };
  const shipped = chooseKit(left, kits);
  expect(shipped && isLeftHanded(shipped.kit)).toBe(true);
  const content = { name: "Attic", surfaces: KITS[0]?.surfaces ?? [] };
  const own = { id: "mine", createdAt: 1, updatedAt: 1, revision: 1, deletedAt: 0, content };
  const chosen = chooseKit({ ...left, kit: "mine" }, { ...kits, own: [own] });
  expect(chosen).toMatchObject({ isOwn: true, name: "Attic" });
  expect(chosen && isLeftHanded(chosen.kit)).toBe(false);
  expect(chooseKit({ ...left, kit: "gone" }, { ...kits, own: [own] })?.id).toBe(KITS[0]?.id);
  expect(chooseKit(left, { ...kits, shipped: [] })).toBeNull();
});

test("open hands get the hi-hat low and the ride on its side, without swapping the feet", () => {
  const kit = toKit(KITS[0] ?? { surfaces: [] });
  const open = turnKit(kit, "open");
  const heightOf = ({ surfaces }: Kit, place: string) => surfaces.find((one) => one.place === place)?.height ?? 0;
  const xOf = ({ surfaces }: Kit, place: string) => surfaces.find((one) => one.place === place)?.x ?? 0;
  expect(heightOf(open, "hh")).toBeLessThan(heightOf(kit, "hh"));
  expect(Math.sign(xOf(open, "rd"))).toBe(Math.sign(xOf(open, "hh")));
  expect(isLeftHanded(open)).toBe(isLeftHanded(kit));
});

test("hands: the leading and timekeeping ones, on the preferred kit with its speeds", () => {
  expect(handsOf("right")).toEqual({ leading: "R", timekeeper: "R" });
  expect(handsOf("left")).toEqual({ leading: "L", timekeeper: "L" });
  expect(handsOf("open")).toEqual({ leading: "R", timekeeper: "L" });
  const { kit = null } = chooseKit(DEFAULT_PREFERENCES, kits) ?? {};
  const player = playerOf({ ...DEFAULT_PREFERENCES, hands: "left" }, kit);
  expect(player.limits.limbs.L.single).toBeLessThan(player.limits.limbs.R.single);
  const wide = { surfaces: (kit?.surfaces ?? []).map((one) => ({ ...one, x: one.x * 2 })) };
  const far = playerOf(DEFAULT_PREFERENCES, wide);
  expect(far.time("R", "sn", "f1")).toBeGreaterThan(playerOf(DEFAULT_PREFERENCES, kit).time("R", "sn", "f1"));
});
