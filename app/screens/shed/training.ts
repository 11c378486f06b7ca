/** One fill in training: its plan, the step that is on, what is heard of it, and what becomes of that. */

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Groove, Setting } from "~/core/groove";
import { type Expectation, type Fault, hearRepeat, type Measures, type Result, thresholdsFor } from "~/core/listening";
import type { Phrase } from "~/core/phrase";
import type { Under } from "~/core/player";
import {
  type Change,
  countSteps,
  fallsApart,
  isPlayed,
  layOutWork,
  makePlan,
  needsApart,
  nextStep,
  type PlannedStep,
  recordResult,
  stepBack,
  wishOf,
} from "~/core/practice";
import type { ClickDivision } from "~/core/pulse";
import { bpm } from "~/core/time";
import { latencyOf, type Repeat, simulate } from "~/editor/listening/listener";
import type { Listening } from "~/formats/listening";
import type { RawHit } from "~/input/raw-hit";
import { currentBook } from "~/library/current";
import { newPlan, type PlanRow } from "~/library/practice/plan";
import type { Run } from "~/library/practice/run";
import { toNumbers } from "~/library/practice/run-numbers";
import { changePlan, dayOf, holdPlan, keepRun } from "~/library/practice/store";
import { usePlayback } from "~/session/playback";
import { usePlayer } from "~/session/player";
import { useSession } from "~/session/session";
import { Going } from "./going";
import { makeStepScore, type StepScene } from "./step-score";

export const SHED_ID = "shed";
/** Milliseconds between looks at the clock while something plays. */
const TICK = 15;
/** Before the next step begins by itself, in milliseconds. */
const PAUSE = 4_000;
/** Silent repeats before it is asked whether anything is plugged in. */
export const SILENT_REPEATS = 2;

/** The last repeat that was judged. */
export interface Told {
  readonly result: Result;
  readonly by: Run["by"];
  readonly step: PlannedStep;
  readonly tempo: number;
  readonly nextTempo: number;
  readonly change: Change;
  readonly faults: readonly Fault[];
  readonly measures: Measures | null;
  /** The step to go back to. */
  readonly back: PlannedStep | null;
}

/** What could not be used of what was heard, in this sitting. */
export interface Odd {
  readonly countIn: number;
  readonly doubled: number;
  readonly unknown: number | null;
  readonly silent: number;
  readonly jumped: number;
  readonly flood: boolean;
  readonly idle: number;
}
const NOTHING_ODD: Odd = { countIn: 0, doubled: 0, unknown: null, silent: 0, jumped: 0, flood: false, idle: 0 };

export interface TrainingOptions {
  readonly fillId: string;
  readonly name: string;
  readonly phrase: Phrase;
  readonly groove: Groove;
  readonly setting: Setting;
  readonly under: Under;
  readonly listening: Listening;
  readonly clicksBetween: ClickDivision | null;
  readonly stored: PlanRow | null;
}

export function useTraining(options: TrainingOptions) {
  const { fillId, name, phrase, groove, setting, under, listening, clicksBetween, stored } = options;
  const player = usePlayer();
  const { sound, lights } = useSession();
  const [plan, setPlan] = useState<PlanRow>(() => stored ?? newPlan(fillId));
  const [told, setTold] = useState<Told | null>(null);
  const [odd, setOdd] = useState<Odd>(NOTHING_ODD);
  const [isSaved, setSaved] = useState(true);
  const [downs, setDowns] = useState(0);
  const [waiting, setWaiting] = useState<PlannedStep | null>(null);
  const [repeat, setRepeat] = useState(0);

  const { goal, learning, best, cleanInRow } = plan;
  const apart = needsApart(plan.standings);
  const made = useMemo(() => {
    const wish = wishOf(phrase, { ...newPlan(""), goal, learning, best, cleanInRow });
    return makePlan(phrase, player, { ...wish, apart }, under);
  }, [phrase, player, goal, learning, best, cleanInRow, apart, under]);
  const work = useMemo(() => (made ? layOutWork(made, plan) : null), [made, plan]);
  const step = work?.current ?? null;
  const stepKey = step ? `${step.id} ${step.slots?.from}` : "";
  // biome-ignore lint/correctness/useExhaustiveDependencies: its standing changes with every repeat, its phrase does not
  const scene = useMemo(
    (): StepScene | null =>
      step ? { phrase, step, player, groove, setting, playsAlong: listening.playsAlong, clicksBetween } : null,
    [stepKey, phrase, player, groove, setting, listening.playsAlong, clicksBetween],
  );
  const now = useRef({ plan, work, step, listening, made });
  now.current = { plan, work, step, listening, made };
  const going = useRef<Going | null>(null);
  const makeScore = useCallback(
    (number: number) => {
      if (!going.current || !scene) throw new Error("nothing goes round");
      going.current.turnTo(scene);
      return going.current.get(number).score;
    },
    [scene],
  );
  const playback = usePlayback({ id: SHED_ID, makeScore });
  const { playing } = playback;

  const begin = useCallback(() => {
    if (!scene) return;
    setWaiting(null);
    setOdd(NOTHING_ODD);
    setRepeat(0);
    lights.clearMarks();
    going.current = new Going(scene, sound.clockJumps, () => now.current.step?.standing.tempo ?? bpm(60));
    void sound.play(SHED_ID, makeScore);
  }, [scene, makeScore, sound, lights]);
  const toggle = useCallback(() => (playing ? sound.stop(SHED_ID) : begin()), [playing, begin, sound]);

  /** Changes the plan here and in the book; what the book does not take is held. */
  const editPlan = useCallback(
    (change: (before: PlanRow) => PlanRow) => {
      const changed = change(now.current.plan);
      now.current.plan = changed;
      setPlan(changed);
      void currentBook().then(async (book) => {
        try {
          await changePlan(book, fillId, change);
        } catch {
          holdPlan(book, now.current.plan);
          setSaved(false);
        }
      });
      return changed;
    },
    [fillId],
  );

  // Another tempo, another line: the plan that is kept says how many steps it has now.
  const counted = work ? countSteps(work.steps) : null;
  const isCounted =
    plan.lastPractised === null || !counted || (plan.steps === counted.steps && plan.passed === counted.passed);
  useEffect(() => {
    if (!isCounted && work) editPlan((before) => ({ ...before, ...countSteps(work.steps) }));
  }, [isCounted, work, editPlan]);

  const choose = useCallback(
    (id: string | null) => {
      sound.stop(SHED_ID);
      setWaiting(null);
      setTold(null);
      lights.clearMarks();
      editPlan((before) => ({ ...before, current: id }));
    },
    [editPlan, sound, lights],
  );

  const record = useCallback(
    (
      result: Result,
      tempo: number,
      length: number,
      by: Run["by"],
      measures: Measures | null,
      faults: readonly Fault[],
    ) => {
      const { step: on, made: base } = now.current;
      if (!on || !base) return;
      const at = Date.now();
      const day = dayOf(at);
      const outcome: { change: Change } = { change: "stay" };
      const laid = layOutWork(
        base,
        editPlan((before) => {
          const recorded = recordResult(before, layOutWork(base, before), on.id, result, bpm(tempo), day);
          outcome.change = recorded.change;
          return recorded.state;
        }),
      );
      const { change } = outcome;
      const after = laid.steps.find(({ id }) => id === on.id) ?? on;
      now.current = { ...now.current, work: laid, step: change === "passed" ? on : (laid.current ?? on) };
      const back = stepBack(laid, after, fallsApart(after.standing));
      setTold({
        result,
        by,
        step: on,
        tempo,
        nextTempo: after.standing.tempo,
        change,
        faults,
        measures,
        back,
      });
      if (change === "down") setDowns((count) => count + 1);
      else if (change === "up" || change === "passed") setDowns(0);
      if (change === "passed") {
        sound.stop(SHED_ID);
        setWaiting(nextStep(laid, on.id));
      }
      // What is heard or counted is no playing, and no run.
      if (!isPlayed(on.kind)) return;
      const run: Run = {
        id: crypto.randomUUID(),
        at,
        fillId,
        fill: name,
        step: on.id,
        kind: on.kind,
        tempo: bpm(tempo),
        result,
        by,
        seconds: Math.round(length * 10) / 10,
        fault: faults[0]?.kind ?? null,
        numbers: measures && toNumbers(measures),
      };
      void currentBook().then(async (book) => setSaved(await keepRun(book, run)));
    },
    [editPlan, fillId, name, sound],
  );

  const judge = useCallback(
    (done: Repeat) => {
      const { listening: set, step: on } = now.current;
      const run = going.current;
      if (!run || !on || !isPlayed(on.kind) || set.source === "self") return;
      if (sound.clockJumps !== run.jumps) {
        run.jumps = sound.clockJumps;
        setOdd((before) => ({ ...before, jumped: before.jumped + 1 }));
        return;
      }
      const { measures, judgement } = hearRepeat(done.expectation, done.hits, set.strictness);
      if (measures.doubled > 0) setOdd((before) => ({ ...before, doubled: before.doubled + measures.doubled }));
      if (!judgement) {
        setOdd((before) => ({ ...before, silent: before.silent + 1 }));
        return;
      }
      setOdd((before) => (before.silent === 0 ? before : { ...before, silent: 0 }));
      for (const { slot } of measures.missed) if (slot !== null) lights.markSlot(slot, "missed");
      record(judgement.result, done.tempo, done.length, "heard", measures, judgement.faults);
    },
    [record, sound, lights],
  );

  const next = useCallback(() => {
    const { work: at, step: on } = now.current;
    const following = at && on ? nextStep(at, on.id) : null;
    if (following) choose(following.id);
  }, [choose]);

  const onHit = useCallback(
    (raw: RawHit) => {
      const { listening: set, step: on } = now.current;
      const run = going.current;
      if (raw.place !== null && raw.place === set.nextPad && !usesPad(run, raw)) {
        next();
        return;
      }
      const heard =
        run && on
          ? run.listener.hit(raw, sound.locateIn(SHED_ID, raw.at - latencyOf(set)))
          : ({ kind: "idle" } as const);
      switch (heard.kind) {
        case "mark":
          if (heard.slot !== null) lights.markSlot(heard.slot, markOf(heard.offset, run?.get(0).expectation, set));
          if (raw.velocity === null || raw.note !== undefined) {
            // For `npm run bench`, and for the browser's own tools.
            performance.mark("hit marked", { detail: performance.now() - raw.at });
          }
          return;
        case "count-in":
          setOdd((before) => ({ ...before, countIn: before.countIn + 1 }));
          return;
        case "unknown":
          setOdd((before) => ({ ...before, unknown: heard.note }));
          return;
        case "flood":
          setOdd((before) => ({ ...before, flood: true }));
          return;
        case "idle":
          setOdd((before) => ({ ...before, idle: before.idle + 1 }));
      }
    },
    [next, sound, lights],
  );

  useEffect(() => {
    if (!playing) return;
    const clock = setInterval(() => {
      const run = going.current;
      const page = performance.now();
      const located = run ? sound.locateIn(SHED_ID, page) : null;
      if (!run || !located) return;
      setRepeat(Math.max(0, located.repeat));
      const { listening: set, step: on } = now.current;
      if (set.source === "drummer" && on && isPlayed(on.kind)) simulate(run, located, page, set.drummer, onHit);
      for (const done of run.listener.close(located)) judge(done);
    }, TICK);
    return () => clearInterval(clock);
  }, [playing, judge, onHit, sound]);

  // The next step by itself, for hands that hold sticks.
  useEffect(() => {
    if (!waiting || !listening.goesOn) return;
    const soon = setTimeout(() => {
      editPlan((before) => ({ ...before, current: waiting.id }));
      setWaiting(null);
      setStarting(true);
    }, PAUSE);
    return () => clearTimeout(soon);
  }, [waiting, listening.goesOn, editPlan]);
  const [isStarting, setStarting] = useState(false);
  useEffect(() => {
    if (!isStarting) return;
    setStarting(false);
    begin();
  }, [isStarting, begin]);
  useEffect(() => () => lights.clearMarks(), [lights]);

  /** The player's own judgement of the last repeat: of the one that is over, or nearly. */
  const rate = useCallback(
    (result: Result) => {
      const { step: on } = now.current;
      if (on && !isPlayed(on.kind)) {
        if (result === "clean") record(result, on.standing.tempo, 0, "self", null, []);
        return true;
      }
      const run = going.current;
      const located = run ? sound.locateIn(SHED_ID, performance.now()) : null;
      if (!run || !located || located.repeat < 0) return false;
      const whole = located.seconds + located.left;
      const number = located.seconds < whole / 2 && located.repeat > 0 ? located.repeat - 1 : located.repeat;
      if (run.rated.has(number)) return false;
      run.rated.add(number);
      record(result, run.get(number).score.tempo, whole, "self", null, []);
      return true;
    },
    [record, sound],
  );

  // Between cells each repeat looks otherwise; all other steps look the same throughout.
  const shown = scene?.step.kind === "between" && playing ? repeat : 0;
  const timeline = useMemo(() => {
    if (!scene) return null;
    return makeStepScore(scene, scene.step.standing.tempo, shown).timeline;
  }, [scene, shown]);

  return {
    phrase,
    under,
    plan,
    editPlan,
    work,
    step,
    choose,
    next,
    told,
    odd,
    isSaved,
    downs,
    waiting,
    stay: () => setWaiting(null),
    playback: { ...playback, toggle },
    rate,
    onHit,
    timeline,
    repeat,
  };
}
export type Training = ReturnType<typeof useTraining>;

function usesPad(run: Going | null, { place }: RawHit): boolean {
  return run?.get(0).expectation.strokes.some((stroke) => stroke.place === place) ?? false;
}

function markOf(offset: number, expectation: Expectation | undefined, { strictness }: Listening) {
  if (!expectation) return "on";
  const { fromClick } = thresholdsFor(strictness, expectation.gap, expectation.strokes.length);
  return Math.abs(offset) <= fromClick ? "on" : offset < 0 ? "early" : "late";
}
