import { describe, expect, it } from "vitest";
import { CARE_KINDS, type CareKind, careNow } from "./care";

const at = (minutes: number, downs: number, shown: readonly CareKind[] = []) =>
  careNow({ minutes, breakAfter: 25, downs, shown: new Set(shown) });

describe("reminders", () => {
  it("come where they matter, each once a day", () => {
    expect(at(0, 0)).toBe("warm-up");
    expect(at(1, 0, ["warm-up"])).toBe("hearing");
    expect(at(1, 0, ["warm-up", "hearing"])).toBeNull();
    expect(at(25, 0, ["warm-up", "hearing"])).toBe("break");
    expect(at(26, 3, ["break"])).toBe("tension");
    expect(at(60, 9, CARE_KINDS)).toBeNull();
  });

  it("skip breaks for those who want none", () => {
    expect(careNow({ minutes: 90, breakAfter: 0, downs: 0, shown: new Set<CareKind>(["hearing"]) })).toBeNull();
  });
});
