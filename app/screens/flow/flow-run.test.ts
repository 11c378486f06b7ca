import { describe, expect, test } from "vitest";
import type { Located } from "~/audio/schedule";
import { secondsPerTick } from "~/audio/score";
import { type FlowEvent, isTrouble, type Round, RoundMaker, type RoundRequest, type Variety } from "~/core/flow";
import { playDrummer, STEADY_DRUMMER } from "~/core/listening";
import { WORKING } from "~/core/testing/kits";
import { lineOf } from "~/core/testing/lines";
import { EIGHTHS, USUAL } from "~/core/testing/settings";
import { barTicks, beatTicks, bpm, ticks } from "~/core/time";
import { flowContentSchema, makeFlow, makeIdea } from "~/library/flow/content";
import { openFlowDraft } from "./draft";
import { makeClosing, type RoundScene } from "./round-score";
import { FlowRun, type FlowRunOptions } from "./run";

const METER = { beats: 4, unit: 4 } as const;
const BAR = barTicks(METER);
const BEAT = beatTicks(METER);
const TEXTS = ["@4 RLRRL", "@4 RLK", "@4 RLRLKK"];
const IDEAS = TEXTS.map((text) => ({ versions: [lineOf(text)], weight: 1, least: 0, most: null, tail: null }));
const NAMED = ["five", "three", "six"].map((key) => ({ key, name: key }));
const KEPT: Variety = { path: "kept", accents: false, endings: [] };

const SCENE: RoundScene = {
  meter: METER,
  bars: 2,
  form: { kind: "solo", timeBars: 1, isCalled: true, rounds: null },
  ahead: "off",
  meets: null,
  player: WORKING,
  groove: EIGHTHS,
  setting: { ...USUAL, during: "foot", foot: "two-and-four" },
  playsAlong: false,
  clicksBetween: null,
};

function drawerOf(scene: RoundScene, rules: Partial<RoundRequest["spec"]["rules"]> = {}): (round: number) => Round {
  const rounds = new RoundMaker({
    spec: {
      meter: METER,
      tempo: bpm(90),
      bars: scene.bars,
      ideas: IDEAS,
      rules: { inRow: 2, lead: "written", endsFree: false, meet: null, ...rules },
      leading: "R",
    },
    player: { kit: WORKING.kit, limits: WORKING.limits, hands: WORKING.hands },
    variety: [KEPT, KEPT, KEPT],
    surfaces: ["sn"],
    trades: scene.form.kind === "trade",
  });
  return (number) => {
    const made = rounds.make(number, { ideas: [1, 1, 1], joins: [] }, 5);
    if (isTrouble(made)) throw new Error(made.code);
    return made;
  };
}

function runOf(scene: Partial<RoundScene> = {}, options: Partial<FlowRunOptions> = {}): FlowRun {
  const whole = { ...SCENE, ...scene };
  return new FlowRun({
    scene: whole,
    ideas: IDEAS,
    named: NAMED,
    tempo: bpm(90),
    ladder: null,
    strictness: "standard",
    draw: drawerOf(whole),
    ...options,
  });
}

function locate(run: FlowRun, repeat: number, seconds: number): Located {
  const score = run.score(Math.max(0, repeat));
  const length = score.arrangement.length * secondsPerTick(score);
  return { repeat, seconds: seconds as never, left: (length - seconds) as never, score };
}

/** Plays rounds with a simulated drummer who leaves out some slots, in steps of 50 ms. */
function play(run: FlowRun, rounds: number, leavesOut: (round: number, slot: number) => boolean = () => false) {
  const heard: FlowEvent[] = [];
  const done: ReturnType<FlowRun["judge"]["close"]>["done"] = [];
  for (let round = 0; round <= rounds; round++) {
    const { expectation } = run.get(round).scored;
    const strokes = expectation.strokes.filter(({ slot }) => !leavesOut(round, slot ?? -1));
    const hits = playDrummer(strokes, { ...STEADY_DRUMMER, steadiness: 1 }, round);
    const length = locate(run, round, 0).left;
    for (let at = 0; at < length; at += 0.05) {
      while (round < rounds && hits[0] && hits[0].at <= at) {
        const hit = hits.shift();
        if (hit)
          run.judge.listener.hit(
            { at: 0, place: hit.place, limb: hit.limb, velocity: hit.velocity },
            locate(run, round, hit.at),
          );
      }
      const located = locate(run, round, at);
      heard.push(...run.judge.hear(located));
      const closed = run.judge.close(located);
      heard.push(...closed.heard);
      done.push(...closed.done);
    }
  }
  return { heard, done };
}

describe("a heard flow", () => {
  test("played as called is clean in every idea and join, and reports each round once", () => {
    const run = runOf();
    const { heard, done } = play(run, 3);
    expect(heard.length).toBeGreaterThan(15);
    expect(heard.every(({ result }) => result === "clean")).toBe(true);
    expect(done.map(({ round, result }) => [round, result])).toEqual([
      [0, "clean"],
      [1, "clean"],
      [2, "clean"],
    ]);
    const playings = [0, 1, 2].reduce((sum, round) => sum + run.get(round).scored.playings.length, 0);
    expect(heard.filter(({ of }) => of === "idea")).toHaveLength(playings);
    expect(done[0]?.seconds).toBeCloseTo((2 * 4 * 60) / 90, 5);
  });

  test("records the fault with the idea that falls apart", () => {
    const run = runOf();
    const isSix = (round: number, slot: number) =>
      run.get(round).scored.playings.some(({ idea, from, to }) => idea === 2 && slot > from + 1 && slot < to - 1);
    const { heard, done } = play(run, 6, isSix);
    const results = (key: string) =>
      heard.filter((one) => one.of === "idea" && one.key === key).map(({ result }) => result);
    expect(results("six").length).toBeGreaterThan(0);
    expect(new Set(results("six"))).toEqual(new Set(["no"]));
    expect(new Set(results("five"))).toEqual(new Set(["clean"]));
    expect(new Set(results("three"))).toEqual(new Set(["clean"]));
    expect(done.some(({ result }) => result === "no")).toBe(true);
  });

  test("stops judging when an input is lost, and continues calling", () => {
    const run = runOf();
    const { heard, done } = play(run, 4, (round) => round >= 2);
    expect(heard.every(({ result }) => result === "clean")).toBe(true);
    expect(done.map(({ round }) => round)).toEqual([0, 1]);
    expect(run.board(3, SCENE.form.timeBars * BAR).shown.length).toBe(run.cards);
  });

  test("climbs in tempo after clean rounds only, up to its goal", () => {
    const ladder = { by: 6, every: 2, to: bpm(100) };
    const run = runOf({}, { ladder });
    const tempos = play(run, 8).done.map(({ tempo }) => tempo as number);
    expect(tempos[0]).toBe(90);
    expect(tempos.at(-1)).toBe(100);
    expect(tempos.toSorted((a, b) => a - b)).toEqual(tempos);
    const stuck = runOf({}, { ladder });
    play(stuck, 6, (round, slot) => slot % 5 === 1 && round >= 0);
    expect(stuck.score(6).tempo).toBe(90);
  });
});

describe("the board", () => {
  test("never removes a call before it is played, and shows each at least a beat ahead, across rounds", () => {
    for (const form of [
      SCENE.form,
      { ...SCENE.form, timeBars: 0 },
      { ...SCENE.form, kind: "trade" as const, timeBars: 0 },
    ]) {
      const run = runOf({ form });
      const seen = new Map<number, { card: number; since: number; played: number }>();
      let clock = -BAR;
      for (let at = -BAR; at < 0; at += BEAT / 8) note(run.board(-1, 0), clock++);
      for (let round = 0; round < 6; round++) {
        const { length } = run.score(round).arrangement;
        for (let at = 0; at < length; at += BEAT / 8) note(run.board(round, at), clock++);
      }
      function note(board: ReturnType<FlowRun["board"]>, now: number) {
        const cards = board.shown.map(({ card }) => card);
        expect(new Set(cards).size).toBe(cards.length);
        for (const { number, card } of board.shown) {
          const known = seen.get(number);
          if (known) expect(known.card).toBe(card);
          else seen.set(number, { card, since: now, played: Number.NaN });
        }
        // Every call stays until it is played.
        for (const [number, { played }] of seen) {
          if (Number.isNaN(played) && !board.shown.some((one) => one.number === number)) {
            throw new Error(`call ${number} went before it was played`);
          }
        }
        if (board.playing !== null) {
          const now_ = seen.get(board.playing);
          if (now_ && Number.isNaN(now_.played)) seen.set(board.playing, { ...now_, played: now });
          // Earlier ones are over.
          for (const [number, one] of seen)
            if (number < board.playing && Number.isNaN(one.played)) throw new Error(`${number}`);
        }
      }
      const ahead = [...seen.values()].filter(({ played }) => !Number.isNaN(played));
      expect(ahead.length).toBeGreaterThan(30);
      for (const { since, played } of ahead) expect(played - since).toBeGreaterThanOrEqual(8);
    }
  });

  test("counts down to the ideas, and then to the resolution", () => {
    const run = runOf();
    expect(run.board(0, 0)).toMatchObject({ phase: "time", playing: null, beatsLeft: 4 });
    expect(run.board(0, BAR)).toMatchObject({ phase: "ideas", playing: 0, beatsLeft: 8 });
    expect(run.board(0, 3 * BAR - 1)).toMatchObject({ phase: "ideas", beatsLeft: 1 });
    expect(run.board(1, 0)).toMatchObject({ phase: "time", beatsLeft: 4 });
  });

  test("shows the current playing of a call, and its slot", () => {
    const run = runOf();
    const { calls, playings } = run.get(0).scored;
    for (const [number, call] of calls.entries()) {
      for (let index = call.from; index <= call.to; index++) {
        const playing = playings[index];
        const board = run.board(0, BAR + (playing?.at ?? 0) + 2520);
        expect(board).toMatchObject({ playing: number, time: index - call.from, slot: 1 });
      }
    }
  });

  test("lands in one more bar after the last round: the crash, and silence", () => {
    const run = runOf({ form: { ...SCENE.form, rounds: 2 } });
    expect(run.board(2, 0).phase).toBe("closing");
    const score = run.score(2);
    expect(score.arrangement.length).toBe(BAR);
    expect(score.arrangement.notes.map(({ at, role }) => [at, role])).toEqual([
      [0, "crash"],
      [0, "crash"],
    ]);
    expect(makeClosing(SCENE, { hand: "R", place: "c1" }, bpm(90)).arrangement.notes[0]?.place).toBe("c1");
    // There are no later calls.
    expect(run.board(1, 2 * BAR).shown.every(({ call }) => call.round < 2)).toBe(true);
  });
});

describe("a round's score", () => {
  test("has the other drummer's sound, without judging the player by it", () => {
    const run = runOf({ form: { kind: "trade", timeBars: 0, isCalled: true, rounds: null } });
    const { score, expectation, playings } = run.get(0).scored;
    const answers = score.arrangement.notes.filter(({ role }) => role === "answer");
    expect(answers.length).toBeGreaterThan(8);
    expect(answers.every(({ at }) => at >= 2 * BAR)).toBe(true);
    expect(score.arrangement.length).toBe(4 * BAR);
    const last = playings.at(-1);
    expect(Math.max(...expectation.strokes.map(({ slot }) => slot ?? 0))).toBe(last?.to);
  });

  test("in a free solo expects only the required lick", () => {
    const scene: RoundScene = {
      ...SCENE,
      form: { ...SCENE.form, isCalled: false },
      meets: { idea: 0, at: BAR },
    };
    const run = runOf(scene, { draw: drawerOf(scene, { meet: { idea: 0, at: ticks(BAR) } }) });
    const { playings, expectation, calls } = run.get(0).scored;
    expect(playings.map(({ idea, at }) => [idea, at])).toEqual([[0, BAR]]);
    expect(calls).toHaveLength(1);
    expect(expectation.strokes).toHaveLength(5);
    expect(run.board(0, BAR).playing).toBeNull();
    expect(run.board(0, 2 * BAR + 100).playing).toBe(0);
  });

  test("ends a preview where its call starts, softly", () => {
    const run = runOf({ ahead: "played" });
    const { score, calls, playings, ideasAt } = run.get(0).scored;
    const ahead = score.arrangement.notes.filter(({ role }) => role === "call");
    expect(ahead.length).toBeGreaterThan(0);
    expect(ahead.every(({ force, at }) => force < 0.5 && at >= 0)).toBe(true);
    const first = playings[0];
    const call = calls[0];
    expect(Math.min(...ahead.map(({ at }) => at))).toBe(ideasAt + (call?.at ?? 0) - (first?.length ?? 0));
  });
});

describe("the player's own judgement", () => {
  test("counts for the call that is more than half over, once", () => {
    const run = runOf();
    const { calls } = run.get(0).scored;
    const second = calls[1];
    if (!second) throw new Error("one call");
    const middle = BAR + second.at + second.length * 0.6;
    const key = (idea: number | undefined) => NAMED[idea ?? -1]?.key ?? "";
    expect(run.judge.rate(0, middle, "nearly")).toEqual([{ of: "idea", key: key(second.idea), result: "nearly" }]);
    expect(run.judge.rate(0, middle, "clean")).toBeNull();
    // Just after its start, it is still the previous one.
    expect(run.judge.rate(0, BAR + second.at + 1, "clean")).toEqual([
      { of: "idea", key: key(calls[0]?.idea), result: "clean" },
    ]);
    const join = `${key(calls[0]?.idea)} ${key(second.idea)}`;
    expect(run.judge.rateJoin(0, middle)).toEqual([{ of: "join", key: join, result: "no" }]);
    expect(run.judge.rateJoin(0, middle)).toBeNull();
    expect(run.judge.rate(-1, 0, "clean")).toBeNull();
    expect(run.judge.closeRated(2).map(({ round, result }) => [round, result])).toEqual([[0, "no"]]);
  });
});

describe("an open flow", () => {
  const idea = (text: string) => makeIdea({ kind: "cell", of: null, name: text, text: `@4 ${text}` });
  test("accepts valid changes, refuses others, and removes a lick with its idea", () => {
    const [a, b] = [idea("RLK"), idea("RLRR")];
    const draft = openFlowDraft(makeFlow({ ideas: [a, b] }));
    const content = () => draft.store.getState().content;
    expect(draft.change({ bars: 0 })).toBe(false);
    expect(draft.change({ bars: 8 })).toBe(true);
    expect(draft.changeIdea(a.key, { weight: 9 })).toBe(false);
    expect(draft.changeIdea(a.key, { weight: 3 })).toBe(true);
    expect(draft.change({ rules: { ...content().rules, meet: { key: a.key, at: ticks(BAR) } } })).toBe(true);
    draft.removeIdea(a.key);
    expect(content().rules.meet).toBeNull();
    expect(flowContentSchema.safeParse(content()).success).toBe(true);
    draft.undo.getState().undo();
    expect(content().ideas).toHaveLength(2);
    expect(draft.addIdeas(Array.from({ length: 7 }, () => idea("RL")))).toBe(false);
  });
});
