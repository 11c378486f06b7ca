/** The Floor: gauge, plan and rail, and beside them layers, more orchestrations, versions, kit and hands. */

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { useCommands } from "~/commands/commands";
import { checkKit, isPlayable } from "~/core/kit";
import { placeStrokes } from "~/core/line";
import type { Line } from "~/core/phrase";
import { canPlay, type KitVoice } from "~/core/stroke";
import { useChoice, useChooser } from "~/editor/choice";
import { useWorked } from "~/editor/context";
import { Crossings } from "~/editor/crossings";
import EditNews from "~/editor/edit-news";
import { type Follower, useFill, useFollow, useOpenFill } from "~/editor/fill/place";
import { useLitCeiling } from "~/editor/fill/use-ceiling";
import { addressOf } from "~/library/fill/address";
import type { KitContent } from "~/library/kit/content";
import { useHear } from "~/session/hear";
import { type ChosenKit, isMeasured, usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { Tabs } from "~/ui/tabs";
import type { Follow } from "~/views/floor-view";
import { RailView } from "~/views/rail-view";
import { SECTION_SLOTS, takeSection } from "~/views/section";
import { FIX_LINE_FIRST } from "~/words/editing";
import { LEVEL_OF_PLAYER } from "~/words/kit";
import { FLOOR_COMMANDS } from "./commands";
import { FoundPanel } from "./found";
import { Gauge } from "./gauge";
import type { KitDraft } from "./kit-draft";
import { KitTab } from "./kit-tab";
import { OrchestrationTab } from "./orchestration-tab";
import { Pace } from "./pace";
import { Plan } from "./plan";
import { limbsOf, nextStroke } from "./strokes";
import { useOrchestrationAsk } from "./use-ask";
import { useOtherPlace } from "./use-other-place";
import { usePutStroke } from "./use-put-stroke";
import { useTrials } from "./use-trials";
import { Versions } from "./versions";
import { KitWarnings, MissingDrums } from "./warnings";

const TABS = [
  { id: "voicing", name: "Orchestration" },
  { id: "orchestrations", name: "Find more" },
  { id: "versions", name: "Versions" },
  { id: "hands", name: "Hands" },
  { id: "kit", name: "Kit" },
] as const;
export type FloorTab = (typeof TABS)[number]["id"];

/** An own kit that can be changed. */
export interface DeskKit {
  readonly draft: KitDraft;
  readonly content: KitContent;
}

interface FloorDeskProps {
  readonly tab: FloorTab;
  readonly onTab: (tab: FloorTab) => void;
  readonly chosen: ChosenKit;
  /** Null on a shipped kit. */
  readonly deskKit: DeskKit | null;
  readonly notices: React.ReactNode;
}

export function FloorDesk({ tab, onTab, chosen, deskKit, notices }: FloorDeskProps) {
  const { row, editor, playback, setUndo } = useOpenFill();
  const player = usePlayer();
  const { kit } = player;
  const say = useSay();
  const chooser = useChooser();
  const content = useFill();
  const worked = useWorked();
  const [preferences, changePreferences] = usePreferences();
  const follow = useRef<Follow | null>(null);
  const strongHand = player.hands.leading;
  const [surface, setSurface] = useState<KitVoice | null>(null);
  const { ask, setAsk, orchestrations } = useOrchestrationAsk(tab === "orchestrations", worked, player);
  const { ways } = orchestrations.gathered;
  const editLine = useCallback(
    (change: (line: Line) => Line) => {
      const done = editor.editLine(change);
      if (!done) say(FIX_LINE_FIRST);
      return done;
    },
    [editor, say],
  );
  const { trial, drop, found, versions, named } = useTrials(tab, kit, ways, editLine);
  const shown = trial ? editor.workOut(trial.content).timeline : worked.timeline;
  const ceiling = useLitCeiling(shown);
  const other = useOtherPlace(shown, player, ceiling);
  const { slot } = useChoice(worked.timeline);
  const cursor = slot?.index ?? null;
  const isKitTab = tab === "kit";

  useFollow(useCallback<Follower>((at) => follow.current?.(at?.inPhrase ?? null), []));
  const kitUndo = isKitTab && deskKit ? deskKit.draft.undo : null;
  useEffect(() => {
    setUndo(kitUndo);
    return () => setUndo(null);
  }, [setUndo, kitUndo]);
  const choose = useCallback(
    (index: number | null) => chooser.choose(editor.worked().timeline, index),
    [editor, chooser],
  );

  const put = usePutStroke(editLine, choose);
  const hearPlace = useHear();
  const move = useCallback(
    (place: KitVoice, to: { x: number; y: number }) => {
      deskKit?.draft.changeSurface(place, to, `move ${place}`);
      setSurface(place);
    },
    [deskKit?.draft],
  );
  const onSurface = useCallback(
    (place: KitVoice) => {
      hearPlace(place);
      if (isKitTab) setSurface(place);
      else if (cursor !== null) put(place);
    },
    [isKitTab, put, hearPlace, cursor],
  );
  const limbs = useMemo(() => (slot ? limbsOf(worked.timeline, slot.index) : []), [worked.timeline, slot]);
  const isOpen = useCallback(
    // Without a chosen note, pressing a surface only plays it.
    (place: KitVoice) =>
      isKitTab || cursor === null || limbs.some((limb) => canPlay(limb, place) && isPlayable(kit, limb, place)),
    [isKitTab, cursor, limbs, kit],
  );

  useCommands(FLOOR_COMMANDS, {
    isKitTab,
    trial,
    like: () => {
      const way = found.chosen === null ? null : ways[found.chosen];
      if (way) setAsk({ ...ask, seed: null, like: way.places });
    },
    step: (by) => {
      if (tab === "orchestrations" && ways.length > 0) {
        found.choose(Math.min(ways.length - 1, Math.max(0, (found.chosen ?? -1) + by)));
        return;
      }
      const now = chooser.slot(worked.timeline)?.index ?? null;
      choose(nextStroke(worked.timeline, now ?? (by > 0 ? -1 : worked.timeline.slots.length), by) ?? now);
    },
    toEnd: (isLast) => choose(nextStroke(worked.timeline, isLast ? worked.timeline.slots.length : -1, isLast ? -1 : 1)),
    put,
    drop,
  });

  // The part of a long line with the chosen note.
  const page = Math.floor((cursor ?? 0) / SECTION_SLOTS);
  const section = useMemo(() => takeSection(shown, page), [shown, page]);
  return (
    <>
      <h1 className="sr-only">Floor</h1>
      <EditNews timeline={worked.timeline} />
      {notices}
      <div className="desk-columns">
        <div className="flex flex-col gap-2.5 min-w-0 lg:min-h-[calc(100dvh-11.5rem)]">
          <Gauge
            timeline={shown}
            kit={kit}
            ceiling={ceiling}
            other={trial ? null : other}
            estimate={
              isMeasured(preferences)
                ? "from your own numbers"
                : `estimate: ${LEVEL_OF_PLAYER[preferences.level].name.toLowerCase()}`
            }
            onTake={(one) => {
              const event = shown.events[one.event];
              if (event) editLine((line) => placeStrokes(line, [[event, one.place]]));
            }}
          />
          <Plan
            kit={kit}
            player={player}
            timeline={shown}
            strongHand={strongHand}
            ceiling={ceiling}
            chosen={isKitTab ? surface : null}
            note={cursor}
            isKitTab={isKitTab}
            onPick={choose}
            onSurface={onSurface}
            isOpen={isOpen}
            onMove={isKitTab && deskKit ? move : undefined}
            follow={follow}
            label={`${chosen.name || "Kit"} from above`}
            trial={trial}
            onDrop={drop}
          />
          <p className="text-sm px-1 empty:hidden">
            <Crossings timeline={shown} className="font-semibold" />
          </p>
          <MissingDrums timeline={worked.timeline} editLine={editLine} />
          <section aria-label="Rail" className="panel px-2 py-1 min-w-0 shrink-0 max-h-[30vh] overflow-y-auto">
            {shown.slots.length > 0 ? (
              <RailView
                timeline={shown}
                section={section}
                strongHand={strongHand}
                countStyle={content.countStyle}
                onPick={choose}
                cursor={cursor}
              />
            ) : (
              <p className="quiet text-sm p-3">
                There are no notes yet.{" "}
                <Link to={addressOf(row.id, "stack")} className="underline">
                  Type a sticking on the Stack.
                </Link>
              </p>
            )}
          </section>
        </div>
        <div className="panel flex flex-col min-w-0 lg:max-h-[calc(100dvh-11.5rem)]">
          <Tabs
            label="What to change"
            tabs={TABS.map(({ id, name }) => ({ id, name, isMarked: id === "kit" && checkKit(kit).length > 0 }))}
            tab={tab}
            onTab={onTab}
            className="flex-1 min-h-0 flex flex-col"
            listClassName="shrink-0 px-2 pt-2 pb-1.5 border-b border-base-300"
            panelClassName="flex-1 min-h-0 overflow-y-auto px-3 py-2.5"
          >
            {tab === "voicing" ? (
              <OrchestrationTab
                kit={kit}
                strongHand={strongHand}
                draft={deskKit?.draft ?? null}
                named={named}
                editLine={editLine}
              />
            ) : tab === "orchestrations" ? (
              <FoundPanel
                run={orchestrations}
                ask={ask}
                onAsk={(next) => {
                  drop();
                  setAsk(next);
                }}
                timeline={worked.timeline}
                kit={kit}
                strongHand={strongHand}
                chosen={found.chosen}
                isPlaying={playback.playing}
                onChoose={found.choose}
                onTake={found.take}
              />
            ) : tab === "versions" ? (
              <Versions
                phrase={worked.phrase}
                player={player}
                chosen={trial?.id ?? null}
                isPlaying={playback.playing}
                onChoose={versions.choose}
                onTake={versions.take}
              />
            ) : tab === "hands" ? (
              <Pace
                timeline={worked.timeline}
                kit={kit}
                limits={player.limits}
                preferences={preferences}
                onPreferences={changePreferences}
              />
            ) : (
              <KitTab chosen={chosen} kit={kit} deskKit={deskKit} surface={surface} onSurface={setSurface} />
            )}
          </Tabs>
        </div>
      </div>
      {isKitTab ? null : <KitWarnings kit={kit} onOpen={() => onTab("kit")} />}
    </>
  );
}
