import { expect, test } from "vitest";
import { TurnQueue } from "./turns";

test("the most urgent comes first, even if requested later; ties keep their order", async () => {
  const turns = new TurnQueue();
  const done: string[] = [];
  const work = async (name: string, rank: number, pieces: number) => {
    for (let piece = 0; piece < pieces; piece++) {
      await turns.next(rank);
      done.push(`${name}${piece}`);
    }
  };
  const late = work("late", 2, 3);
  const soon = work("soon", 0, 2);
  const also = work("also", 0, 1);
  await Promise.all([soon, also]);
  expect(done.filter((name) => !name.startsWith("late"))).toEqual(["soon0", "also0", "soon1"]);
  expect(done.filter((name) => name.startsWith("late")).length).toBeLessThan(3);
  // While the rest is at work, something urgent gets in.
  const urgent = work("urgent", 0, 1);
  await Promise.all([late, urgent]);
  expect(done.indexOf("urgent0")).toBeLessThan(done.indexOf("late2"));
  await work("again", 1, 1);
  expect(done.at(-1)).toBe("again0");
});
