/** Flow: ideas called out in random order, any number of times each, that always come home on the bar you chose. */

import { Bookmark, Dices, Repeat } from "lucide-react";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useFetcher, useSubmit } from "react-router";
import { useStore } from "zustand";
import { useCommands, useHint } from "~/commands/commands";
import { type ComposedPlaying, type FlowRecord, listCalls } from "~/core/flow";
import { formatLine } from "~/core/line";
import type { Result } from "~/core/listening";
import { bpm, MAX_BPM, type Meter, MIN_BPM } from "~/core/time";
import { UNDO_COMMANDS } from "~/editor/commands";
import { CareNote } from "~/editor/listening/care-note";
import { ListeningPanel } from "~/editor/listening/listening-panel";
import { useUndo } from "~/editor/undo";
import type { Listening } from "~/formats/listening";
import type { BookEntry } from "~/library/cell/entries";
import type { FillRow, FlowRow, LessonRow } from "~/library/database";
import type { FlowContent } from "~/library/flow/content";
import type { GrooveChoice } from "~/library/groove/choices";
import type { Opened } from "~/library/open-row";
import { useSaving } from "~/library/use-saving";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { useInputs } from "~/session/use-inputs";
import { BigPlay } from "~/ui/big-play";
import { Bin } from "~/ui/bin";
import { NumberField } from "~/ui/number-field";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { VolumeControl } from "~/ui/volume-control";
import { useWakeLock } from "~/ui/wake-lock";
import { sayBpm } from "~/words/ceiling";
import { wordPathProblem } from "~/words/flow";
import { plural, sayCountIn } from "~/words/time";
import { openFlowBench } from "./bench";
import { BesideTheKit } from "./beside";
import { BeatsLeft, CallCards, facesOf, facesOfRound } from "./board";
import { FLOW_COMMANDS } from "./commands";
import { isCounted } from "./drawer";
import { Header } from "./header";
import { IdeasList } from "./ideas-list";
import { fillOf, topOf } from "./keep";
import { RateIdeas } from "./rate-ideas";
import { Records } from "./records";
import { RoundStrip } from "./round-strip";
import { Settings } from "./settings";
import { watchVoices } from "./speak";
import { SILENT_ROUNDS, useFlow } from "./use-flow";
import { Ways } from "./ways";

export interface FlowScreenProps extends Opened<FlowContent> {
  readonly bin: readonly FlowRow[];
  readonly saved: readonly { readonly id: string; readonly name: string }[];
  readonly fills: readonly FillRow[];
  readonly entries: readonly BookEntry[];
  readonly lessons: readonly LessonRow[];
  readonly grooves: readonly GrooveChoice[];
  readonly record: FlowRecord;
}

const NO_PLAYINGS: readonly ComposedPlaying[] = [];
const NOTHING_TO_RATE = "Play first: each idea can be judged once, when it is more than half over.";

export function FlowScreen(props: FlowScreenProps) {
  const hint = useHint();
  const { row, unsaved, bin, saved, fills, entries, lessons, grooves } = props;
  const [bench] = useState(() => openFlowBench(unsaved?.content ?? row.content));
  const content = useStore(bench.store, (state) => state.content);
  const history = useUndo(bench.undo);
  const [preferences, changePreferences] = usePreferences();
  const { listening } = preferences;
  const player = usePlayer();
  const say = useSay();
  const submit = useSubmit();
  const kept = useFetcher<{ id: string; name: string }>();
  const saving = useSaving(props, bench, say);
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
  const known = tops.filter((top) => top !== null);
  const isOverAll = known.length > 0 && known.length === tops.length && known.every((top) => content.tempo > top + 0.5);

  const drawAgain = () => {
    bench.change({ seed: (content.seed + 1) >>> 0 }, "seed");
    if (playing) say("Another draw from the next round on.");
  };
  const hold = () => {
    flow.hold(flow.held === null);
    say(flow.held === null ? "This draw repeats until you let it go." : "New draws again from the next round on.");
  };
  const keep = () => {
    if (!round) return say("There is nothing to keep yet. Add ideas that fill the bars first.");
    void kept.submit(JSON.stringify({ intent: "keep", content: fillOf(content, formatLine(round.composed.line)) }), {
      method: "post",
      encType: "application/json",
    });
  };
  useEffect(() => {
    if (kept.data) say(`“${kept.data.name}” is on the Shelf.`);
  }, [kept.data, say]);
  const rate = (result: Result) => {
    if (!flow.rate(result)) say(NOTHING_TO_RATE);
  };
  const rateJoin = () => {
    if (!flow.rateJoin()) say(NOTHING_TO_RATE);
  };
  const act = (asked: object) => void submit(JSON.stringify(asked), { method: "post", encType: "application/json" });
  useCommands(UNDO_COMMANDS, { history });
  useCommands(FLOW_COMMANDS, {
    togglePlay: () => (canPlay ? playback.toggle() : say("Add ideas that fill the bars first.")),
    drawAgain,
    hold,
    keep,
    rate,
    rateJoin,
    toggleBeside: () => setBeside(!isBeside),
  });
  const tempo = playback.tempo ?? content.tempo;
  const count =
    playback.countInBeat === null
      ? null
      : sayCountIn(playback.countInBeat, content.meter as Meter, preferences.countStyle);
  const calls = round ? listCalls(round.composed.playings) : [];
  const nowCall =
    board?.playing != null ? board.shown.find(({ number }) => number === board.playing)?.call.call : undefined;
  const judgesSelf = listening.source === "self";
  const changeListening = (change: Partial<Listening>) => changePreferences({ listening: { ...listening, ...change } });
  const volume = <VolumeControl volume={preferences.volume} onVolume={(next) => changePreferences({ volume: next })} />;
  const rating = judgesSelf ? <RateIdeas onRate={rate} onJoin={rateJoin} isLarge={isBeside} /> : null;
  const meets = flow.request.spec.rules.meet;
  const isRefused = flow.counted !== null && (!isCounted(flow.counted) || flow.counted.total === 0n);
  return (
    <main className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5">
      <h1 className="sr-only">Flow</h1>
      <Header
        bench={bench}
        name={content.name}
        id={row.id}
        saved={saved}
        history={history}
        saveMark={<SaveMark state={saving.state} />}
        onAct={act}
        onBigView={() => setBeside(true)}
      />
      <SaveNotice saving={saving} onCopy={(theirs) => act({ intent: "copy", content: theirs })} />
      <CareNote playing={playing} breakAfter={listening.breakAfter} downs={0} />
      <div className="grid gap-2.5 items-start lg:grid-cols-[minmax(0,1fr)_20rem] xl:grid-cols-[19rem_minmax(0,1fr)_20rem]">
        <div className="order-2 xl:order-1 min-w-0 lg:max-xl:col-start-2 lg:max-xl:row-start-1 lg:max-xl:row-span-2">
          <IdeasList
            bench={bench}
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
          <section aria-label="Calls" className="panel px-3 sm:px-4 py-3 flex flex-col gap-3">
            {board ? (
              <BeatsLeft board={board} count={count} />
            ) : (
              <div className="flex flex-wrap items-center gap-x-3 gap-y-1 min-h-7">
                <Ways flow={flow} content={content} />
              </div>
            )}
            <CallCards faces={faces} strongHand={strongHand} playhead={flow.playhead} />
            {round || !isRefused ? (
              // Until the first draw has come, the empty bars keep its place.
              <RoundStrip
                meter={content.meter as Meter}
                bars={content.bars}
                playings={round?.composed.playings ?? NO_PLAYINGS}
                nameOf={nameHere}
                now={nowCall ? { from: nowCall.from, to: nowCall.to } : null}
                meets={meets}
                isFree={!content.form.isCalled}
              />
            ) : null}
            <div className="flex flex-wrap items-center gap-2">
              <button type="button" className="btn btn-sm" title={hint(FLOW_COMMANDS, "new-draw")} onClick={drawAgain}>
                <Dices size={16} aria-hidden /> Draw again
              </button>
              <button
                type="button"
                className={`btn btn-sm ${flow.held === null ? "" : "btn-primary"}`}
                aria-pressed={flow.held !== null}
                title={hint(FLOW_COMMANDS, "hold")}
                onClick={hold}
              >
                <Repeat size={16} aria-hidden /> Repeat this draw
              </button>
              <button type="button" className="btn btn-sm" title={hint(FLOW_COMMANDS, "keep")} onClick={keep}>
                <Bookmark size={16} aria-hidden /> Keep as a fill
              </button>
              <span className="ml-auto">
                <NumberField
                  label="Draw no."
                  labelClassName="label-small"
                  className="input-sm w-24"
                  value={content.seed}
                  least={0}
                  most={0xffffffff}
                  onValue={(seed) => bench.change({ seed }, "seed")}
                />
              </span>
            </div>
            {round?.pathProblem ? (
              <p className="text-sm" role="status">
                {wordPathProblem(round.pathProblem)}
              </p>
            ) : null}
            {isOverAll ? (
              <p role="alert" className="text-sm flex flex-wrap items-center gap-2">
                <span>
                  At {sayBpm(content.tempo)} every one of these ideas is over your top tempo. The fastest you can play
                  them all is {sayBpm(Math.min(...known))}.
                </span>
                <button
                  type="button"
                  className="btn btn-sm"
                  onClick={() => bench.change({ tempo: bpm(Math.max(MIN_BPM, Math.floor(Math.min(...known)))) })}
                >
                  Set it
                </button>
              </p>
            ) : null}
            {!judgesSelf && flow.silent >= SILENT_ROUNDS && playing ? (
              <p role="alert" className="text-sm">
                Nothing was heard for {plural(flow.silent, "round")}. Check that your drums are plugged in, or choose
                another way to be judged. What you don't play isn't held against you.
              </p>
            ) : null}
            {flow.isSaved ? null : (
              <p role="alert" className="text-sm text-error">
                The last result couldn't be saved. It is kept on this page and will be saved with the next one.
              </p>
            )}
          </section>
          {rating && !isBeside ? rating : null}
          <Records
            bench={bench}
            content={content}
            ideas={ideas}
            record={flow.record}
            last={flow.last}
            rounds={flow.rounds}
          />
          <Bin rows={bin} onRestore={(id) => act({ intent: "restore", id })} />
        </div>
        <div className="order-3 min-w-0 flex flex-col gap-2.5">
          <Settings bench={bench} content={content} ideas={ideas} grooves={grooves} hasVoice={hasVoice} />
          <ListeningPanel
            listening={listening}
            midi={midi}
            strongHand={strongHand}
            onChange={changeListening}
            hasPlan={false}
          />
        </div>
      </div>
      <section
        aria-label="Sound"
        className="foot mt-auto -mx-3 sm:-mx-5 -mb-3 border-t border-base-300 bg-base-100 px-3 sm:px-5 py-2 flex flex-wrap items-center gap-x-4 gap-y-2"
      >
        <BigPlay
          playing={playing}
          onToggle={() => (canPlay || playing ? playback.toggle() : say("Add ideas that fill the bars first."))}
        />
        <NumberField
          label="Tempo"
          labelClassName="label-small"
          className="input-sm w-20"
          value={content.tempo}
          least={MIN_BPM}
          most={MAX_BPM}
          onValue={(next) => bench.change({ tempo: bpm(next) }, "tempo")}
        />
        {playing && Math.round(tempo) !== Math.round(content.tempo) ? (
          <span className="quiet text-sm">now {Math.round(tempo)}</span>
        ) : null}
        {playing && board ? <span className="quiet text-sm tabular-nums">round {board.round + 1}</span> : null}
        {!playing && calls.length > 0 ? (
          <span className="quiet text-sm">{plural(calls.length, "call")} a round</span>
        ) : null}
        <span className="ml-auto">{volume}</span>
        {playback.trouble ? (
          <p role="alert" className="text-sm text-error basis-full">
            {playback.trouble}
          </p>
        ) : null}
      </section>
      {isBeside ? (
        <BesideTheKit
          name={content.name || "Flow"}
          board={board}
          count={count}
          faces={faces}
          strongHand={strongHand}
          playhead={flow.playhead}
          tempo={tempo}
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
