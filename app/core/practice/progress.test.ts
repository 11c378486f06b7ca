import { describe, expect, it } from "vitest";
import type { Result } from "../listening/judge";
import { limitsOf } from "../player/limits";
import { makePlayer } from "../player/player";
import { phraseOfLine } from "../testing/expecting";
import { FOUR_PIECE } from "../testing/kits";
import { bpm } from "../time/time";
import { fallsApart } from "./climb";
import { minutesLeft, nextStep, planFor, recordResult, setStepTempo, stepBack } from "./progress";
import { NOT_BEGUN, type PlanState } from "./state";

const phrase = phraseOfLine("@4 >R/t1LRK >RLR/f1K >RLRK >RLRL", 80);
const player = makePlayer(FOUR_PIECE, limitsOf("working", "R"));
const NEW = NOT_BEGUN;

/** Plays the current step until it is passed, or a number of times. */
function practise(state: PlanState, result: Result, most: number, day = 100): PlanState {
  let now = state;
  const first = planFor(phrase, player, now).current?.id;
  for (let time = 0; time < most; time++) {
    const work = planFor(phrase, player, now);
    const step = work.current;
    if (!step || step.id !== first) break;
    now = recordResult(now, work, step.id, result, step.standing.tempo, day).state;
  }
  return now;
}

describe("a plan in practice", () => {
  it("advances from step to step until all is learned, and is due the next day", () => {
    let state = NEW;
    const { steps } = planFor(phrase, player, NEW);
    const needed = steps.filter(({ isExtra }) => !isExtra);
    expect(needed.length).toBeLessThan(steps.length);
    for (let round = 0; round < needed.length; round++) state = practise(state, "clean", 200);
    expect(state).toMatchObject({ steps: needed.length, passed: needed.length, best: 80 });
    expect(state.learned).toEqual({ returns: 0, due: 101 });
    // Extras are optional, and follow one another.
    const done = planFor(phrase, player, state);
    expect(done.current?.kind).toBe("form");
    expect(minutesLeft(done.steps)).toBe(0);
    expect(nextStep(done, "whole")).toBeNull();
    expect(nextStep(done, "other-lead")?.id).toBe("other-order");
  });

  it("that is learned returns later after each clean review, and sooner otherwise", () => {
    const known = { ...NEW, learned: { returns: 1, due: 100 }, current: "form" };
    const clean = practise(known, "clean", 3);
    expect(clean.learned).toEqual({ returns: 2, due: 107 });
    // Once a day is enough.
    expect(practise(clean, "clean", 3).learned).toEqual(clean.learned);
    expect(practise(known, "no", 2).learned).toEqual({ returns: 0, due: 101 });
  });

  it("can be edited: skipped steps, another order, other tempos", () => {
    const state = {
      ...NEW,
      skipped: ["levels"],
      order: ["form", "whole"],
      tempos: { whole: { start: bpm(50), goal: bpm(72) } },
    };
    const { steps, current } = planFor(phrase, player, state);
    expect(steps.slice(0, 2).map(({ id }) => id)).toEqual(["form", "whole"]);
    expect(steps[1]).toMatchObject({ start: 50, goal: 72, standing: { tempo: 50 } });
    expect(steps.find(({ id }) => id === "levels")?.isSkipped).toBe(true);
    expect(current?.id).toBe("form");
  });

  it("gives no rung for a repeat at another tempo", () => {
    const work = planFor(phrase, player, NEW);
    const { state, change } = recordResult(NEW, work, "whole", "clean", bpm(41), 7);
    expect(change).toBe("stay");
    expect(state).toEqual({ ...NEW, lastPractised: 7, steps: work.steps.filter(({ isExtra }) => !isExtra).length });
  });

  it("takes the player's own tempo for a step, up to its goal, and forgets only the row", () => {
    const played = practise({ ...NEW, current: "whole" }, "clean", 1);
    const whole = (state: PlanState) => planFor(phrase, player, state).steps.find(({ id }) => id === "whole");
    const step = whole(played);
    if (!step) throw new Error("no such step");
    expect(step.standing.cleanRow).toBe(1);
    const slower = setStepTempo(played, step, 52.4);
    expect(whole(slower)?.standing).toMatchObject({ tempo: 52, cleanRow: 0, best: step.standing.best });
    expect(whole(setStepTempo(played, step, 300))?.standing.tempo).toBe(step.goal);
    expect(setStepTempo(played, step, step.standing.tempo)).toBe(played);
  });

  it("separates the limbs once the whole has fallen apart, and continues with them", () => {
    const kinds = (state: PlanState) => planFor(phrase, player, state).steps.map(({ kind }) => kind);
    expect(kinds(NEW)).not.toContain("hands");
    const failed = practise({ ...NEW, current: "whole" }, "no", 5);
    expect(kinds(failed)).toEqual(expect.arrayContaining(["hands", "feet", "together"]));
    const apart = practise({ ...failed, current: "hands" }, "clean", 1);
    const better = practise({ ...apart, current: "whole" }, "clean", 6);
    expect(kinds(better)).toContain("hands");
  });

  it("goes back to one drum only when moving round the kit falls apart", () => {
    const apart = practise({ ...NEW, current: "full" }, "no", 5);
    const work = planFor(phrase, player, apart);
    const full = work.current;
    expect(full?.id).toBe("full");
    if (!full) return;
    expect(stepBack(work, full, fallsApart(full.standing))?.id).toBe("whole");
    expect(stepBack(work, full, false)).toBeNull();
    const first = work.steps[0];
    expect(first && stepBack(work, first, true)).toBeNull();
  });
});
