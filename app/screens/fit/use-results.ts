/** The visible results of a search: which ways are requested, their order, filters, and the chosen one. */

import { useCallback, useDeferredValue, useMemo, useState } from "react";
import { type PlayContext, pulseOfFill } from "~/editor/fill/score";
import { type SearchContent, toSpec, toWeights } from "~/library/search/content";
import { useSame } from "~/views/use-same";
import type { SearchRequest } from "~/workers/search";
import { HEARD_IN } from "./draft";
import { filterByTop, filterWays, type Sort, sortWays } from "./results";
import { useSearch } from "./use-search";

/** What is shown: the best ways, random draws, or ways similar to one. */
export type Mode =
  | { readonly kind: "best" }
  | { readonly kind: "drawn"; readonly seed: number }
  | { readonly kind: "like"; readonly cells: readonly string[] };

const BEST = 48;
const DRAWS = 12;
/** The weight of similarity relative to everything else. */
const LIKENESS = 100;

export type ShownResults = ReturnType<typeof useResults>;

export function useResults(content: SearchContent, stage: PlayContext) {
  const [mode, changeMode] = useState<Mode>({ kind: "best" });
  const [sort, setSort] = useState<Sort>("score");
  const [leastTop, setLeastTop] = useState<number | null>(null);
  const [words, setWords] = useState("");
  const [chosen, setChosen] = useState<number | null>(null);
  const { player } = stage;
  // A name doesn't affect the search.
  const asked = useSame({ ...content, name: "" });
  // The groove for playback determines the backbeat.
  const pulse = useMemo(
    () => pulseOfFill({ meter: content.meter, groove: HEARD_IN, grooveBars: 1 }, stage),
    [content.meter, stage],
  );
  const request = useMemo(
    (): SearchRequest => ({
      spec: { ...toSpec(asked), pulse },
      player: { kit: player.kit, limits: player.limits, hands: player.hands },
      weights: toWeights(asked, mode.kind === "like" ? LIKENESS : 0),
      most: mode.kind === "drawn" ? DRAWS : BEST,
      seed: mode.kind === "drawn" ? mode.seed : null,
      like: mode.kind === "like" ? mode.cells : null,
    }),
    [asked, mode, player, pulse],
  );
  const search = useSearch(request);
  // Results are drawn when there is time: the rules come first.
  const ways = useDeferredValue(search.state.ways);
  const shown = useMemo(
    () => sortWays(filterByTop(filterWays(ways, words), leastTop), mode.kind === "best" ? sort : "score"),
    [ways, words, leastTop, sort, mode],
  );
  const at = chosen === null || shown.length === 0 ? null : Math.min(chosen, shown.length - 1);
  const setMode = useCallback((next: Mode) => {
    changeMode(next);
    setChosen(null);
  }, []);
  return {
    search,
    ways,
    shown,
    mode,
    setMode,
    sort,
    setSort,
    leastTop,
    setLeastTop,
    words,
    setWords,
    at,
    way: at === null ? null : (shown[at] ?? null),
    setChosen,
  };
}
