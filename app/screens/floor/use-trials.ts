/** Trials on the Floor, seen and heard before they are in the line: found orchestrations, versions, and named ones. */

import { useEffect, useState } from "react";
import type { Kit } from "~/core/kit";
import { formatLine, placeStrokes } from "~/core/line";
import type { Line } from "~/core/phrase";
import type { Variant } from "~/core/player";
import { useWorked } from "~/editor/context";
import { useFill, useOpenFill } from "~/editor/fill/place";
import type { FillContent } from "~/library/fill/content";
import { heardIn, listOrchestrations, takeOrchestration } from "~/library/fill/orchestrations";
import { useSay } from "~/session/session";
import { FIX_LINE_FIRST } from "~/words/editing";
import type { FoundOrchestration } from "~/workers/orchestration";
import type { FloorTab } from "./desk";
import type { Trial } from "./plan";

export type Trials = ReturnType<typeof useTrials>;

/** `ways`: the orchestrations found. `editLine` returns whether the line could be changed. */
export function useTrials(
  tab: FloorTab,
  kit: Kit,
  ways: readonly FoundOrchestration[],
  editLine: (change: (line: Line) => Line) => boolean,
) {
  const { editor, playback, hear } = useOpenFill();
  const content = useFill();
  const { line } = useWorked();
  const say = useSay();
  const [made, setMade] = useState<{ readonly trial: Trial; readonly of: readonly unknown[] } | null>(null);
  // A trial ends when the fill, the kit or the tab changes.
  const now = [content, kit, tab];
  const trial = made?.of.every((part, index) => part === now[index]) ? made.trial : null;
  const setTrial = (next: Trial | null) => setMade(next && { trial: next, of: now });
  const tried = trial?.content ?? null;
  useEffect(() => {
    hear(tried);
    return () => hear(null);
  }, [hear, tried]);

  const play = () => {
    if (!playback.playing) requestAnimationFrame(playback.toggle);
  };
  const apply = (made: Line, words: string) => {
    if (editLine(() => made)) say(words);
  };
  const tryLine = (id: string, what: string, made: Line) => {
    const text = formatLine(made);
    const take = () => apply(made, `${what}: applied.`);
    setTrial({ id, what, content: { ...content, text, goodText: text }, take });
    play();
  };
  /** The index in the trial's id, if it is of that kind. */
  const numberOf = (kind: string) => (trial?.id.startsWith(`${kind} `) ? Number(trial.id.split(" ")[1]) : null);

  const placed = (way: FoundOrchestration) => placeStrokes(line, way.strokes);
  const found = {
    chosen: numberOf("orchestration"),
    choose: (index: number) => {
      const way = ways[index];
      if (way) tryLine(`orchestration ${index}`, `Orchestration ${index + 1}`, placed(way));
    },
    take: (way: FoundOrchestration) => apply(placed(way), "Orchestration applied. Each stroke is now set by hand."),
  };
  const versions = {
    choose: (variant: Variant, name: string) => tryLine(variant.kind, name, variant.line),
    take: (variant: Variant, name: string) => apply(variant.line, `${name}: applied.`),
  };

  const heard = numberOf("named");
  const named = {
    heard,
    /** Orchestrations need a valid line: fix its error first. */
    change: (change: (content: FillContent) => FillContent): boolean => {
      const now = editor.store.getState().content;
      const isSound = now.text === now.goodText;
      if (isSound) editor.replace(change(now));
      else say(FIX_LINE_FIRST);
      return isSound;
    },
    take: (number: number) => {
      const name = listOrchestrations(content)[number]?.name || "This orchestration";
      if (named.change((now) => takeOrchestration(now, number))) say(`${name} is in use.`);
    },
    hear: (number: number) => {
      if (playback.playing && (heard ?? 0) === number) return playback.toggle();
      if (number === 0) setTrial(null);
      else {
        const what = listOrchestrations(content)[number]?.name || "Unnamed";
        const take = () => named.take(number);
        setTrial({ id: `named ${number}`, what, content: heardIn(content, number), take });
      }
      play();
    },
  };
  return { trial, drop: () => setTrial(null), found, versions, named };
}
