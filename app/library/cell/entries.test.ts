import { expect, test } from "vitest";
import { contentOf, EMPTY_DRAFT, wordRecipe } from "./entries";

test("a suggested name keeps the letters of a sticking: normal notes aren't ghosts", () => {
  const origin = { source: null, name: "", typed: ">RlrrL", text: ">RlrrL" };
  const draft = { ...EMPTY_DRAFT, origin, moves: [{ kind: "glue", cell: "RLK" } as const], at: 1 };
  expect(contentOf(draft)?.name).toBe(">RlrrL, then RLK");
  expect(contentOf({ ...draft, at: 0 })?.name).toBe(">RlrrL");
  const over = { ...draft, moves: [{ kind: "layer", cell: "RLRR", speed: "same", strong: "R" } as const] };
  expect(contentOf(over)?.name).toBe(">RlrrL, over RLRR");
  expect(wordRecipe({ origin, moves: [{ kind: "glue", cell: "RLK" }, { kind: "mirror" }] })).toBe(
    "Typed: then RLK, then mirror",
  );
});
