import { describe, expect, test } from "vitest";
import { FOUR_PIECE } from "~/core/testing/kits";
import { layOut } from "~/core/timeline";
import { toPhrase } from "../phrase/phrase";
import { fillContentSchema, makeContent } from "./content";
import {
  addOrchestration,
  dropOrchestration,
  heardIn,
  listOrchestrations,
  MAX_ORCHESTRATIONS,
  nameOrchestration,
  takeOrchestration,
} from "./orchestrations";

const TOMS = [
  {
    on: true,
    rule: { kind: "accents" as const, path: "toms" as const, rest: null },
    filter: { limbs: null, cells: null, levels: null },
  },
];
const SNARE = makeContent({ text: "@4 >RLrL >RLKK", name: "One" });
const placesOf = (content: typeof SNARE) => layOut(toPhrase(content), FOUR_PIECE).events.map(({ place }) => place);

describe("several orchestrations of one fill", () => {
  test("a fill has one until another is added; then one is current and the others wait", () => {
    expect(listOrchestrations(SNARE)).toEqual([{ name: "First", placed: [] }]);
    const two = { ...addOrchestration(SNARE, "Toms"), voicing: TOMS };
    expect(listOrchestrations(two).map(({ name }) => name)).toEqual(["Toms", "First"]);
    expect(placesOf(two)).toContain("t1");
    expect(placesOf(heardIn(two, 1))).toEqual(placesOf(SNARE));
    expect(fillContentSchema.parse(two)).toEqual(two);
  });

  test("switching to another and back changes nothing, including strokes placed by hand", () => {
    const byHand = makeContent({ text: "@4 >R/c1LrL >RL/f1KK", name: "Two" });
    const two = {
      ...addOrchestration(byHand, "Toms"),
      text: "@4 >RLrL >RLKK",
      goodText: "@4 >RLrL >RLKK",
      voicing: TOMS,
    };
    const other = takeOrchestration(two, 1);
    expect(other.text).toBe("@4 >R/c1LrL >RL/f1KK");
    expect(other.voicing).toBeUndefined();
    expect(other.orchestrations?.name).toBe("First");
    expect(takeOrchestration(other, 1)).toEqual(two);
    expect(fillContentSchema.parse(other)).toEqual(other);
  });

  test("a changed sticking applies to all; surfaces of missing strokes are ignored", () => {
    const byHand = makeContent({ text: "@4 R/t1LRL/f1", name: "Three" });
    const two = { ...addOrchestration(byHand, "Plain"), text: "@4 RL", goodText: "@4 RL" };
    expect(takeOrchestration(two, 1).text).toBe("@4 R/t1L");
  });

  test("swapping the leading hand swaps them all", () => {
    const byHand = makeContent({ text: "@4 R/t1LR(RL/f1)", name: "Mirrored" });
    const two = { ...addOrchestration(byHand, "Plain"), text: "@4 LRL(LR)", goodText: "@4 LRL(LR)" };
    expect(takeOrchestration(two, 1).text).toBe("@4 L/t1RL(RL/f1)");
  });

  test("a choke keeps its cymbal", () => {
    const choked = makeContent({ text: "@4 R=R/c1LR", name: "Four" });
    const two = addOrchestration(choked, "Again");
    const plain = { ...two, orchestrations: { name: "Again", others: [{ name: "First", placed: [] }] } };
    expect(takeOrchestration(plain, 1).text).toBe("@4 R=R/c1LR");
  });

  test("have names, can be removed, and are limited to a dozen", () => {
    let many = SNARE;
    for (let number = 0; number < 20; number++) many = addOrchestration(many, `No. ${number}`);
    expect(listOrchestrations(many)).toHaveLength(MAX_ORCHESTRATIONS);
    const two = addOrchestration(SNARE, "Toms");
    expect(
      listOrchestrations(nameOrchestration(nameOrchestration(two, 1, "Old"), 0, "New")).map(({ name }) => name),
    ).toEqual(["New", "Old"]);
    expect(dropOrchestration(two, 1)).toEqual(SNARE);
    expect(dropOrchestration(two, 0)).toBe(two);
    expect(takeOrchestration(SNARE, 1)).toBe(SNARE);
  });
});
