/** The Shed: a plan that plays with you, listens, and advances when you play it clean. */

import { useCallback, useMemo, useState } from "react";
import { Link } from "react-router";
import { useStore } from "zustand";
import { useCommands, useHint } from "~/commands/commands";
import type { Result } from "~/core/listening";
import { isPlayed } from "~/core/practice";
import { useWorked } from "~/editor/context";
import { useFill, useOpenFill } from "~/editor/fill/place";
import { pickGroove, settingOf } from "~/editor/fill/score";
import { isSelfJudged, type Listening } from "~/formats/listening";
import type { PlanRow } from "~/library/practice/plan";
import { divisionOf } from "~/library/preferences";
import { CareNote } from "~/listening/care-note";
import { ListeningPanel } from "~/listening/listening-panel";
import { TempoStepper } from "~/listening/tempo-stepper";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { useInputs } from "~/session/use-inputs";
import { BigPlay } from "~/ui/big-play";
import { ChevronLeft, ChevronRight, Maximize2 } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { VolumeControl } from "~/ui/volume-control";
import { useWakeLock } from "~/ui/wake-lock";
import { RailView } from "~/views/rail-view";
import { takeSection } from "~/views/section";
import { StackView } from "~/views/stack-view";
import { describeCountIn } from "~/words/time";
import { BesideTheKit } from "./beside";
import { SHED_COMMANDS } from "./commands";
import { PlanList } from "./plan-list";
import { RateStep } from "./rate-step";
import { StepCard } from "./step-card";
import { useTraining } from "./use-training";
import { Details, VerdictPanel } from "./verdict-panel";

export interface ShedScreenProps {
  readonly plan: PlanRow | null;
}

export function ShedScreen({ plan }: ShedScreenProps) {
  const hint = useHint();
  const { row, stage, ostinato } = useOpenFill();
  const content = useFill();
  const [preferences, changePreferences] = usePreferences();
  const { listening } = preferences;
  const player = usePlayer();
  const say = useSay();
  const [isBeside, setBeside] = useState(false);
  const { meter } = content;
  const { phrase } = useWorked();
  const { countInBars } = preferences;
  const groove = useMemo(() => pickGroove(content, stage), [content, stage]);
  const setting = useMemo(() => settingOf(content, groove, { countInBars }), [content, groove, countInBars]);
  const training = useTraining(
    {
      fillId: row.id,
      name: content.name || "Untitled",
      phrase,
      player,
      groove,
      setting,
      ostinato,
      listening,
      clicksBetween: divisionOf(preferences),
    },
    plan,
  );
  const { step, work, timeline, playback, told } = training;
  const midi = useInputs(listening, training.onHit);
  useWakeLock(playback.playing || isBeside);
  const onRate = useCallback(
    (result: Result) => {
      if (!training.rate(result)) say("Play a repeat first. Each one can be judged once.");
    },
    [training.rate, say],
  );
  const changeListening = useCallback(
    (change: Partial<Listening>) => changePreferences({ listening: { ...listening, ...change } }),
    [listening, changePreferences],
  );
  const stepNow = useStore(training.now, ({ step }) => step);
  const move = (by: 1 | -1) => {
    // Keys can be faster than the page, so this starts from the trainer's step, not from the one on screen.
    const now = training.now.getState();
    const steps = now.work.steps.filter(({ isSkipped }) => !isSkipped);
    const to = steps[steps.findIndex(({ id }) => id === now.step?.id) + by];
    if (to) training.choose(to.id);
  };
  useCommands(SHED_COMMANDS, {
    togglePlay: playback.toggle,
    rate: onRate,
    move,
    toggleBeside: () => setBeside(!isBeside),
    tempoBy: (by) => {
      const { goal, standing } = training.now.getState().step ?? {};
      if (!standing || goal === undefined) return;
      if (by > 0 && standing.tempo >= goal) say(`This step's goal is ${Math.round(goal)}. Raise it in the plan.`);
      training.setTempo(standing.tempo + by);
    },
  });
  const tempo = playback.tempo ?? step?.standing.tempo ?? content.tempo;
  const count = playback.countInBeat === null ? null : describeCountIn(playback.countInBeat, meter, content.countStyle);
  const section = useMemo(() => (timeline ? takeSection(timeline, 0) : null), [timeline]);
  // Nothing can be chosen in the Shed: the pictures are for playing, and change only with the notes.
  const shared = { strongHand: player.hands.leading, countStyle: content.countStyle, onPick: null, cursor: null };
  return (
    <>
      <h1 className="sr-only">Shed</h1>
      <div className="flex flex-wrap items-center gap-2">
        <Link to="/log" className="text-sm underline">
          Today’s practice
        </Link>
        <p className="text-sm quiet max-sm:order-last max-sm:basis-full">
          The Shed practises this fill with you, step by step, until each step is clean.
        </p>
        <button
          type="button"
          className="btn btn-sm ml-auto"
          title={hint(SHED_COMMANDS, "big-view")}
          onClick={() => setBeside(true)}
        >
          <Maximize2 size={15} aria-hidden /> Big view
        </button>
      </div>
      <CareNote playing={playback.playing} breakAfter={listening.breakAfter} downs={training.downs} />
      {step && timeline && section ? (
        <div className="grid gap-2.5 items-start lg:grid-cols-[min(18rem,40%)_minmax(0,1fr)] xl:grid-cols-[min(19rem,30%)_minmax(0,1fr)_min(19rem,30%)]">
          <div className="order-2 lg:order-1 min-w-0">
            <PlanList
              work={work}
              plan={training.plan}
              phrase={phrase}
              ostinato={ostinato}
              choose={training.choose}
              editPlan={training.editPlan}
              now={training.now}
              home={content.tempo}
            />
          </div>
          <div className="order-1 lg:order-2 flex flex-col gap-2.5 min-w-0">
            <StepCard
              step={step}
              timeline={timeline}
              tempo={tempo}
              number={work.steps.findIndex(({ id }) => id === step.id) + 1}
              count={work.steps.filter(({ isExtra }) => !isExtra).length}
            />
            <VerdictPanel training={training} judgesSelf={isSelfJudged(listening.source)} />
            {isSelfJudged(listening.source) || !isPlayed(step.kind) ? (
              <RateStep kind={step.kind} onRate={onRate} />
            ) : null}
            <section aria-label="What to play" className="panel px-2 py-2 min-w-0">
              <RailView {...shared} timeline={timeline} section={section} label="Rail of this step" />
              <StackView {...shared} timeline={timeline} section={section} label="Stack of this step" />
              {isSelfJudged(listening.source) ? null : <MarkLegend />}
            </section>
            {told?.measures ? <Details told={told} measures={told.measures} /> : null}
          </div>
          <div className="order-3 lg:col-span-2 xl:col-span-1 min-w-0">
            <ListeningPanel
              listening={listening}
              midi={midi}
              strongHand={shared.strongHand}
              onChange={changeListening}
            />
          </div>
        </div>
      ) : (
        <p className="panel p-6">
          This fill has no notes yet. Type a sticking on the Stack, then come back for its plan.
        </p>
      )}
      <section
        aria-label="Sound"
        className="foot mt-auto -mx-3 sm:-mx-5 -mb-3 border-t border-base-300 bg-base-100 px-3 sm:px-5 py-2 flex flex-wrap items-center gap-x-4 gap-y-2"
      >
        <BigPlay playing={playback.playing} onToggle={playback.toggle} />
        {count === null ? null : (
          <output
            aria-label="Count-in"
            aria-live="off"
            className="font-display font-bold text-2xl min-w-8 text-center text-primary"
          >
            {count}
          </output>
        )}
        {stepNow ? (
          <TempoStepper tempo={stepNow.standing.tempo} most={stepNow.goal} onTempo={training.setTempo} />
        ) : null}
        <div className="join">
          <button
            type="button"
            className="join-item btn h-11 min-w-11"
            aria-label="Previous step"
            onClick={() => move(-1)}
          >
            <ChevronLeft size={16} aria-hidden />
          </button>
          <button type="button" className="join-item btn h-11" onClick={() => move(1)}>
            Next step <ChevronRight size={16} aria-hidden />
          </button>
        </div>
        {playback.playing && count === null ? (
          <span className="quiet text-sm tabular-nums">repeat {training.repeat + 1}</span>
        ) : null}
        <span className="ml-auto">
          <VolumeControl volume={preferences.volume} onVolume={(volume) => changePreferences({ volume })} />
        </span>
        <InlineError words={playback.trouble} />
      </section>
      {isBeside && timeline && section ? (
        <BesideTheKit
          training={training}
          tempo={tempo}
          count={count}
          judgesSelf={isSelfJudged(listening.source)}
          onRate={onRate}
          onMove={move}
          onClose={() => setBeside(false)}
          rail={{
            ...shared,
            timeline,
            section,
            label: "Rail of this step, large",
          }}
          volume={<VolumeControl volume={preferences.volume} onVolume={(volume) => changePreferences({ volume })} />}
        />
      ) : null}
    </>
  );
}

/** The meaning of the rings around coins. */
function MarkLegend() {
  return (
    <p className="label-small px-2 pt-1.5 flex flex-wrap gap-x-4">
      <span>Around the notes as you play:</span>
      <span>full ring: on time</span>
      <span>left half: early</span>
      <span>right half: late</span>
      <span>dashes: missing</span>
    </p>
  );
}
