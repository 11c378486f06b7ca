import { memo, useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useStore } from "zustand";
import { useShallow } from "zustand/react/shallow";
import { useCommands } from "~/commands/commands";
import type { Hand } from "~/core/stroke";
import type { Meter } from "~/core/time";
import { UNDO_COMMANDS } from "~/editor/commands";
import { makeScore } from "~/editor/fill/score";
import { NamedHeader } from "~/editor/named-header";
import { heldContent, useUndo } from "~/editor/undo";
import type { BookEntry } from "~/library/cell/entries";
import type { SearchRow } from "~/library/database";
import type { GrooveChoice } from "~/library/groove/choices";
import type { Opened } from "~/library/open-row";
import { hitsBetween, type SearchContent, searchRateOf } from "~/library/search/content";
import { useSaving } from "~/library/use-saving";
import { SEARCH_ACTS } from "~/messages/acts";
import type { SearchMessages } from "~/messages/searches";
import { useMessages } from "~/messages/use-messages";
import { usePlayback } from "~/session/playback";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { Bin } from "~/ui/bin";
import { InlineError } from "~/ui/inline-error";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { Shape } from "~/ui/shape";
import { useFollowed } from "~/views/use-followed";
import { useSame } from "~/views/use-same";
import { describeSearch } from "~/words/search";
import type { FoundWay } from "~/workers/search";
import { ChosenWay } from "./chosen-way";
import { FIT_COMMANDS } from "./commands";
import { Count } from "./count";
import { fillOf, openSearchDraft, type SearchDraft } from "./draft";
import { Frame } from "./frame";
import { Pool } from "./pool";
import { Results } from "./results";
import { ResultsBar } from "./results-bar";
import { Rules } from "./rules";
import { useResults } from "./use-results";
import { Weights } from "./weights";

export interface FitScreenProps extends Opened<SearchContent> {
  readonly bin: readonly SearchRow[];
  readonly saved: readonly { readonly id: string; readonly name: string }[];
  readonly entries: readonly BookEntry[];
  readonly grooves: readonly GrooveChoice[];
}

const CHOOSE_WAY_FIRST = "Choose a result first: press it, or use the arrow keys.";

const nameOf = ({ content }: { readonly content: SearchContent }) => content.name;

export function FitScreen(props: FitScreenProps) {
  const { row, unsaved, bin, saved, entries, grooves } = props;
  const [draft] = useState(() => openSearchDraft(unsaved?.content ?? row.content));
  // Results follow; the fields show a press at once.
  const content = useFollowed(draft.store, heldContent<SearchContent>);
  const name = useStore(draft.store, nameOf);
  const history = useUndo(draft.undo);
  const [preferences] = usePreferences();
  const player = usePlayer();
  const strong = player.hands.leading;
  const navigate = useNavigate();
  const { send, go, answer: keptFill } = useMessages<SearchMessages>("/fit", SEARCH_ACTS);
  const say = useSay();
  const saving = useSaving(props, draft, say);

  const stage = useMemo(() => ({ grooves, player, preferences }), [grooves, player, preferences]);
  const results = useResults(content, stage);
  const { search, ways, shown, mode, setMode, at, way, setChosen } = results;
  const { meter, rate, tempo, window: asWindow } = content;
  // The same object for the same values, so that results stay as they are.
  const frame = useSame({ meter, rate, tempo, window: asWindow });

  const playback = usePlayback({
    id: "fit",
    makeScore: useCallback(() => {
      if (!way) throw new Error("no way is chosen");
      return makeScore(fillOf(content, way.cells), stage);
    }, [way, content, stage]),
  });
  const isPlaying = playback.playing;
  const { toggle } = playback;
  const choose = useCallback(
    (index: number) => {
      setChosen(index);
      if (!isPlaying) requestAnimationFrame(toggle);
    },
    [isPlaying, toggle, setChosen],
  );
  const keep = useCallback(
    (one: FoundWay) =>
      send("keepFill", {
        content: fillOf(draft.store.getState().content, one.cells, { countStyle: preferences.countStyle }),
      }),
    [send, draft, preferences.countStyle],
  );
  const like = useCallback((one: FoundWay) => setMode({ kind: "like", cells: one.cells }), [setMode]);
  const surprise = () => {
    const seed = mode.kind === "drawn" ? (mode.seed + 1) >>> 0 : content.seed;
    draft.change({ seed });
    setMode({ kind: "drawn", seed });
  };
  const showBest = () => setMode({ kind: "best" });
  useEffect(() => {
    if (keptFill) say(`“${keptFill.name}” is on the Shelf.`);
  }, [keptFill, say]);
  useCommands(UNDO_COMMANDS, { history });
  useCommands(FIT_COMMANDS, {
    count: shown.length,
    chosen: at,
    choose,
    toggle: () => (way ? toggle() : choose(0)),
    keep: () => (way ? keep(way) : say(CHOOSE_WAY_FIRST)),
    like: () => (way ? like(way) : say(CHOOSE_WAY_FIRST)),
    surprise,
    showBest,
  });
  const [isAsking, setAsking] = useState(false);
  return (
    <main className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 grid gap-3 items-start content-start lg:grid-cols-[21rem_minmax(0,1fr)]">
      <h1 className="sr-only">Fit</h1>
      <div className="lg:col-span-2">
        <NamedHeader
          kind="search"
          id={row.id}
          name={name}
          saved={saved}
          saveMark={<SaveMark state={saving.state} />}
          history={history}
          onName={(name) => draft.change({ name }, "name")}
          onNew={() => go("create", { fill: null })}
          onOpen={(id) => void navigate(`/fit/${id}`)}
          onDelete={() => go("delete", { id: row.id })}
        />
        <p className="text-sm quiet mt-1">
          Fit finds the cells that fill a space exactly, and puts first what a drummer would choose.
        </p>
      </div>
      <div className="lg:col-span-2 empty:hidden">
        <SaveNotice saving={saving} onCopy={(mine) => go("keep", { content: mine })} />
      </div>
      {/* The question comes before the answers: in one line on a phone. */}
      <button
        type="button"
        className="lg:hidden panel px-3 py-2 text-left text-sm flex items-center gap-2"
        aria-expanded={isAsking}
        onClick={() => setAsking(!isAsking)}
      >
        <span className="flex-1">
          <strong>Looking for</strong>{" "}
          {describeSearch({
            meter: content.meter as Meter,
            rate: searchRateOf(content),
            window: content.window,
            cells: content.pool.length,
            rules: content.rules.length,
          })}
        </span>
        <span className="btn btn-xs">{isAsking ? "close" : "change"}</span>
      </button>
      <div className={`flex flex-col gap-2.5 ${isAsking ? "" : "max-lg:hidden"}`}>
        <Question draft={draft} entries={entries} strongHand={strong} say={say} />
        <Weights draft={draft} />
        <Bin rows={bin} onRestore={(id) => go("restore", { id })} />
      </div>
      <div className="min-w-0 flex flex-col gap-2.5">
        <Count search={search} content={content} />
        {search.state.status === "running" || search.state.ways.length > 0 || ways.length > 0 ? (
          <>
            <ResultsBar
              results={results}
              tempo={tempo}
              isPlaying={isPlaying}
              onPlay={() => (way ? toggle() : choose(0))}
              onBest={showBest}
              onRandom={surprise}
            />
            <InlineError words={playback.trouble} />
            {way ? (
              <ChosenWay
                content={content}
                way={way}
                onKeep={keep}
                onOpen={(one) =>
                  go("openFill", {
                    content: fillOf(content, one.cells, { countStyle: preferences.countStyle }),
                  })
                }
              />
            ) : null}
            <Results
              frame={frame}
              ways={shown}
              chosen={at}
              playing={isPlaying}
              onChoose={choose}
              onKeep={keep}
              onLike={like}
            />
            {ways.length === 0 ? (
              <div className="grid sm:grid-cols-2 xl:grid-cols-3 gap-2" aria-hidden>
                {Array.from({ length: 12 }, (_, index) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: nothing but places
                  <Shape key={index} className="panel h-36" />
                ))}
              </div>
            ) : shown.length === 0 ? (
              <p className="quiet py-6 text-center">No results match this filter.</p>
            ) : null}
          </>
        ) : null}
      </div>
    </main>
  );
}

interface QuestionProps {
  readonly draft: SearchDraft;
  readonly entries: readonly BookEntry[];
  readonly strongHand: Hand;
  readonly say: (words: string) => void;
}

/** What is searched for: space, pool and rules. How results are ranked doesn't change it. */
const Question = memo(function Question({ draft, entries, strongHand, say }: QuestionProps) {
  const content = useStore(
    draft.store,
    useShallow(({ content: { weights: _, ...asked } }) => asked),
  );
  return (
    <>
      <Frame draft={draft} content={content} between={hitsBetween(content)} />
      <Pool draft={draft} content={content} entries={entries} strongHand={strongHand} say={say} />
      <Rules draft={draft} content={content} strongHand={strongHand} />
    </>
  );
});
