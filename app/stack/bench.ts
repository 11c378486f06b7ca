/** What lies on the bench: the fill being edited, with undo, and everything that is worked out from it. */

import {
  barTicks,
  type Cycle,
  checkFigure,
  describeLanding,
  type FigureHit,
  type Fit,
  formatLine,
  type Landing,
  type Line,
  layOut,
  type Meter,
  measureCycle,
  measureFit,
  mirrorLine,
  mirrorVoicing,
  openingRate,
  type Phrase,
  type Reading,
  readStickLine,
  type Timeline,
  ticks,
} from "~/core";
import { toFigure } from "~/formats/figure";
import type { FillContent } from "~/formats/fill";
import { MAX_WINDOW_BARS, type PhraseContent, soundLine, toPhrase } from "~/formats/phrase";
import { rigNow } from "~/ui/rig";
import { makeUndoStore, type UndoStore } from "~/ui/undo-store";

export interface BenchHandle<Content extends PhraseContent = FillContent> {
  readonly store: UndoStore<Content>["store"];
  /** The line as typed. What cannot be read is kept as text while the last readable line stays in force. */
  setText: (text: string) => void;
  /** Changes the line in force; false when the text is being mended and must not be overwritten. */
  editLine: (change: (line: Line) => Line) => boolean;
  /** Leads with the other hand; what the voicing says of one hand it says of the other then. False as above. */
  mirror: () => boolean;
  setContent: (change: Partial<Content>, kind: string) => void;
  setMeter: (meter: Meter) => void;
  /** Another version altogether, as one step of undo. */
  replace: (content: Content) => void;
}

/** Any phrase may lie on the bench: a fill, or a groove. */
export function openBench<Content extends PhraseContent = FillContent>(initial: Content): BenchHandle<Content> {
  const { store, put: putAny } = makeUndoStore(initial);
  const put = (kind: string | null, change: Partial<PhraseContent>) => putAny(kind, change as Partial<Content>);
  return {
    store,
    setText: (text) => put("text", readStickLine(text).line ? { text, goodText: text } : { text }),
    editLine: (change) => {
      const { content } = store.getState();
      if (content.text !== content.goodText) return false;
      const line = soundLine(content);
      const next = change(line);
      if (next === line) return true;
      const text = formatLine(next);
      // A change that the grammar would not read again is a bug; the line stays rather than break.
      if (readStickLine(text).line) put(null, { text, goodText: text });
      return true;
    },
    mirror: () => {
      const { content } = store.getState();
      if (content.text !== content.goodText) return false;
      const text = formatLine(mirrorLine(soundLine(content)));
      const voicing = content.voicing ? { voicing: [...mirrorVoicing(content.voicing)] } : {};
      put(null, { text, goodText: text, ...voicing });
      return true;
    },
    setContent: (change, kind) => put(kind, change),
    setMeter: (meter) => put("meter", { meter, window: carryWindow(store.getState().content, meter) }),
    replace: (content) => put(null, content),
  };
}

/** The window in another meter: as many bars where it was whole bars, else as it was, within what may be. */
function carryWindow({ meter, window }: PhraseContent, next: Meter): PhraseContent["window"] {
  const bar = barTicks(meter as Meter);
  const nextBar = barTicks(next);
  if (window.start % bar === 0 && window.length % bar === 0) {
    return { start: ticks((window.start / bar) * nextBar), length: ticks((window.length / bar) * nextBar) };
  }
  const most = MAX_WINDOW_BARS * nextBar;
  const start = ticks(Math.min(window.start, most - nextBar));
  return { start, length: ticks(Math.min(window.length, most - start)) };
}

/** All that follows from a fill's content. */
export interface Worked {
  readonly reading: Reading;
  readonly line: Line;
  readonly phrase: Phrase;
  readonly timeline: Timeline;
  readonly fit: Fit;
  readonly landing: Landing | null;
  /** When the phrase comes round against its bar; null when it is empty. */
  readonly cycle: Cycle | null;
  /** The band's hits and what the phrase does there; empty without a figure. */
  readonly hits: readonly FigureHit[];
}

/** A band's figure goes with fills. */
type Workable = PhraseContent & Pick<FillContent, "figure">;

const known = new WeakMap<Workable, { readonly layout: string; readonly worked: Worked }>();

/** Worked out once for each content on the player's kit, whoever asks. */
export function workOut(content: Workable): Worked {
  const { kit, layout } = rigNow();
  const found = known.get(content);
  if (found?.layout === layout) return found.worked;
  const reading = readStickLine(content.text);
  const line = reading.line ?? soundLine(content);
  const phrase = toPhrase(content, line);
  const timeline = layOut(phrase, kit);
  const fit = measureFit(timeline, openingRate(line));
  const worked = {
    reading,
    line,
    phrase,
    timeline,
    fit,
    landing: describeLanding(timeline),
    hits: content.figure ? checkFigure(timeline, toFigure(content.figure)) : [],
    cycle: fit.used > 0 ? measureCycle(fit.used, phrase.meter) : null,
  };
  known.set(content, { layout, worked });
  return worked;
}
