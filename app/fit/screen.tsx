import { Dices, Play, Square, Trash2 } from "lucide-react";
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher, useSubmit } from "react-router";
import { useStore } from "zustand";
import type { BookEntry } from "~/cells/book";
import type { BookDatabase, SearchRow } from "~/data/database";
import type { GrooveChoice } from "~/data/grooves";
import { searchDrafts } from "~/data/search-drafts";
import { MAX_NAME } from "~/formats/phrase";
import { hitsBetween, type SearchContent, toSpec, toWeights } from "~/formats/search";
import { makeScore } from "~/stack/playback";
import { Bin } from "~/ui/bin";
import { KeyList, KeysButton } from "~/ui/key-list";
import { Notice, useNotice } from "~/ui/notice";
import { usePlayback, useSound } from "~/ui/playback";
import { keepsTime, strongHandOf, usePreferences } from "~/ui/preferences";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { UndoButtons } from "~/ui/undo-buttons";
import { useUndo } from "~/ui/undo-store";
import { type UnsavedDraft, useSaving } from "~/ui/use-saving";
import type { FoundWay, SearchRequest } from "~/workers/search";
import { fillOf, openSearchBench } from "./bench";
import { ChosenWay } from "./chosen-way";
import { Count } from "./count";
import { Frame } from "./frame";
import { FIT_KEY_GROUPS, useFitKeys } from "./keys";
import { Pool } from "./pool";
import { filterWays, Results, SORTS, type Sort, sortWays } from "./results";
import { Rules } from "./rules";
import { useSearch } from "./use-search";
import { Weights } from "./weights";

export interface FitScreenProps {
  readonly row: SearchRow;
  readonly draft: UnsavedDraft<SearchContent> | null;
  readonly bin: readonly SearchRow[];
  readonly saved: readonly { readonly id: string; readonly name: string }[];
  readonly entries: readonly BookEntry[];
  readonly grooves: readonly GrooveChoice[];
}

/** What is shown of the ways: the best, fair draws, or those that are like one. */
type Mode =
  | { readonly kind: "best" }
  | { readonly kind: "drawn"; readonly seed: number }
  | { readonly kind: "like"; readonly cells: readonly string[] };

const BEST = 48;
const DRAWS = 12;

/** How much being alike counts beside everything else. */
const LIKENESS = 100;

export function FitScreen({ row, draft, bin, saved, entries, grooves }: FitScreenProps) {
  const [bench] = useState(() => openSearchBench(draft?.content ?? row.content));
  const content = useStore(bench.store, (state) => state.content);
  const history = useUndo(bench);
  const [preferences] = usePreferences();
  const strong = strongHandOf(preferences.hands);
  const submit = useSubmit();
  const kept = useFetcher<{ id: string; name: string }>();
  const [notice, say] = useNotice();
  const keyList = useRef<HTMLDialogElement>(null);
  const [mode, setMode] = useState<Mode>({ kind: "best" });
  const [sort, setSort] = useState<Sort>("score");
  const [words, setWords] = useState("");
  const [chosen, setChosen] = useState<number | null>(null);
  useSound(preferences);

  const [where] = useState(() => ({
    store: bench.store,
    replace: bench.replace,
    table: (book: BookDatabase) => book.searches,
    drafts: searchDrafts,
    what: "search",
  }));
  const saving = useSaving(where, row, draft, say);

  const { name: _, ...asked } = content;
  const askedText = JSON.stringify(asked);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a name is nothing to search for
  const request = useMemo(
    (): SearchRequest => ({
      spec: toSpec(content),
      weights: toWeights(content, mode.kind === "like" ? LIKENESS : 0),
      most: mode.kind === "drawn" ? DRAWS : BEST,
      seed: mode.kind === "drawn" ? mode.seed : null,
      like: mode.kind === "like" ? mode.cells : null,
    }),
    [askedText, mode],
  );
  const search = useSearch(request);
  // What is found is drawn when there is time: the rules come first.
  const ways = useDeferredValue(search.state.ways);
  const { meter, rate, tempo, window: asWindow } = content;
  const frameText = JSON.stringify([meter, rate, tempo, asWindow]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same frame for the same values, so that results stay as they are
  const frame = useMemo(() => ({ meter, rate, tempo, window: asWindow }), [frameText]);
  const shown = useMemo(
    () => sortWays(filterWays(ways, words), mode.kind === "best" ? sort : "score"),
    [ways, words, sort, mode],
  );
  const at = chosen === null || shown.length === 0 ? null : Math.min(chosen, shown.length - 1);
  const way = at === null ? null : (shown[at] ?? null);

  const playback = usePlayback({
    id: "fit",
    makeScore: useCallback(() => {
      if (!way) throw new Error("no way is chosen");
      return makeScore(fillOf(content, way.cells), grooves, preferences);
    }, [way, content, grooves, preferences]),
  });
  const isPlaying = playback.playing;
  const { toggle } = playback;
  const choose = useCallback(
    (index: number) => {
      setChosen(index);
      if (!isPlaying) requestAnimationFrame(toggle);
    },
    [isPlaying, toggle],
  );
  const keep = useCallback(
    (one: FoundWay) =>
      void kept.submit(
        JSON.stringify({
          intent: "keep",
          content: fillOf(bench.store.getState().content, one.cells, { countStyle: preferences.countStyle }),
        }),
        { method: "post", encType: "application/json" },
      ),
    [kept.submit, bench, preferences.countStyle],
  );
  const like = useCallback((one: FoundWay) => {
    setMode({ kind: "like", cells: one.cells });
    setChosen(null);
  }, []);
  const surprise = () => {
    const seed = mode.kind === "drawn" ? (mode.seed + 1) >>> 0 : content.seed;
    bench.change({ seed });
    setMode({ kind: "drawn", seed });
    setChosen(null);
  };
  const showBest = () => {
    setMode({ kind: "best" });
    setChosen(null);
  };
  useEffect(() => {
    if (kept.data) say(`“${kept.data.name}” is on the Shelf.`);
  }, [kept.data, say]);
  useFitKeys({
    history,
    keyList,
    count: shown.length,
    chosen: at,
    choose,
    toggle: () => (way || shown.length === 0 ? way && toggle() : choose(0)),
    keep: () => (way ? keep(way) : say("Choose a way first: arrow keys, or press it.")),
    like: () => (way ? like(way) : say("Choose a way first: arrow keys, or press it.")),
    surprise,
    showBest,
  });
  const act = (asked: object) => void submit(JSON.stringify(asked), { method: "post", encType: "application/json" });
  return (
    <main className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 grid gap-3 items-start lg:grid-cols-[21rem_minmax(0,1fr)]">
      <h1 className="sr-only">Fit</h1>
      <div className="lg:col-span-2 flex flex-wrap items-center gap-2">
        <input
          aria-label="Name of the search"
          className="input input-ghost font-display font-semibold text-2xl h-11 px-1 min-w-40 flex-1"
          placeholder="Name this search"
          maxLength={MAX_NAME}
          value={content.name}
          onChange={(event) => bench.change({ name: event.target.value }, "name")}
        />
        <SaveMark state={saving.state} />
        <label className="text-sm flex items-center gap-1.5">
          <span className="sr-only">Saved searches</span>
          <select
            className="select select-sm w-52 truncate"
            value={row.id}
            onChange={(event) => act({ intent: "open", id: event.target.value })}
          >
            {saved.map(({ id, name }) => (
              <option key={id} value={id}>
                {short((id === row.id ? content.name : name) || "Untitled search")}
              </option>
            ))}
          </select>
        </label>
        <button type="button" className="btn btn-sm" onClick={() => act({ intent: "new" })}>
          New search
        </button>
        <button
          type="button"
          className="btn btn-sm btn-ghost btn-square"
          aria-label="Delete this search"
          title="Delete this search"
          onClick={() => act({ intent: "delete", id: row.id })}
        >
          <Trash2 size={15} aria-hidden />
        </button>
        <UndoButtons history={history} />
        <KeysButton dialog={keyList} />
      </div>
      <div className="lg:col-span-2 empty:hidden">
        <SaveNotice
          state={saving.state}
          what="search"
          onTakeTheirs={saving.takeTheirs}
          onKeepMine={saving.keepMine}
          onCopyMine={() => act({ intent: "copy", content: bench.store.getState().content })}
        />
      </div>
      <div className="flex flex-col gap-2.5 lg:order-none order-last">
        <Frame bench={bench} content={content} between={hitsBetween(content)} />
        <Pool bench={bench} content={content} entries={entries} strongHand={strong} say={say} />
        <Rules bench={bench} content={content} strongHand={strong} />
        <Weights bench={bench} content={content} />
        <Bin rows={bin} onRestore={(id) => act({ intent: "restore", id })} />
      </div>
      <div className="min-w-0 flex flex-col gap-2.5">
        <Count search={search} content={content} />
        {shown.length > 0 || ways.length > 0 ? (
          <>
            <div className="flex flex-wrap items-center gap-2">
              <button
                type="button"
                className="btn btn-primary"
                disabled={!way && shown.length === 0}
                aria-keyshortcuts="Space"
                title="Space"
                onClick={() => (way ? toggle() : choose(0))}
              >
                {isPlaying ? (
                  <Square size={16} aria-hidden fill="currentColor" />
                ) : (
                  <Play size={16} aria-hidden fill="currentColor" />
                )}
                {isPlaying ? "Stop" : "Play"}
              </button>
              <div className="join">
                <button
                  type="button"
                  aria-pressed={mode.kind === "best"}
                  className={`btn btn-sm join-item ${mode.kind === "best" ? "bg-base-300" : "font-normal"}`}
                  onClick={showBest}
                >
                  The best
                </button>
                <button
                  type="button"
                  aria-pressed={mode.kind === "drawn"}
                  className={`btn btn-sm join-item ${mode.kind === "drawn" ? "bg-base-300" : "font-normal"}`}
                  title="Fair draws: each way as likely as any other (s)"
                  onClick={surprise}
                >
                  <Dices size={15} aria-hidden /> Surprise me
                </button>
              </div>
              {mode.kind === "best" ? (
                <select
                  aria-label="Sorted by"
                  className="select select-sm w-48"
                  value={sort}
                  onChange={(event) => setSort(event.target.value as Sort)}
                >
                  {SORTS.map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </select>
              ) : null}
              <input
                type="search"
                aria-label="Filter the ways found"
                placeholder="5-5-6 or RLK"
                className="input input-sm w-36 font-line"
                value={words}
                onChange={(event) => setWords(event.target.value)}
              />
              <p className="text-sm quiet flex-1 min-w-52" role="status">
                {told(mode, shown.length, ways.length)}
              </p>
            </div>
            {playback.trouble ? (
              <p role="alert" className="text-sm text-error">
                {playback.trouble}
              </p>
            ) : null}
            {way ? (
              <ChosenWay
                content={content}
                way={way}
                timekeeper={keepsTime(preferences.hands)}
                onKeep={keep}
                onOpen={(one) =>
                  act({
                    intent: "open-fill",
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
              strongHand={strong}
              onChoose={choose}
              onKeep={keep}
              onLike={like}
            />
            {shown.length === 0 ? (
              <p className="quiet py-6 text-center">None of these is so. Clear the filter.</p>
            ) : null}
          </>
        ) : null}
      </div>
      <KeyList dialog={keyList} groups={FIT_KEY_GROUPS} />
      <Notice words={notice} />
    </main>
  );
}

/** As much of a name as a list in one line bears. */
function short(name: string): string {
  return name.length > 24 ? `${name.slice(0, 23)}…` : name;
}

function told(mode: Mode, shown: number, all: number): string {
  const many = shown === all ? `${all}` : `${shown} of ${all}`;
  if (mode.kind === "drawn") return `${many} drawn fairly, with seed ${mode.seed}`;
  return mode.kind === "like" ? `the ${many} most like ${mode.cells.join(" ")}` : `the best ${many}`;
}
