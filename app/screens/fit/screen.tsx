import { Dices, Play, Square, Trash2 } from "lucide-react";
import { useCallback, useDeferredValue, useEffect, useMemo, useState } from "react";
import { useFetcher, useSubmit } from "react-router";
import { useStore } from "zustand";
import { useCommands, useHint } from "~/commands/commands";
import { KeysButton } from "~/commands/keys-button";
import type { Meter } from "~/core/time";
import { UNDO_COMMANDS } from "~/editor/commands";
import { makeScore, pulseOfFill } from "~/editor/fill/score";
import { useUndo } from "~/editor/undo";
import { UndoButtons } from "~/editor/undo-buttons";
import type { BookEntry } from "~/library/cell/entries";
import type { SearchRow } from "~/library/database";
import type { GrooveChoice } from "~/library/groove/choices";
import type { Opened } from "~/library/open-row";
import { MAX_NAME } from "~/library/phrase/phrase";
import { hitsBetween, type SearchContent, searchRateOf, toSpec, toWeights } from "~/library/search/content";
import { useSaving } from "~/library/use-saving";
import { usePlayback } from "~/session/playback";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { Bin } from "~/ui/bin";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { Shape } from "~/ui/shape";
import { saySearch } from "~/words/search";
import type { FoundWay, SearchRequest } from "~/workers/search";
import { fillOf, HEARD_IN, openSearchBench } from "./bench";
import { ChosenWay } from "./chosen-way";
import { FIT_COMMANDS } from "./commands";
import { Count } from "./count";
import { Frame } from "./frame";
import { Pool } from "./pool";
import { filterByTop, filterWays, listTops, Results, SORTS, type Sort, sortWays } from "./results";
import { Rules } from "./rules";
import { useSearch } from "./use-search";
import { Weights } from "./weights";

export interface FitScreenProps extends Opened<SearchContent> {
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

const CHOOSE_WAY_FIRST = "Choose a result first: press it, or use the arrow keys.";
const BEST = 48;
const DRAWS = 12;

/** How much being alike counts beside everything else. */
const LIKENESS = 100;

export function FitScreen(props: FitScreenProps) {
  const { row, unsaved, bin, saved, entries, grooves } = props;
  const hint = useHint();
  const [bench] = useState(() => openSearchBench(unsaved?.content ?? row.content));
  const content = useStore(bench.store, (state) => state.content);
  const history = useUndo(bench.undo);
  const [preferences] = usePreferences();
  const player = usePlayer();
  const strong = player.hands.leading;
  const submit = useSubmit();
  const kept = useFetcher<{ id: string; name: string }>();
  const say = useSay();
  const [mode, setMode] = useState<Mode>({ kind: "best" });
  const [sort, setSort] = useState<Sort>("score");
  const [leastTop, setLeastTop] = useState<number | null>(null);
  const [words, setWords] = useState("");
  const [chosen, setChosen] = useState<number | null>(null);

  const saving = useSaving(props, bench, say);

  const { name: _, ...asked } = content;
  const stage = useMemo(() => ({ grooves, player, preferences }), [grooves, player, preferences]);
  // The groove that its ways are heard in says where the backbeat is.
  const pulse = useMemo(
    () => pulseOfFill({ meter: content.meter, groove: HEARD_IN, grooveBars: 1 }, stage),
    [content.meter, stage],
  );
  const askedText = JSON.stringify(asked);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a name is nothing to search for
  const request = useMemo(
    (): SearchRequest => ({
      spec: { ...toSpec(content), pulse },
      player: { kit: player.kit, limits: player.limits, hands: player.hands },
      weights: toWeights(content, mode.kind === "like" ? LIKENESS : 0),
      most: mode.kind === "drawn" ? DRAWS : BEST,
      seed: mode.kind === "drawn" ? mode.seed : null,
      like: mode.kind === "like" ? mode.cells : null,
    }),
    [askedText, mode, player, pulse],
  );
  const search = useSearch(request);
  // What is found is drawn when there is time: the rules come first.
  const ways = useDeferredValue(search.state.ways);
  const { meter, rate, tempo, window: asWindow } = content;
  const frameText = JSON.stringify([meter, rate, tempo, asWindow]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same frame for the same values, so that results stay as they are
  const frame = useMemo(() => ({ meter, rate, tempo, window: asWindow }), [frameText]);
  const shown = useMemo(
    () => sortWays(filterByTop(filterWays(ways, words), leastTop), mode.kind === "best" ? sort : "score"),
    [ways, words, leastTop, sort, mode],
  );
  const at = chosen === null || shown.length === 0 ? null : Math.min(chosen, shown.length - 1);
  const way = at === null ? null : (shown[at] ?? null);

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
  const act = (asked: object) => void submit(JSON.stringify(asked), { method: "post", encType: "application/json" });
  return (
    <main className="flex-1 w-full max-w-[1720px] mx-auto px-3 sm:px-5 py-3 grid gap-3 items-start content-start lg:grid-cols-[21rem_minmax(0,1fr)]">
      <h1 className="sr-only">Fit</h1>
      <div className="lg:col-span-2 flex flex-wrap items-center gap-2">
        <input
          aria-label="Name of the search"
          data-edits
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
        <KeysButton />
      </div>
      <div className="lg:col-span-2 empty:hidden">
        <SaveNotice saving={saving} onCopy={(mine) => act({ intent: "copy", content: mine })} />
      </div>
      {/* The question stands before the answers: in one line on a phone. */}
      <button
        type="button"
        className="lg:hidden panel px-3 py-2 text-left text-sm flex items-center gap-2"
        aria-expanded={isAsking}
        onClick={() => setAsking(!isAsking)}
      >
        <span className="flex-1">
          <strong>Looking for</strong>{" "}
          {saySearch({
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
        <Frame bench={bench} content={content} between={hitsBetween(content)} />
        <Pool bench={bench} content={content} entries={entries} strongHand={strong} say={say} />
        <Rules bench={bench} content={content} strongHand={strong} />
        <Weights bench={bench} content={content} />
        <Bin rows={bin} onRestore={(id) => act({ intent: "restore", id })} />
      </div>
      <div className="min-w-0 flex flex-col gap-2.5">
        <Count search={search} content={content} />
        {search.state.status === "running" || search.state.ways.length > 0 || ways.length > 0 ? (
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
                  Best
                </button>
                <button
                  type="button"
                  aria-pressed={mode.kind === "drawn"}
                  className={`btn btn-sm join-item ${mode.kind === "drawn" ? "bg-base-300" : "font-normal"}`}
                  title={hint(FIT_COMMANDS, "random")}
                  onClick={surprise}
                >
                  <Dices size={15} aria-hidden /> Random
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
              <select
                aria-label="Top tempo at least"
                className="select select-sm w-36"
                value={leastTop ?? ""}
                onChange={({ target }) => setLeastTop(target.value === "" ? null : Number(target.value))}
              >
                <option value="">any top tempo</option>
                {[...new Set([...listTops(tempo), ...(leastTop === null ? [] : [leastTop])])].map((top) => (
                  <option key={top} value={top}>
                    {top} and up
                  </option>
                ))}
              </select>
              <input
                type="search"
                aria-label="Filter the results"
                placeholder="5-5-6 or RLK"
                className="input input-sm w-36 font-line"
                value={words}
                onChange={(event) => setWords(event.target.value)}
              />
              <p className="text-sm quiet flex-1 min-w-52" role="status">
                {ways.length > 0 ? told(mode, shown.length, ways.length) : "looking…"}
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

/** As much of a name as a list in one line bears. */
function short(name: string): string {
  return name.length > 24 ? `${name.slice(0, 23)}…` : name;
}

function told(mode: Mode, shown: number, all: number): string {
  const many = shown === all ? `${all}` : `${shown} of ${all}`;
  if (mode.kind === "drawn") return `${many} random results (seed ${mode.seed})`;
  return mode.kind === "like" ? `the ${many} most like ${mode.cells.join(" ")}` : `the best ${many}`;
}
