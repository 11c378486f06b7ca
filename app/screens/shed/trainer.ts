/** Trains one fill: follows its plan, judges what it hears, and saves the results. */

import { createStore, type StoreApi } from "zustand/vanilla";
import type { ScoreSource } from "~/audio/score";
import { type Fault, hearRepeat, type Measures, type Result } from "~/core/listening";
import {
  countSteps,
  fallsApart,
  isPlayed,
  layOutWork,
  makePlan,
  needsApart,
  nextStep,
  type Plan,
  recordResult,
  setStepTempo,
  stepBack,
  type TempoChange,
  wishOf,
} from "~/core/practice";
import { bpm } from "~/core/time";
import { isSelfJudged, isSimulated, latencyOf } from "~/formats/listening";
import type { RawHit } from "~/input/raw-hit";
import { dayOf } from "~/library/practice/local-day";
import { newPlan, type PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
import { toNumbers } from "~/library/practice/run-numbers";
import { type Repeat, simulate } from "~/listening/listener";
import { ActiveStep } from "./active-step";
import type { StepScene } from "./step-score";
import {
  type Derived,
  type InputWarnings,
  NOTHING_ODD,
  type Subject,
  type TrainerDependencies,
  type Training,
} from "./training";

interface Judged {
  readonly result: Result;
  readonly by: Run["by"];
  readonly tempo: number;
  /** Seconds. */
  readonly length: number;
  readonly measures: Measures | null;
  readonly faults: readonly Fault[];
}

export class Trainer {
  readonly store: StoreApi<Training>;
  private readonly plans = remember<Plan>();
  private readonly scenes = remember<StepScene | null>();
  private readonly sources = remember<ScoreSource>();
  private going: ActiveStep | null = null;

  constructor(
    stored: PlanRow | null,
    private subject: Subject,
    private readonly stand: TrainerDependencies,
  ) {
    const plan = stored ?? newPlan(subject.fillId);
    this.store = createStore<Training>(() => ({
      plan,
      told: null,
      odd: NOTHING_ODD,
      isSaved: true,
      downs: 0,
      waiting: null,
      repeat: 0,
      ...this.derive(plan),
    }));
  }

  /** Continues with the current fill, player and settings. */
  readonly take = (subject: Subject) => {
    this.subject = subject;
    this.set(this.derive(this.state.plan));
    this.keepCount();
  };

  readonly begin = () => {
    const { scene, source } = this.state;
    if (!scene) return;
    this.set({ waiting: null, odd: NOTHING_ODD, repeat: 0 });
    this.stand.clearMarks();
    this.going = new ActiveStep(scene, this.stand.clockJumps(), () => this.state.step?.standing.tempo ?? bpm(60));
    this.stand.play(source);
  };

  /** Changes the plan here and in the book; if the book refuses, the change is held. */
  readonly editPlan = (change: (before: PlanRow) => PlanRow) => {
    const plan = change(this.state.plan);
    this.set({ plan, ...this.derive(plan) });
    void this.stand
      .keepPlan(change, () => this.state.plan)
      .then((isKept) => {
        if (!isKept) this.set({ isSaved: false });
      });
    this.keepCount();
  };

  /** The current step's tempo, until its repeats change it. */
  readonly setTempo = (tempo: number) => {
    const { step } = this.state;
    if (step) this.editPlan((before) => setStepTempo(before, step, tempo));
  };

  /** Goes to a step; null for the first that isn't passed. */
  readonly choose = (id: string | null) => {
    this.stand.stop();
    this.set({ waiting: null, told: null });
    this.stand.clearMarks();
    this.editPlan((before) => ({ ...before, current: id }));
  };

  readonly next = () => {
    const { work, step } = this.state;
    const following = step && nextStep(work, step.id);
    if (following) this.choose(following.id);
  };

  /** Cancels the start of the waiting step. */
  readonly stay = () => this.set({ waiting: null });

  /** Starts the waiting step. */
  readonly goOn = () => {
    const { waiting } = this.state;
    if (!waiting) return;
    this.editPlan((before) => ({ ...before, current: waiting.id }));
    this.begin();
  };

  /** What is due now: the simulated drummer's hits, and judging finished repeats. */
  readonly tick = (page: number) => {
    const { going } = this;
    const located = going && this.stand.locate(page);
    if (!going || !located) return;
    this.set({ repeat: Math.max(0, located.repeat) });
    const { listening } = this.subject;
    const { step } = this.state;
    if (isSimulated(listening.source) && step && isPlayed(step.kind)) {
      simulate(going, located, page, listening.drummer, this.onHit);
    }
    for (const done of going.listener.close(located)) {
      // A passed step has stopped.
      if (!this.state.waiting) this.judge(going, done);
    }
  };

  readonly onHit = (raw: RawHit) => {
    const { going } = this;
    const { listening } = this.subject;
    if (raw.place !== null && raw.place === listening.nextPad && !going?.expects(raw.place)) return this.next();
    const located = this.stand.locate(raw.at - latencyOf(listening));
    const heard = going && this.state.step ? going.listener.hit(raw, located) : ({ kind: "idle" } as const);
    switch (heard.kind) {
      case "mark":
        if (heard.slot !== null) {
          this.stand.mark(heard.slot, going?.markOf(heard.offset, listening.strictness) ?? "on");
        }
        if (raw.velocity === null || raw.note !== undefined) {
          // For `npm run bench`, and for the browser's developer tools.
          performance.mark("hit marked", { detail: this.stand.pageNow() - raw.at });
        }
        return;
      case "count-in":
        return this.note(({ countIn }) => ({ countIn: countIn + 1 }));
      case "unknown":
        return this.note(() => ({ unknown: heard.note }));
      case "flood":
        return this.note(() => ({ flood: true }));
      case "idle":
        return this.note(({ idle }) => ({ idle: idle + 1 }));
    }
  };

  /** The player's own judgement of the last finished or nearly finished repeat. False if there is none. */
  readonly rate = (result: Result): boolean => {
    const { step } = this.state;
    const own = { result, by: "self", measures: null, faults: [] } as const;
    if (step && !isPlayed(step.kind)) {
      if (result === "clean") this.record({ ...own, tempo: step.standing.tempo, length: 0 });
      return true;
    }
    const { going } = this;
    const located = going && this.stand.locate(this.stand.pageNow());
    if (!going || !located || located.repeat < 0) return false;
    const whole = located.seconds + located.left;
    const number = located.seconds < whole / 2 && located.repeat > 0 ? located.repeat - 1 : located.repeat;
    if (going.rated.has(number)) return false;
    going.rated.add(number);
    this.record({ ...own, tempo: going.get(number).score.tempo, length: whole });
    return true;
  };

  private get state(): Training {
    return this.store.getState();
  }

  private set(part: Partial<Training>) {
    const before = this.state;
    const isOther = Object.entries(part).some(([name, value]) => before[name as keyof Training] !== value);
    if (isOther) this.store.setState(part);
  }

  private note(change: (odd: InputWarnings) => Partial<InputWarnings>) {
    this.set({ odd: { ...this.state.odd, ...change(this.state.odd) } });
  }

  private derive(plan: PlanRow): Derived {
    const { phrase, player, groove, setting, ostinato, listening, clicksBetween } = this.subject;
    const { goal, learning, best, cleanInRow, standings } = plan;
    const apart = needsApart(standings);
    const made = this.plans([phrase, player, ostinato, goal, learning, best, cleanInRow, apart], () =>
      makePlan(
        phrase,
        player,
        { ...wishOf(phrase, { ...newPlan(""), goal, learning, best, cleanInRow }), apart },
        ostinato,
      ),
    );
    const work = layOutWork(made, plan);
    const step = work.current;
    const { playsAlong } = listening;
    // A step's progress changes with every repeat, its content doesn't.
    const scene = this.scenes(
      [step?.id, step?.slots?.from, phrase, player, groove, setting, playsAlong, clicksBetween],
      () => step && { phrase, step, player, groove, setting, playsAlong, clicksBetween },
    );
    const source = this.sources([scene], () => (repeat: number) => {
      if (!this.going || !scene) throw new Error("nothing goes round");
      this.going.turnTo(scene);
      return this.going.get(repeat).score;
    });
    return { made, work, step, scene, source };
  }

  /** Another tempo or line: the stored plan updates its number of steps. */
  private keepCount() {
    const { plan, work } = this.state;
    if (plan.lastPractised === null) return;
    const counted = countSteps(work.steps);
    if (plan.steps === counted.steps && plan.passed === counted.passed) return;
    this.editPlan((before) => ({ ...before, ...counted }));
  }

  private judge(going: ActiveStep, done: Repeat) {
    const { step } = this.state;
    const { source, strictness } = this.subject.listening;
    if (!step || !isPlayed(step.kind) || isSelfJudged(source)) return;
    const jumps = this.stand.clockJumps();
    if (jumps !== going.jumps) {
      going.jumps = jumps;
      this.note(({ jumped }) => ({ jumped: jumped + 1 }));
      return;
    }
    const { measures, judgement } = hearRepeat(done.expectation, done.hits, strictness);
    if (measures.doubled > 0) this.note(({ doubled }) => ({ doubled: doubled + measures.doubled }));
    if (!judgement) return this.note(({ silent }) => ({ silent: silent + 1 }));
    if (this.state.odd.silent > 0) this.note(() => ({ silent: 0 }));
    for (const { slot } of measures.missed) if (slot !== null) this.stand.mark(slot, "missed");
    const { result, faults } = judgement;
    this.record({ result, by: "heard", tempo: done.tempo, length: done.length, measures, faults });
  }

  private record({ result, by, tempo, length, measures, faults }: Judged) {
    const { step, made } = this.state;
    if (!step) return;
    const at = this.stand.now();
    const outcome: { change: TempoChange } = { change: "stay" };
    this.editPlan((before) => {
      const recorded = recordResult(before, layOutWork(made, before), step.id, result, bpm(tempo), dayOf(at));
      outcome.change = recorded.change;
      return recorded.state;
    });
    const { change } = outcome;
    const work = layOutWork(made, this.state.plan);
    const after = work.steps.find(({ id }) => id === step.id) ?? step;
    const back = stepBack(work, after, fallsApart(after.standing));
    this.set({
      told: { result, by, step, tempo, nextTempo: after.standing.tempo, change, faults, measures, back },
      downs: change === "down" ? this.state.downs + 1 : change === "stay" ? this.state.downs : 0,
    });
    if (change === "passed") {
      this.stand.stop();
      this.set({ waiting: nextStep(work, step.id) });
    }
    // Listening and counting aren't playing, and no run.
    if (!isPlayed(step.kind)) return;
    const run: Run = {
      id: crypto.randomUUID(),
      at,
      fillId: this.subject.fillId,
      fill: this.subject.name,
      step: step.id,
      kind: step.kind,
      tempo: bpm(tempo),
      result,
      by,
      seconds: Math.round(length * 10) / 10,
      fault: faults[0]?.kind ?? null,
      numbers: measures && toNumbers(measures),
    };
    void this.stand.keepRun(run).then((isSaved) => this.set({ isSaved }));
  }
}

/** Recomputes the last value only when its inputs have changed. */
function remember<Value>(): (on: readonly unknown[], make: () => Value) => Value {
  let last: { readonly on: readonly unknown[]; readonly value: Value } | null = null;
  return (on, make) => {
    if (last?.on.every((one, index) => Object.is(one, on[index]))) return last.value;
    last = { on, value: make() };
    return last.value;
  };
}
