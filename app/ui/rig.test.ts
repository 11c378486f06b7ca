import { expect, test } from "vitest";
import { loadKits } from "~/content";
import { checkKit, isLeftHanded, surfaceAt } from "~/core";
import { DEFAULT_PREFERENCES } from "~/data/preferences";
import { toKit } from "~/formats/kit";
import { chooseKit, limitsOfPlayer, rigNow, setRig, setRigKit, turnKit } from "./rig";

const KITS = loadKits();

test("every kit that ships is sound for right, left and open hands", () => {
  expect(KITS.length).toBeGreaterThanOrEqual(6);
  for (const entry of KITS) {
    for (const hands of ["right", "left", "open"] as const) {
      const problems = checkKit(turnKit(toKit(entry), hands));
      // A player without cymbals but the hi-hat has what was asked for.
      expect(problems.map((problem) => `${entry.id} ${hands}: ${problem.kind}`)).toEqual([]);
    }
  }
  expect(KITS.some(({ surfaces }) => surfaces.filter(({ place }) => /^[tf]\d/.test(place)).length === 1)).toBe(true);
  expect(KITS.some(({ surfaces }) => surfaces.some(({ place }) => place === "k2"))).toBe(true);
});

test("a shipped kit turns with the hands, an own one stays as it stands, an unknown one is the first", () => {
  const left = { ...DEFAULT_PREFERENCES, hands: "left" as const };
  const shipped = chooseKit(left, KITS, []);
  expect(shipped && isLeftHanded(shipped.kit)).toBe(true);
  const content = { name: "Attic", surfaces: KITS[0]?.surfaces ?? [] };
  const own = { id: "mine", createdAt: 1, updatedAt: 1, revision: 1, deletedAt: 0, content };
  const chosen = chooseKit({ ...left, kit: "mine" }, KITS, [own]);
  expect(chosen).toMatchObject({ isOwn: true, name: "Attic" });
  expect(chosen && isLeftHanded(chosen.kit)).toBe(false);
  expect(chooseKit({ ...left, kit: "gone" }, KITS, [own])?.id).toBe(KITS[0]?.id);
  expect(chooseKit(left, [], [])).toBeNull();
});

test("the rig stays itself until something changes, and a kit under the hands takes effect at once", () => {
  const chosen = chooseKit(DEFAULT_PREFERENCES, KITS, []);
  setRig(chosen, limitsOfPlayer(DEFAULT_PREFERENCES));
  const before = rigNow();
  setRig(chooseKit(DEFAULT_PREFERENCES, KITS, []), limitsOfPlayer(DEFAULT_PREFERENCES));
  expect(rigNow()).toBe(before);
  const kit = { surfaces: (chosen?.kit.surfaces ?? []).map((one) => ({ ...one, x: one.x * 2 })) };
  setRigKit(kit);
  expect(rigNow().travel?.time("R", "sn", "f1")).toBeGreaterThan(before.travel?.time("R", "sn", "f1") ?? 0);
  expect(surfaceAt(rigNow().kit ?? kit, "f1")?.x).toBe(2 * (surfaceAt(chosen?.kit ?? kit, "f1")?.x ?? 0));
});

test("a left-handed player's strong hand is the left one", () => {
  const { limbs } = limitsOfPlayer({ ...DEFAULT_PREFERENCES, hands: "left" });
  expect(limbs.L.single).toBeLessThan(limbs.R.single);
});
