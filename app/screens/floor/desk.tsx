/** The Floor: gauge, plan and rail, and beside them layers, more orchestrations, versions, kit and hands. */

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useFetcher } from "react-router";
import { useCommands } from "~/commands/commands";
import { addSurface, basePlace, checkKit, isPlayable } from "~/core/kit";
import { formatLine, placeStrokes } from "~/core/line";
import type { Orchestration } from "~/core/orchestration";
import type { Line } from "~/core/phrase";
import type { Variant } from "~/core/player";
import { canPlay, isHand, type Place } from "~/core/stroke";
import { placeByHand } from "~/core/timeline";
import { useChoice, useChooser } from "~/editor/choice";
import { useWorked } from "~/editor/context";
import { Crossings } from "~/editor/crossings";
import { type Follower, useFill, useFillPlace, useFollow } from "~/editor/fill/place";
import { useLitCeiling } from "~/editor/fill/use-ceiling";
import { addressOf } from "~/library/fill/address";
import type { FillContent } from "~/library/fill/content";
import {
  addOrchestration,
  dropOrchestration,
  heardIn,
  listOrchestrations,
  nameOrchestration,
  takeOrchestration as takeOrchestrationOf,
} from "~/library/fill/orchestrations";
import type { KitContent } from "~/library/kit/content";
import { MAX_NAME } from "~/library/phrase/phrase";
import { useHear } from "~/session/hear";
import { type ChosenKit, isMeasured, usePlayer, usePlayerSession } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSay } from "~/session/session";
import { Bin } from "~/ui/bin";
import { Tabs } from "~/ui/tabs";
import type { Follow } from "~/views/floor-view";
import { RailView } from "~/views/rail-view";
import { SECTION_SLOTS, takeSection } from "~/views/section";
import { FIX_LINE_FIRST } from "~/words/editing";
import { LEVEL_OF_PLAYER } from "~/words/kit";
import type { FoundOrchestration } from "~/workers/orchestration";
import { FLOOR_COMMANDS } from "./commands";
import { FoundPanel } from "./found";
import { Gauge } from "./gauge";
import type { KitBench } from "./kit-bench";
import { KitPanel } from "./kit-panel";
import { Layers } from "./layers";
import { Named } from "./named";
import { Pace } from "./pace";
import { Plan, type Trial } from "./plan";
import { limbsOf, nextStroke } from "./strokes";
import { useOrchestrationAsk } from "./use-ask";
import { useOtherPlace } from "./use-other-place";
import { usePutStroke } from "./use-put-stroke";
import { Versions } from "./versions";
import { Folds, KitWarnings } from "./warnings";

const TABS = [
  { id: "voicing", name: "Orchestration" },
  { id: "orchestrations", name: "Find more" },
  { id: "versions", name: "Versions" },
  { id: "hands", name: "Hands" },
  { id: "kit", name: "Kit" },
] as const;
export type FloorTab = (typeof TABS)[number]["id"];

/** An own kit, to be changed. */
export interface DeskKit {
  readonly bench: KitBench;
  readonly content: KitContent;
}

interface FloorDeskProps {
  readonly tab: FloorTab;
  readonly onTab: (tab: FloorTab) => void;
  readonly chosen: ChosenKit;
  /** Null on a kit that ships. */
  readonly deskKit: DeskKit | null;
  readonly notices: React.ReactNode;
}

const NO_VOICING: Orchestration = [];

export function FloorDesk({ tab, onTab, chosen, deskKit, notices }: FloorDeskProps) {
  const { row, editor, playback, hear, setUndo } = useFillPlace();
  const { kits } = usePlayerSession();
  const player = usePlayer();
  const { kit } = player;
  const say = useSay();
  const chooser = useChooser();
  const content = useFill();
  const worked = useWorked();
  const [preferences, changePreferences] = usePreferences();
  const kitFetcher = useFetcher();
  const follow = useRef<Follow | null>(null);
  const strongHand = player.hands.leading;
  const [surface, setSurface] = useState<Place | null>(null);
  const [trial, setTrial] = useState<Trial | null>(null);
  const { ask, setAsk, orchestrations } = useOrchestrationAsk(tab === "orchestrations", worked, player);
  const { ways } = orchestrations.gathered;
  const shown = trial ? editor.workOut(trial.content).timeline : worked.timeline;
  const ceiling = useLitCeiling(shown);
  const other = useOtherPlace(shown, player, ceiling);
  const { slot } = useChoice(worked.timeline);
  const cursor = slot?.index ?? null;
  const isKitTab = tab === "kit";
  const voicing = content.voicing ?? NO_VOICING;

  useFollow(useCallback<Follower>((at) => follow.current?.(at?.inPhrase ?? null), []));
  const tried = trial?.content ?? null;
  useEffect(() => {
    hear(tried);
    return () => hear(null);
  }, [hear, tried]);
  const kitUndo = isKitTab && deskKit ? deskKit.bench.undo : null;
  useEffect(() => {
    setUndo(kitUndo);
    return () => setUndo(null);
  }, [setUndo, kitUndo]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was tried was of the fill as it was
  useEffect(() => setTrial(null), [content, kit, tab]);

  const editLine = useCallback(
    (change: (line: Line) => Line) => {
      const done = editor.editLine(change);
      if (!done) say(FIX_LINE_FIRST);
      return done;
    },
    [editor, say],
  );
  const choose = useCallback(
    (index: number | null) => chooser.choose(editor.worked().timeline, index),
    [editor, chooser],
  );

  const put = usePutStroke(editLine, choose);
  const hearPlace = useHear();
  const move = useCallback(
    (place: Place, to: { x: number; y: number }) => {
      deskKit?.bench.changeSurface(place, to, `move ${place}`);
      setSurface(place);
    },
    [deskKit?.bench],
  );
  const onSurface = useCallback(
    (place: Place) => {
      hearPlace(place);
      if (isKitTab) setSurface(place);
      else if (cursor !== null) put(place);
    },
    [isKitTab, put, hearPlace, cursor],
  );
  const limbs = useMemo(() => (slot ? limbsOf(worked.timeline, slot.index) : []), [worked.timeline, slot]);
  const isOpen = useCallback(
    // With no note chosen, pressing is only to hear it.
    (place: Place) =>
      isKitTab || cursor === null || limbs.some((limb) => canPlay(limb, place) && isPlayable(kit, limb, place)),
    [isKitTab, cursor, limbs, kit],
  );

  const tryLine = (id: string, what: string, line: Line) => {
    const text = formatLine(line);
    const take = () => {
      if (editLine(() => line)) say(`${what}: applied.`);
    };
    setTrial({ id, what, content: { ...content, text, goodText: text }, take });
    if (!playback.playing) requestAnimationFrame(playback.toggle);
  };
  const placed = (way: FoundOrchestration) => placeStrokes(worked.line, way.strokes);
  const chooseOrchestration = (index: number) => {
    const way = ways[index];
    if (way) tryLine(`orchestration ${index}`, `Orchestration ${index + 1}`, placed(way));
  };
  const takeOrchestration = (way: FoundOrchestration) => {
    if (editLine(() => placed(way))) say("Orchestration applied. Each stroke is now set by hand.");
  };
  const chosenOrchestration = trial?.id.startsWith("orchestration ") ? Number(trial.id.split(" ")[1]) : null;
  const chooseVersion = (variant: Variant, name: string) => tryLine(variant.kind, name, variant.line);
  const takeVersion = (variant: Variant, name: string) => {
    if (editLine(() => variant.line)) say(`${name}: applied.`);
  };

  /** Orchestrations are read off a line that can be read: with an error in it, that comes first. */
  const changeNamed = (change: (content: FillContent) => FillContent): boolean => {
    const now = editor.store.getState().content;
    const isSound = now.text === now.goodText;
    if (isSound) editor.replace(change(now));
    else say(FIX_LINE_FIRST);
    return isSound;
  };
  const takeNamed = (number: number) => {
    const name = listOrchestrations(content)[number]?.name || "This orchestration";
    if (changeNamed((now) => takeOrchestrationOf(now, number))) say(`${name} is in use.`);
  };
  const hearNamed = (number: number) => {
    const heardNow = trial?.id.startsWith("named ") ? Number(trial.id.split(" ")[1]) : 0;
    if (playback.playing && heardNow === number) {
      playback.toggle();
      return;
    }
    if (number === 0) setTrial(null);
    else {
      const what = listOrchestrations(content)[number]?.name || "Unnamed";
      setTrial({ id: `named ${number}`, what, content: heardIn(content, number), take: () => takeNamed(number) });
    }
    if (!playback.playing) requestAnimationFrame(playback.toggle);
  };
  const setOrchestration = (next: Orchestration, kind: string) =>
    editor.setContent({ voicing: next.length > 0 ? [...next] : undefined }, kind);
  const askKits = (asked: object) =>
    void kitFetcher.submit(JSON.stringify(asked), {
      method: "post",
      action: "/kits",
      encType: "application/json",
    });
  const makeOwn = () => {
    const name = deskKit ? `${deskKit.content.name || "Kit"} (copy)` : `My ${chosen.name.toLowerCase()}`;
    const made = { name: name.slice(0, MAX_NAME), surfaces: kit.surfaces };
    askKits({ intent: "make", content: made });
  };
  useCommands(FLOOR_COMMANDS, {
    isKitTab,
    trial,
    like: () => {
      const way = chosenOrchestration === null ? null : ways[chosenOrchestration];
      if (way) setAsk({ ...ask, seed: null, like: way.places });
    },
    step: (by) => {
      if (tab === "orchestrations" && ways.length > 0) {
        chooseOrchestration(Math.min(ways.length - 1, Math.max(0, (chosenOrchestration ?? -1) + by)));
        return;
      }
      const now = chooser.slot(worked.timeline)?.index ?? null;
      choose(nextStroke(worked.timeline, now ?? (by > 0 ? -1 : worked.timeline.slots.length), by) ?? now);
    },
    toEnd: (isLast) => choose(nextStroke(worked.timeline, isLast ? worked.timeline.slots.length : -1, isLast ? -1 : 1)),
    put,
    drop: () => setTrial(null),
  });

  // The part of a long line that holds the chosen note.
  const page = Math.floor((cursor ?? 0) / SECTION_SLOTS);
  const section = useMemo(() => takeSection(shown, page), [shown, page]);
  const byHand = worked.timeline.events.filter(
    (event) => event.grace === undefined && isHand(event.limb) && placeByHand(worked.timeline, event) !== null,
  );
  return (
    <>
      <h1 className="sr-only">Floor</h1>
      {notices}
      <div className="desk-columns">
        <div className="flex flex-col gap-2.5 min-w-0">
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
            onDrop={() => setTrial(null)}
          />
          <p className="text-sm px-1 empty:hidden">
            <Crossings timeline={shown} className="font-semibold" />
          </p>
          <Folds timeline={worked.timeline} editLine={editLine} />
          <section aria-label="Rail" className="panel px-2 py-1 min-w-0 max-h-[30vh] overflow-y-auto">
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
              <>
                <Named
                  content={content}
                  heard={trial?.id.startsWith("named ") ? Number(trial.id.split(" ")[1]) : null}
                  isPlaying={playback.playing}
                  onHear={hearNamed}
                  onTake={takeNamed}
                  onAdd={() => {
                    const count = listOrchestrations(content).length;
                    if (changeNamed((now) => addOrchestration(now, `No. ${count + 1}`))) {
                      say("A copy is in use now. Change it as you like: the other one stays.");
                    }
                  }}
                  onName={(number, name) => {
                    const { orchestrations: named } = nameOrchestration(content, number, name);
                    editor.setContent({ orchestrations: named }, "name orchestration");
                  }}
                  onDrop={(number) => changeNamed((now) => dropOrchestration(now, number))}
                />
                <Layers
                  voicing={voicing}
                  kit={kit}
                  timeline={worked.timeline}
                  strongHand={strongHand}
                  onChange={setOrchestration}
                  onAddSurface={
                    deskKit ? (place) => deskKit.bench.changeKit((now) => addSurface(now, basePlace(place))) : null
                  }
                />
                {byHand.length > 0 ? (
                  <p className="text-sm mt-3 flex flex-wrap items-center gap-2">
                    {byHand.length === 1 ? "1 stroke is" : `${byHand.length} strokes are`} set by hand.
                    <button
                      type="button"
                      className="btn btn-xs"
                      onClick={() =>
                        editLine((line) =>
                          placeStrokes(
                            line,
                            byHand.map((event) => [event, null]),
                          ),
                        )
                      }
                    >
                      Reset to the layers
                    </button>
                  </p>
                ) : null}
              </>
            ) : tab === "orchestrations" ? (
              <FoundPanel
                run={orchestrations}
                ask={ask}
                onAsk={(next) => {
                  setTrial(null);
                  setAsk(next);
                }}
                timeline={worked.timeline}
                kit={kit}
                strongHand={strongHand}
                chosen={chosenOrchestration}
                isPlaying={playback.playing}
                onChoose={chooseOrchestration}
                onTake={takeOrchestration}
              />
            ) : tab === "versions" ? (
              <Versions
                phrase={worked.phrase}
                player={player}
                chosen={trial?.id ?? null}
                isPlaying={playback.playing}
                onChoose={chooseVersion}
                onTake={takeVersion}
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
              <>
                <KitPanel
                  chosen={chosen}
                  kit={kit}
                  shipped={kits.shipped}
                  own={kits.own.map(({ id, content: { name } }) => ({ id, name }))}
                  bench={deskKit?.bench ?? null}
                  content={deskKit?.content ?? null}
                  surface={surface}
                  onSurface={setSurface}
                  onKit={(id) => changePreferences({ kit: id })}
                  onMakeOwn={makeOwn}
                  onDelete={() => askKits({ intent: "delete", id: chosen.id })}
                />
                <div className="mt-3">
                  <Bin
                    rows={kits.binned.map(({ id, content: { name } }) => ({ id, content: { name } }))}
                    onRestore={(id) => askKits({ intent: "restore", id })}
                  />
                </div>
              </>
            )}
          </Tabs>
        </div>
      </div>
      {isKitTab ? null : <KitWarnings kit={kit} onOpen={() => onTab("kit")} />}
    </>
  );
}
