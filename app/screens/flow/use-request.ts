/** What a flow's settings request: which rounds to draw, and how they sound. */

import { useMemo } from "react";
import type { FlowRecord, RoundRequest } from "~/core/flow";
import { surfacesOf } from "~/core/kit";
import { pickGroove } from "~/editor/fill/score";
import type { FlowContent } from "~/library/flow/content";
import { type IdeaSources, readIdea, toFlowSpec, toFlowWeights, toVariety } from "~/library/flow/ideas";
import type { GrooveChoice } from "~/library/groove/choices";
import { toSetting } from "~/library/phrase/setting";
import { divisionOf } from "~/library/preferences";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSame } from "~/views/use-same";
import type { RoundScene } from "./round-score";

interface RequestOptions {
  readonly content: FlowContent;
  readonly sources: IdeaSources;
  readonly grooves: readonly GrooveChoice[];
  readonly record: FlowRecord;
}

/** Each part stays the same object while its value stays equal. */
export function useRequest({ content, sources, grooves, record }: RequestOptions) {
  const player = usePlayer();
  const [preferences] = usePreferences();
  const { listening, countInBars, hands } = preferences;
  const between = divisionOf(preferences);
  const listed = useSame(content.ideas);
  const ideas = useMemo(() => listed.map((idea) => readIdea(idea, sources, player.kit)), [listed, sources, player]);
  const { name: _, seed, groove: grooveId, setting: settingContent, ahead, isHeld, ladder, ...drawn } = content;
  const drawnText = JSON.stringify(drawn);
  const weights = useMemo(() => toFlowWeights(content, record), [content, record]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is drawn from, and nothing else
  const request = useMemo(
    (): RoundRequest => ({
      spec: toFlowSpec(content, ideas, player),
      player: { kit: player.kit, limits: player.limits, hands: player.hands },
      variety: toVariety(content, sources.entries),
      surfaces: surfacesOf(player.kit, player.hands.leading).map(({ place }) => place),
      trades: content.form.kind === "trade",
    }),
    [drawnText, ideas, player, sources],
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: what sounds, and nothing else
  const scene = useMemo((): RoundScene => {
    const groove = pickGroove({ meter: content.meter, groove: grooveId }, { grooves, preferences });
    return {
      meter: request.spec.meter,
      bars: content.bars,
      form: content.form,
      ahead,
      meets: request.spec.rules.meet,
      player,
      groove,
      setting: toSetting(settingContent, { grooveBars: content.form.timeBars, countInBars }, groove.feel),
      playsAlong: listening.playsAlong,
      clicksBetween: between,
    };
  }, [
    request,
    grooveId,
    JSON.stringify(settingContent),
    ahead,
    grooves,
    hands,
    countInBars,
    listening.playsAlong,
    between,
  ]);
  return { ideas, weights, request, scene };
}
