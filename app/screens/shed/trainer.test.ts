import { describe, expect, test } from "vitest";
import { type ScoreSource, secondsPerTick } from "~/audio/score";
import { NO_OSTINATO } from "~/core/player";
import { WORKING } from "~/core/testing/kits";
import { lineOf } from "~/core/testing/lines";
import { EIGHTHS, USUAL } from "~/core/testing/settings";
import { barTicks, bpm, ticks } from "~/core/time";
import { DEFAULT_LISTENING, type Listening } from "~/formats/listening";
import { newPlan, type PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
import { Trainer } from "./trainer";
import type { Subject, TrainerDependencies } from "./training";

const METER = { beats: 4, unit: 4 } as const;
const SUBJECT: Subject = {
  fillId: "five",
  name: "Five, five, six",
  phrase: {
    meter: METER,
    tempo: bpm(92),
    window: { start: ticks(0), length: barTicks(METER) },
    line: lineOf("@4 >RlrrL >RlrrL RLRRLK"),
  },
  player: WORKING,
  groove: EIGHTHS,
  setting: USUAL,
  ostinato: NO_OSTINATO,
  listening: DEFAULT_LISTENING,
  clicksBetween: null,
};
const PAGE = 10_000;

/** Dependencies whose sound loops without a count-in as soon as it is played; the test moves its clock. */
class TestStand implements TrainerDependencies {
  source: ScoreSource | null = null;
  page = PAGE;
  jumps = 0;
  keeps = true;
  readonly runs: Run[] = [];
  readonly plans: PlanRow[] = [];
  readonly marks: [number, string][] = [];
  private began = 0;

  readonly play = (source: ScoreSource) => {
    this.source = source;
    this.began = this.page;
  };
  readonly stop = () => {
    this.source = null;
  };
  readonly locate = (page: number) => {
    if (!this.source) return null;
    let seconds = (page - this.began) / 1000;
    for (let repeat = 0; ; repeat++) {
      const score = this.source(repeat);
      const whole = score.arrangement.length * secondsPerTick(score);
      if (seconds < whole) return { repeat, seconds, left: whole - seconds, score };
      seconds -= whole;
    }
  };
  readonly clockJumps = () => this.jumps;
  readonly mark = (slot: number, mark: string) => {
    this.marks.push([slot, mark]);
  };
  readonly clearMarks = () => {
    this.marks.length = 0;
  };
  readonly keepPlan: TrainerDependencies["keepPlan"] = async (_, now) => {
    if (this.keeps) this.plans.push(now());
    return this.keeps;
  };
  readonly keepRun = async (run: Run) => {
    this.runs.push(run);
    return this.keeps;
  };
  readonly pageNow = () => this.page;
  readonly now = () => Date.UTC(2026, 3, 2, 12);
}

function open(listening: Partial<Listening> = {}, plan: Partial<PlanRow> = {}) {
  const stand = new TestStand();
  const subject = { ...SUBJECT, listening: { ...DEFAULT_LISTENING, ...listening } };
  const trainer = new Trainer({ ...newPlan("five"), ...plan }, subject, stand);
  const now = () => trainer.store.getState();
  /** Lets time pass, checking as often as the page does. */
  const pass = (seconds: number) => {
    for (let rest = seconds * 1000; rest > 0; rest -= 15) {
      stand.page += 15;
      trainer.tick(stand.page);
    }
  };
  const kindOf = (kind: string) => now().work.steps.find((step) => step.kind === kind)?.id ?? "";
  return { stand, subject, trainer, now, pass, kindOf };
}

describe("a self-judged step", () => {
  test("without playing is done when the player says so, and the next step waits and starts", () => {
    const { trainer, now, stand } = open();
    expect(now().step?.kind).toBe("hear");
    expect(trainer.rate("no")).toBe(true);
    expect(now().told).toBeNull();
    trainer.rate("clean");
    expect(now().told).toMatchObject({ result: "clean", by: "self", change: "passed" });
    expect(now().waiting?.kind).toBe("count");
    expect(stand.runs).toEqual([]);
    trainer.goOn();
    expect(now()).toMatchObject({ waiting: null, step: { kind: "count" } });
    expect(stand.source).toBe(now().source);
  });

  test("takes one judgement per repeat, the last until half of the next is over, and saves it as a run", () => {
    const { trainer, now, stand, pass, kindOf } = open();
    trainer.choose(kindOf("whole"));
    expect(trainer.rate("clean")).toBe(false);
    trainer.begin();
    const tempo = now().step?.standing.tempo ?? 0;
    const bar = 240 / tempo;
    pass(bar * 1.2);
    expect(trainer.rate("clean")).toBe(true);
    expect(trainer.rate("clean")).toBe(false);
    pass(bar * 0.5);
    expect(trainer.rate("nearly")).toBe(true);
    expect(stand.runs).toMatchObject([
      { fillId: "five", fill: "Five, five, six", kind: "whole", result: "clean", by: "self", tempo, numbers: null },
      { kind: "whole", result: "nearly", by: "self", tempo },
    ]);
    expect(stand.runs[0]?.seconds).toBeCloseTo(bar, 1);
  });

  test("climbs after consecutive clean repeats; the stored plan has the tempo and the number of steps", () => {
    const { trainer, now, pass, kindOf, stand } = open({}, { cleanInRow: 2 });
    trainer.choose(kindOf("whole"));
    trainer.begin();
    const before = now().step?.standing.tempo ?? 0;
    for (const _ of [1, 2]) {
      pass(240 / before);
      trainer.rate("clean");
    }
    expect(now().told?.change).toBe("up");
    expect(now().step?.standing.tempo).toBeGreaterThan(before);
    const { steps, standings } = stand.plans.at(-1) ?? newPlan("");
    expect(steps).toBe(now().work.steps.filter(({ isExtra }) => !isExtra).length);
    expect(Object.keys(standings)).toEqual([kindOf("whole")]);
  });
});

describe("a heard step", () => {
  test("judges a steady drummer's repeats as they end, and climbs", () => {
    const { trainer, now, pass, stand, kindOf } = open({
      source: "drummer",
      drummer: { ...DEFAULT_LISTENING.drummer, steadiness: 4, seed: 7 },
    });
    trainer.choose(kindOf("whole"));
    trainer.begin();
    const before = now().step?.standing.tempo ?? 0;
    pass((240 / before) * 4.3);
    expect(stand.runs.length).toBeGreaterThanOrEqual(3);
    expect(stand.runs.every(({ by, numbers }) => by === "heard" && numbers !== null)).toBe(true);
    expect(stand.marks.map(([, mark]) => mark)).toContain("on");
    expect(now().told?.by).toBe("heard");
    expect(now().step?.standing.tempo).toBeGreaterThan(before);
    expect(now().repeat).toBeGreaterThanOrEqual(3);
  });

  test("reports silence without a run, hits in odd places, and lost sound", () => {
    const { trainer, now, pass, stand, kindOf } = open({ source: "midi" });
    trainer.choose(kindOf("whole"));
    trainer.onHit({ at: PAGE, place: "sn", limb: null, velocity: 0.5, note: 38 });
    expect(now().odd.idle).toBe(1);
    trainer.begin();
    expect(now().odd.idle).toBe(0);
    const bar = 240 / (now().step?.standing.tempo ?? 0);
    pass(bar * 2.3);
    expect(now().odd.silent).toBe(2);
    trainer.onHit({ at: stand.page, place: null, limb: null, velocity: 0.5, note: 99 });
    expect(now().odd.unknown).toBe(99);
    stand.jumps = 1;
    pass(bar);
    expect(now().odd).toMatchObject({ silent: 2, jumped: 1 });
    pass(bar);
    expect(now().odd).toMatchObject({ silent: 3, jumped: 1 });
    expect(stand.runs).toEqual([]);
  });

  test("advances on the advance pad, unless the step uses it", () => {
    const hit = { at: PAGE, limb: null, velocity: 0.5 };
    for (const [place, leads] of [
      ["c1", true],
      // The whole is played on it.
      ["sn", false],
    ] as const) {
      const { trainer, now, kindOf } = open({ source: "midi", nextPad: place });
      trainer.choose(kindOf("whole"));
      trainer.begin();
      const { steps } = now().work;
      const whole = steps.findIndex(({ kind }) => kind === "whole");
      trainer.onHit({ ...hit, place });
      expect(now().step?.id).toBe(steps[leads ? whole + 1 : whole]?.id);
    }
  });
});

test("reports what the book refuses", async () => {
  const { trainer, now, stand } = open();
  stand.keeps = false;
  trainer.editPlan((before) => ({ ...before, goal: bpm(70) }));
  await Promise.resolve();
  expect(now().isSaved).toBe(false);
  expect(now().work.tempos.goal).toBe(70);
});

test("changes its source only if the sound changes", () => {
  const { trainer, now, subject } = open();
  const { source, scene } = now();
  trainer.take({ ...subject, name: "Renamed" });
  expect(now().source).toBe(source);
  trainer.take({ ...subject, phrase: { ...subject.phrase, line: lineOf("@4 RLRL RLRL RLRL RLRK") } });
  expect(now().source).not.toBe(source);
  expect(now().scene).not.toBe(scene);
  expect(now().step?.kind).toBe("hear");
});
