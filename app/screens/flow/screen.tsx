/** Flow: ideas called in random order, any number of times each, that always come home on the bar you chose. */

import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useStore } from "zustand";
import { useCommands, useHint } from "~/commands/commands";
import type { FlowRecord } from "~/core/flow";
import { formatLine } from "~/core/line";
import type { Result } from "~/core/listening";
import { bpm, type Meter } from "~/core/time";
import { UNDO_COMMANDS } from "~/editor/commands";
import { NamedHeader } from "~/editor/named-header";
import { useUndo } from "~/editor/undo";
import { isSelfJudged, type Listening } from "~/formats/listening";
import type { BookEntry } from "~/library/cell/entries";
import type { FillRow, FlowRow, LessonRow } from "~/library/database";
import type { FlowContent } from "~/library/flow/content";
import type { GrooveChoice } from "~/library/groove/choices";
import type { Opened } from "~/library/open-row";
import { useSaving } from "~/library/use-saving";
import { CareNote } from "~/listening/care-note";
import { ListeningPanel } from "~/listening/listening-panel";
import { FLOW_ACTS } from "~/messages/acts";
import type { FlowMessages } from "~/messages/flows";
import { useMessages } from "~/messages/use-messages";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { useInputs } from "~/session/use-inputs";
import { Bin } from "~/ui/bin";
import { Maximize2 } from "~/ui/icons";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { VolumeControl } from "~/ui/volume-control";
import { useWakeLock } from "~/ui/wake-lock";
import { describeCountIn } from "~/words/time";
import { BesideTheKit } from "./beside";
import { facesOf, facesOfRound } from "./board";
import { CallsPanel } from "./calls-panel";
import { FLOW_COMMANDS } from "./commands";
import { openFlowDraft } from "./draft";
import { IdeasList } from "./ideas-list";
import { fillOf, topOf } from "./keep";
import { RateIdeas } from "./rate-ideas";
import { Records } from "./records";
import { Settings } from "./settings";
import { SoundBar } from "./sound-bar";
import { watchVoices } from "./speak";
import { useFlow } from "./use-flow";

export interface FlowScreenProps extends Opened<FlowContent> {
  readonly bin: readonly FlowRow[];
  readonly saved: readonly { readonly id: string; readonly name: string }[];
  readonly fills: readonly FillRow[];
  readonly entries: readonly BookEntry[];
  readonly lessons: readonly LessonRow[];
  readonly grooves: readonly GrooveChoice[];
  readonly record: FlowRecord;
}

const ADD_IDEAS_FIRST = "Add ideas that fill the bars first.";
const NOTHING_TO_RATE = "Play first: each idea can be judged once, when it is more than half over.";

export function FlowScreen(props: FlowScreenProps) {
  const { row, unsaved, bin, saved, fills, entries, lessons, grooves } = props;
  const [draft] = useState(() => openFlowDraft(unsaved?.content ?? row.content));
  const content = useStore(draft.store, (state) => state.content);
  const history = useUndo(draft.undo);
  const [preferences, changePreferences] = usePreferences();
  const { listening } = preferences;
  const player = usePlayer();
  const say = useSay();
  const hint = useHint();
  const navigate = useNavigate();
  const { send, go, answer: keptFill } = useMessages<FlowMessages>("/flow", FLOW_ACTS);
  const saving = useSaving(props, draft, say);
  const [isBeside, setBeside] = useState(false);
  const [hasVoice, setVoice] = useState(true);
  useEffect(() => watchVoices(setVoice), []);
  const sources = useMemo(() => ({ fills, entries }), [fills, entries]);
  const flow = useFlow({ row, content, sources, grooves, stored: props.record });
  const { ideas, board, round, playback, canPlay } = flow;
  const { playing } = playback;
  const midi = useInputs(listening, flow.onHit);
  useWakeLock(playing || isBeside);

  const { nameOf } = flow;
  const inRound = board ? board.round : null;
  const nameHere = useCallback((idea: number) => nameOf(inRound, idea), [nameOf, inRound]);
  const strongHand = player.hands.leading;
  const faces = useMemo(() => {
    if (board && flow.run) return facesOf(board, flow.run, nameOf);
    return round ? facesOfRound(round, flow.cards, nameHere) : [null, null];
  }, [board, flow.run, flow.cards, round, nameOf, nameHere]);
  const { meter, tempo: wanted } = content;
  const tops = useMemo(
    () => ideas.map(({ versions }) => topOf(versions[0] ?? [], { meter, tempo: wanted }, player)),
    [ideas, meter, wanted, player],
  );

  const drawAgain = () => {
    draft.change({ seed: (content.seed + 1) >>> 0 }, "seed");
    if (playing) say("New draw next round.");
  };
  const hold = () => {
    flow.hold(flow.held === null);
    say(flow.held === null ? "This draw repeats until you turn Repeat off." : "New draws from the next round.");
  };
  const keep = () => {
    if (!round) return say("There is nothing to keep yet. Add ideas that fill the bars first.");
    send("keepFill", { content: fillOf(content, formatLine(round.composed.line)) });
  };
  useEffect(() => {
    if (keptFill) say(`“${keptFill.name}” is on the Shelf.`);
  }, [keptFill, say]);
  const rate = (result: Result) => {
    if (!flow.rate(result)) say(NOTHING_TO_RATE);
  };
  const rateJoin = () => {
    if (!flow.rateJoin()) say(NOTHING_TO_RATE);
  };
  const changeTempo = (next: number) => draft.change({ tempo: bpm(next) }, "tempo");
  useCommands(UNDO_COMMANDS, { history });
  useCommands(FLOW_COMMANDS, {
    togglePlay: () => (canPlay ? playback.toggle() : say(ADD_IDEAS_FIRST)),
    drawAgain,
    hold,
    keep,
    rate,
    rateJoin,
    toggleBeside: () => setBeside(!isBeside),
    tempoBy: (by) => changeTempo(content.tempo + by),
  });
  const tempo = playback.tempo ?? content.tempo;
  const count =
    playback.countInBeat === null
      ? null
      : describeCountIn(playback.countInBeat, content.meter as Meter, preferences.countStyle);
  const nowCall =
    board?.playing != null ? board.shown.find(({ number }) => number === board.playing)?.call.call : undefined;
  const judgesSelf = isSelfJudged(listening.source);
  const changeListening = useCallback(
    (change: Partial<Listening>) => changePreferences({ listening: { ...listening, ...change } }),
    [listening, changePreferences],
  );
  const volume = <VolumeControl volume={preferences.volume} onVolume={(next) => changePreferences({ volume: next })} />;
  const rating = judgesSelf ? <RateIdeas onRate={rate} onJoin={rateJoin} isLarge={isBeside} /> : null;
  return (
    <main className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5">
      <h1 className="sr-only">Flow</h1>
      <NamedHeader
        kind="flow"
        id={row.id}
        name={content.name}
        saved={saved}
        saveMark={<SaveMark state={saving.state} />}
        history={history}
        onName={(name) => draft.change({ name }, "name")}
        onNew={() => go("create", { fill: null })}
        onOpen={(id) => void navigate(`/flow/${id}`)}
        onDelete={() => go("delete", { id: row.id })}
      >
        <button
          type="button"
          className="btn btn-sm"
          title={hint(FLOW_COMMANDS, "big-view")}
          onClick={() => setBeside(true)}
        >
          <Maximize2 size={15} aria-hidden /> <span className="max-sm:sr-only">Big view</span>
        </button>
      </NamedHeader>
      <p className="text-sm quiet -mt-1">
        Flow calls your ideas in random order, each any number of times, and always comes home on the bar you chose.
      </p>
      <SaveNotice saving={saving} onCopy={(theirs) => go("keep", { content: theirs })} />
      <CareNote playing={playing} breakAfter={listening.breakAfter} downs={0} />
      <div className="grid gap-2.5 items-start lg:grid-cols-[minmax(0,1fr)_min(20rem,40%)] xl:grid-cols-[min(19rem,30%)_minmax(0,1fr)_min(20rem,30%)]">
        <div className="order-2 xl:order-1 min-w-0 lg:max-xl:col-start-2 lg:max-xl:row-start-1 lg:max-xl:row-span-2">
          <IdeasList
            draft={draft}
            content={content}
            ideas={ideas}
            results={flow.record.ideas}
            factors={flow.factors}
            tops={tops}
            strongHand={strongHand}
            playing={nowCall ? (ideas[nowCall.idea]?.key ?? null) : null}
            fills={fills}
            entries={entries}
            lessons={lessons}
          />
        </div>
        <div className="order-1 xl:order-2 min-w-0 flex flex-col gap-2.5">
          <CallsPanel
            flow={flow}
            draft={draft}
            content={content}
            faces={faces}
            count={count}
            tops={tops}
            nowCall={nowCall}
            nameHere={nameHere}
            onDraw={drawAgain}
            onHold={hold}
            onKeep={keep}
          />
          {rating && !isBeside ? rating : null}
          <Records
            draft={draft}
            content={content}
            ideas={ideas}
            record={flow.record}
            last={flow.last}
            rounds={flow.rounds}
          />
          <Bin rows={bin} onRestore={(id) => go("restore", { id })} />
        </div>
        <div className="order-3 min-w-0 flex flex-col gap-2.5">
          <Settings draft={draft} content={content} ideas={ideas} grooves={grooves} hasVoice={hasVoice} />
          <ListeningPanel
            listening={listening}
            midi={midi}
            strongHand={strongHand}
            onChange={changeListening}
            hasPlan={false}
          />
        </div>
      </div>
      <SoundBar
        flow={flow}
        tempo={content.tempo}
        onTempo={changeTempo}
        onToggle={() => (canPlay || playing ? playback.toggle() : say(ADD_IDEAS_FIRST))}
        volume={volume}
      />
      {isBeside ? (
        <BesideTheKit
          name={content.name || "Flow"}
          board={board}
          count={count}
          faces={faces}
          strongHand={strongHand}
          playhead={flow.playhead}
          tempo={tempo}
          wanted={content.tempo}
          onTempo={changeTempo}
          playing={playing}
          canPlay={canPlay || playing}
          onToggle={playback.toggle}
          onClose={() => setBeside(false)}
          rating={rating}
          volume={volume}
        />
      ) : null}
    </main>
  );
}
