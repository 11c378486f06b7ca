/** The trainer of the current fill, with this page's sound and the player's book. */

import { useCallback, useEffect, useLayoutEffect, useMemo, useState } from "react";
import type { SoundOutput } from "~/audio/playing";
import { currentBook } from "~/library/current";
import type { PlanRow } from "~/library/practice/plan";
import { changePlan, holdPlan, keepRun } from "~/library/practice/store";
import { usePlayback } from "~/session/playback";
import { useSession } from "~/session/session";
import type { Highlights } from "~/views/lighting";
import { useFollowed } from "~/views/use-followed";
import { makeStepScore } from "./step-score";
import { Trainer } from "./trainer";
import type { Subject, TrainerDependencies, Training } from "./training";

const SHED_ID = "shed";
/** Milliseconds between clock checks during playback. */
const TICK = 15;
/** Pause before the next step starts automatically, in milliseconds. */
const PAUSE = 4_000;

const whole = (training: Training) => training;

export function useTraining(given: Subject, stored: PlanRow | null) {
  const { sound, lights } = useSession();
  const { fillId, name, phrase, player, groove, setting, ostinato, listening, clicksBetween } = given;
  const subject = useMemo(
    (): Subject => ({ fillId, name, phrase, player, groove, setting, ostinato, listening, clicksBetween }),
    [fillId, name, phrase, player, groove, setting, ostinato, listening, clicksBetween],
  );
  const [trainer] = useState(() => new Trainer(stored, subject, standOf(sound, lights, fillId)));
  useLayoutEffect(() => trainer.take(subject), [trainer, subject]);
  const training = useFollowed(trainer.store, whole);
  const { scene, waiting, repeat, source } = training;

  const playback = usePlayback({ id: SHED_ID, makeScore: source });
  const { playing } = playback;
  const toggle = useCallback(() => (playing ? sound.stop(SHED_ID) : trainer.begin()), [playing, sound, trainer]);
  useEffect(() => {
    if (!playing) return;
    const clock = setInterval(() => trainer.tick(performance.now()), TICK);
    return () => clearInterval(clock);
  }, [playing, trainer]);
  // Starts the next step automatically, for hands that hold sticks.
  useEffect(() => {
    if (!waiting || !listening.goesOn) return;
    const soon = setTimeout(trainer.goOn, PAUSE);
    return () => clearTimeout(soon);
  }, [waiting, listening.goesOn, trainer]);
  useEffect(() => () => lights.clearMarks(), [lights]);

  // When improvising between cells, each repeat looks different; all other steps stay the same.
  const shown = scene?.step.kind === "between" && playing ? repeat : 0;
  const timeline = useMemo(
    () => scene && makeStepScore(scene, scene.step.standing.tempo, shown).timeline,
    [scene, shown],
  );
  const { choose, next, stay, rate, onHit, editPlan, setTempo } = trainer;
  return {
    ...training,
    /** The same at this moment, for the list of steps. */
    now: trainer.store,
    phrase,
    ostinato,
    timeline,
    playback: { ...playback, toggle },
    choose,
    next,
    stay,
    rate,
    onHit,
    editPlan,
    setTempo,
  };
}
export type Trained = ReturnType<typeof useTraining>;

function standOf(sound: SoundOutput, lights: Highlights, fillId: string): TrainerDependencies {
  return {
    play: (source) => void sound.play(SHED_ID, source),
    stop: () => sound.stop(SHED_ID),
    locate: (page) => sound.locateIn(SHED_ID, page),
    clockJumps: () => sound.clockJumps,
    mark: lights.markSlot,
    clearMarks: lights.clearMarks,
    keepPlan: async (change, now) => {
      const book = await currentBook();
      try {
        await changePlan(book, fillId, change);
        return true;
      } catch {
        holdPlan(book, now());
        return false;
      }
    },
    keepRun: async (run) => keepRun(await currentBook(), run),
    pageNow: () => performance.now(),
    now: () => Date.now(),
  };
}
