/** The open phrase with undo, and everything derived from it. Generic over what the phrase belongs to. */

import type { StoreApi } from "zustand/vanilla";
import { type Fit, findLanding, type Landing, measureFit } from "~/core/fit";
import { formatLine, type Reading, readStickLine } from "~/core/line";
import { mirrorOrchestration } from "~/core/orchestration";
import { type Line, mirrorLine, openingRate, type Phrase } from "~/core/phrase";
import type { Player } from "~/core/player";
import type { Pulse } from "~/core/pulse";
import { checkFigure, type FigureHit } from "~/core/search";
import { barTicks, type Cycle, type Meter, measureCycle, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import { type FigureContent, toFigure } from "~/library/phrase/figure";
import { canonicalLine, lastValidLine, MAX_WINDOW_BARS, type PhraseContent, toPhrase } from "~/library/phrase/phrase";
import { makeUndoStore, type Undo, type UndoStore } from "./undo";

/** The player and pulse a phrase is analysed for. */
export interface AnalysisContext {
  readonly player: Player;
  readonly pulse: Pulse;
}

/** A phrase may come with a band's hits. */
export type Workable = PhraseContent & { readonly figure?: FigureContent | undefined };

/** What every open phrase can do, whatever it belongs to. */
export interface PhraseEditor {
  readonly store: Pick<StoreApi<{ readonly content: Workable }>, "getState" | "getInitialState" | "subscribe">;
  /** Everything derived from the current content, for the current player. */
  readonly worked: () => Analysis;
  /** The same for another content. */
  readonly workOut: (content: Workable) => Analysis;
  /** The line as typed. Unreadable text is kept while the last valid line stays in force. */
  readonly setText: (text: string) => void;
  /** Rewrites the line in canonical form, once you have typed it; unreadable text stays as it is. */
  readonly tidyText: () => void;
  /** Changes the line in force; false while the text has an error and must not be overwritten. */
  readonly editLine: (change: (line: Line) => Line) => boolean;
  /** Leads with the other hand, and swaps the hands in the orchestration. False as above. */
  readonly mirror: () => boolean;
  readonly setPhrase: (change: Partial<PhraseContent>, kind: string) => void;
  readonly setMeter: (meter: Meter) => void;
  readonly undo: Undo;
}

export interface Editor<Content extends Workable> extends Omit<PhraseEditor, "store"> {
  readonly store: UndoStore<Content>["store"];
  readonly setContent: (change: Partial<Content>, kind: string) => void;
  /** A completely different version, as one undo step. */
  readonly replace: (content: Content) => void;
}

/** `setupFor` returns the player and pulse for a content at this moment. */
export function openEditor<Content extends Workable>(
  initial: Content,
  setupFor: (content: Workable) => AnalysisContext,
): Editor<Content> {
  const { store, put, history } = makeUndoStore(initial);
  const now = () => store.getState().content;
  const putPhrase = (kind: string | null, change: Partial<PhraseContent>) =>
    put(kind, (content) => ({ ...content, ...change }));
  const workOutNow = (content: Workable) => analyse(content, setupFor(content));
  return {
    store,
    undo: history,
    worked: () => workOutNow(now()),
    workOut: workOutNow,
    setText: (text) => putPhrase("text", readStickLine(text).line ? { text, goodText: text } : { text }),
    tidyText: () => {
      const text = canonicalLine(now());
      if (text !== now().text) putPhrase("text", { text, goodText: text });
    },
    editLine: (change) => {
      if (now().text !== now().goodText) return false;
      const line = lastValidLine(now());
      const next = change(line);
      if (next === line) return true;
      const text = formatLine(next);
      // A result that the grammar can't read is a bug; the line stays rather than break.
      if (readStickLine(text).line) putPhrase(null, { text, goodText: text });
      return true;
    },
    mirror: () => {
      const { text: typed, goodText, voicing } = now();
      if (typed !== goodText) return false;
      const text = formatLine(mirrorLine(lastValidLine(now())));
      putPhrase(null, { text, goodText: text, ...(voicing ? { voicing: [...mirrorOrchestration(voicing)] } : {}) });
      return true;
    },
    setPhrase: (change, kind) => putPhrase(kind, change),
    setContent: (change, kind) => put(kind, (content) => ({ ...content, ...change })),
    setMeter: (meter) => putPhrase("meter", { meter, window: carryWindow(now(), meter) }),
    replace: (content) => put(null, () => content),
  };
}

/**
 * The space to fill in another meter: the same number of bars if it was whole bars, otherwise unchanged, within limits.
 */
function carryWindow({ meter, window }: PhraseContent, next: Meter): PhraseContent["window"] {
  const bar = barTicks(meter);
  const nextBar = barTicks(next);
  if (window.start % bar === 0 && window.length % bar === 0) {
    return { start: ticks((window.start / bar) * nextBar), length: ticks((window.length / bar) * nextBar) };
  }
  const most = MAX_WINDOW_BARS * nextBar;
  const start = ticks(Math.min(window.start, most - nextBar));
  return { start, length: ticks(Math.min(window.length, most - start)) };
}

/** Everything derived from a phrase's content. */
export interface Analysis {
  readonly reading: Reading;
  readonly line: Line;
  readonly phrase: Phrase;
  readonly timeline: Timeline;
  readonly fit: Fit;
  readonly landing: Landing | null;
  /** When the phrase lines up with its bar again; null if it is empty. */
  readonly cycle: Cycle | null;
  /** The band's hits and what the phrase does there; empty without a figure. */
  readonly hits: readonly FigureHit[];
}

const known = new WeakMap<Workable, AnalysisContext & { readonly worked: Analysis }>();

/** Computed once per content, player and pulse. */
export function analyse(content: Workable, { player, pulse }: AnalysisContext): Analysis {
  const found = known.get(content);
  if (found?.player === player && found.pulse === pulse) return found.worked;
  const reading = readStickLine(content.text);
  const line = reading.line ?? lastValidLine(content);
  const phrase = { ...toPhrase(content, line), pulse };
  const timeline = layOut(phrase, player.kit);
  const fit = measureFit(timeline, openingRate(line));
  const worked = {
    reading,
    line,
    phrase,
    timeline,
    fit,
    landing: findLanding(timeline, player),
    hits: content.figure ? checkFigure(timeline, toFigure(content.figure)) : [],
    cycle: fit.used > 0 ? measureCycle(fit.used, phrase.meter) : null,
  };
  known.set(content, { player, pulse, worked });
  return worked;
}
