/** What stands on the Floor: gauge, plan and rail, and beside them layers, placings, versions, kit and hands. */

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useFetcher } from "react-router";
import {
  addSurface,
  basePlace,
  bpm,
  canPlay,
  checkKit,
  formatLine,
  isHand,
  isPlayable,
  type Kit,
  type Line,
  type Place,
  placeByHand,
  placeStrokes,
  type Travel,
  type Variant,
  type Voicing,
} from "~/core";
import type { FillRow, KitRow } from "~/data/database";
import type { GrooveChoice } from "~/data/grooves";
import type { FillContent } from "~/formats/fill";
import type { KitContent } from "~/formats/kit";
import { MAX_NAME } from "~/formats/phrase";
import { workOut } from "~/stack/bench";
import { chooseSlot, useChoice } from "~/stack/choice";
import { useBench, useContent, useHistory, useWorked } from "~/stack/context";
import { DeskHeading } from "~/stack/desk-heading";
import { useStackPlayback } from "~/stack/playback";
import { Transport } from "~/stack/transport";
import { useCeiling } from "~/stack/use-ceiling";
import { Bin } from "~/ui/bin";
import { KeyList, KeysButton } from "~/ui/key-list";
import type { Heard } from "~/ui/playback";
import { strongHandOf, usePreferences } from "~/ui/preferences";
import { type ChosenKit, isMeasured, useRig } from "~/ui/rig";
import { SaveMark } from "~/ui/save-state";
import { TabList } from "~/ui/tabs";
import { UndoButtons } from "~/ui/undo-buttons";
import type { History } from "~/ui/undo-store";
import type { Saving } from "~/ui/use-saving";
import type { Follow } from "~/views/floor-view";
import { light } from "~/views/lighting";
import { RailView } from "~/views/rail-view";
import { SECTION_SLOTS, takeSection } from "~/views/section";
import { LEVEL_OF_PLAYER } from "~/words/kit";
import type { FoundPlacing } from "~/workers/placing";
import { Gauge } from "./gauge";
import { FLOOR_KEY_GROUPS, useFloorKeys } from "./keys";
import type { KitBench } from "./kit-bench";
import { type KitChoice, KitPanel } from "./kit-panel";
import { Layers } from "./layers";
import { Pace } from "./pace";
import { PlacingsPanel } from "./placings";
import { Plan, type Trial } from "./plan";
import { chosenIndex, limbsOf, nextStroke } from "./strokes";
import { useOtherPlace } from "./use-other-place";
import { usePlacingAsk } from "./use-placing-ask";
import { usePutStroke } from "./use-put-stroke";
import { Versions } from "./versions";
import { Folds, KitWarnings } from "./warnings";

const TABS = [
  { id: "voicing", name: "Voicing" },
  { id: "placings", name: "Placings" },
  { id: "versions", name: "Versions" },
  { id: "hands", name: "Hands" },
  { id: "kit", name: "Kit" },
] as const;
export type FloorTab = (typeof TABS)[number]["id"];

/** An own kit, to be changed. */
export interface DeskKit {
  readonly bench: KitBench;
  readonly content: KitContent;
  readonly history: History;
  readonly saving: Saving<KitContent>;
}

interface FloorDeskProps {
  readonly row: FillRow;
  readonly grooves: readonly GrooveChoice[];
  readonly saving: Saving<FillContent>;
  readonly say: (words: string) => void;
  readonly tab: FloorTab;
  readonly onTab: (tab: FloorTab) => void;
  readonly chosen: ChosenKit;
  readonly shipped: readonly KitChoice[];
  readonly own: readonly KitChoice[];
  readonly binned: readonly KitRow[];
  /** Null on a kit that ships. */
  readonly deskKit: DeskKit | null;
  readonly notices: React.ReactNode;
}

const MEND_FIRST = "Mend the line first, on the Stack: your text is kept as it is.";
const NO_VOICING: Voicing = [];

export function FloorDesk(props: FloorDeskProps) {
  const { travel, kit } = useRig();
  return travel && kit ? <Desk {...props} travel={travel} kit={kit} /> : null;
}

function Desk(props: FloorDeskProps & { readonly travel: Travel; readonly kit: Kit }) {
  const { row, grooves, saving, say, tab, onTab, chosen, deskKit, notices, travel, kit } = props;
  const bench = useBench();
  const content = useContent();
  const worked = useWorked();
  const [preferences, changePreferences] = usePreferences();
  const kitFetcher = useFetcher();
  const keyList = useRef<HTMLDialogElement>(null);
  const follow = useRef<Follow | null>(null);
  const strongHand = strongHandOf(preferences.hands);
  const [isPracticeOpen, setPracticeOpen] = useState(false);
  const [surface, setSurface] = useState<Place | null>(null);
  const [trial, setTrial] = useState<Trial | null>(null);
  const { ask, setAsk, placings } = usePlacingAsk(tab === "placings", worked, kit, travel);
  const { ways } = placings.gathered;
  const shown = trial ? workOut(trial.content).timeline : worked.timeline;
  const ceiling = useCeiling(shown);
  const other = useOtherPlace(shown, travel, ceiling);
  const { slot } = useChoice(worked.timeline);
  const cursor = slot?.index ?? null;
  const isKitTab = tab === "kit";
  const fillHistory = useHistory();
  const history = isKitTab && deskKit ? deskKit.history : fillHistory;
  const voicing = content.voicing ?? NO_VOICING;

  const playback = useStackPlayback(grooves, preferences, {
    fillId: row.id,
    heard: trial?.content ?? null,
    onFrame: useCallback((at: Heard | null) => follow.current?.(at?.inPhrase ?? null), []),
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was tried was of the fill as it was
  useEffect(() => setTrial(null), [content, kit, tab]);
  useEffect(
    () => () => {
      chooseSlot(workOut(bench.store.getState().content).timeline, null);
      light({ hover: null, playing: null });
    },
    [bench],
  );

  const editLine = useCallback(
    (change: (line: Line) => Line) => {
      const done = bench.editLine(change);
      if (!done) say(MEND_FIRST);
      return done;
    },
    [bench, say],
  );
  const choose = useCallback(
    (index: number | null) => chooseSlot(workOut(bench.store.getState().content).timeline, index),
    [bench],
  );

  const put = usePutStroke(kit, say, editLine, choose);
  const move = useCallback(
    (place: Place, to: { x: number; y: number }) => {
      deskKit?.bench.changeSurface(place, to, `move ${place}`);
      setSurface(place);
    },
    [deskKit?.bench],
  );
  const onSurface = useCallback(
    (place: Place) => {
      if (isKitTab) setSurface(place);
      else put(place);
    },
    [isKitTab, put],
  );
  const limbs = useMemo(() => (slot ? limbsOf(worked.timeline, slot.index) : []), [worked.timeline, slot]);
  const isOpen = useCallback(
    (place: Place) => isKitTab || limbs.some((limb) => canPlay(limb, place) && isPlayable(kit, limb, place)),
    [isKitTab, limbs, kit],
  );

  const tryLine = (id: string, what: string, line: Line) => {
    const text = formatLine(line);
    const take = () => {
      if (editLine(() => line)) say(`${what}: the line is so now.`);
    };
    setTrial({ id, what, content: { ...content, text, goodText: text }, take });
    if (!playback.playing) requestAnimationFrame(playback.toggle);
  };
  const placed = (way: FoundPlacing) => placeStrokes(worked.line, way.strokes);
  const choosePlacing = (index: number) => {
    const way = ways[index];
    if (way) tryLine(`placing ${index}`, `Placing ${index + 1}`, placed(way));
  };
  const takePlacing = (way: FoundPlacing) => {
    if (editLine(() => placed(way))) say("The placing is in the line: every stroke by hand.");
  };
  const chosenPlacing = trial?.id.startsWith("placing ") ? Number(trial.id.split(" ")[1]) : null;
  const chooseVersion = (variant: Variant, name: string) => tryLine(variant.kind, name, variant.line);
  const takeVersion = (variant: Variant, name: string) => {
    if (editLine(() => variant.line)) say(`${name}: the line is so now.`);
  };

  const setVoicing = (next: Voicing, kind: string) =>
    bench.setContent({ voicing: next.length > 0 ? [...next] : undefined }, kind);
  const askKits = (asked: object) =>
    void kitFetcher.submit(JSON.stringify(asked), {
      method: "post",
      action: "/floor/kits",
      encType: "application/json",
    });
  const makeOwn = () => {
    const name = deskKit ? `${deskKit.content.name || "Kit"} (copy)` : `My ${chosen.name.toLowerCase()}`;
    const made = { name: name.slice(0, MAX_NAME), surfaces: kit.surfaces };
    askKits({ intent: "make", content: made });
  };
  useFloorKeys({
    history,
    keyList,
    togglePlay: playback.toggle,
    togglePractice: () => setPracticeOpen(!isPracticeOpen),
    step: (by) => {
      if (tab === "placings" && ways.length > 0) {
        choosePlacing(Math.min(ways.length - 1, Math.max(0, (chosenPlacing ?? -1) + by)));
        return;
      }
      const now = chosenIndex(worked.timeline);
      choose(nextStroke(worked.timeline, now ?? (by > 0 ? -1 : worked.timeline.slots.length), by) ?? now);
    },
    toEnd: (isLast) => choose(nextStroke(worked.timeline, isLast ? worked.timeline.slots.length : -1, isLast ? -1 : 1)),
    put: (place) => (isKitTab ? undefined : put(place)),
    tempo: (by) => bench.setContent({ tempo: bpm(content.tempo + by) }, "tempo"),
    take: () => trial?.take(),
    drop: () => setTrial(null),
    like: () => {
      const way = chosenPlacing === null ? null : ways[chosenPlacing];
      if (way) setAsk({ ...ask, seed: null, like: way.places });
    },
  });

  // The part of a long line that holds the chosen note.
  const page = Math.floor((cursor ?? 0) / SECTION_SLOTS);
  const section = useMemo(() => takeSection(shown, page), [shown, page]);
  const byHand = worked.timeline.events.filter(
    (event) => event.grace === undefined && isHand(event.limb) && placeByHand(worked.timeline, event) !== null,
  );
  return (
    <main className="flex-1 flex flex-col">
      <h1 className="sr-only">Floor</h1>
      <div className="flex-1 w-full max-w-[1560px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5">
        <DeskHeading fillId={row.id} screens={["Stack"]}>
          <SaveMark state={saving.state} />
          <UndoButtons history={history} />
          <KeysButton dialog={keyList} />
        </DeskHeading>
        {notices}
        <div className="grid gap-2.5 items-start lg:grid-cols-[minmax(0,1fr)_25rem]">
          <div className="flex flex-col gap-2.5 min-w-0">
            <Gauge
              timeline={shown}
              kit={kit}
              ceiling={ceiling}
              other={trial ? null : other}
              estimate={
                isMeasured(preferences)
                  ? "with your own numbers"
                  : `estimate: ${LEVEL_OF_PLAYER[preferences.level].name.toLowerCase()}`
              }
              onTake={(one) => {
                const event = shown.events[one.event];
                if (event) editLine((line) => placeStrokes(line, [[event, one.place]]));
              }}
            />
            <Plan
              kit={kit}
              travel={travel}
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
                  There is nothing to place yet.{" "}
                  <Link to={`/stack/${row.id}`} className="underline">
                    Type a sticking on the Stack.
                  </Link>
                </p>
              )}
            </section>
          </div>
          <div className="panel flex flex-col min-w-0 lg:max-h-[calc(100dvh-11.5rem)]">
            <TabList
              label="What to change"
              tabs={TABS.map(({ id, name }) => ({ id, name, isMarked: id === "kit" && checkKit(kit).length > 0 }))}
              tab={tab}
              onTab={onTab}
              className="shrink-0 px-2 pt-2 pb-1.5 border-b border-base-300 overflow-x-auto"
            />
            <div
              role="tabpanel"
              aria-label={TABS.find(({ id }) => id === tab)?.name}
              className="flex-1 min-h-0 overflow-y-auto px-3 py-2.5"
            >
              {tab === "voicing" ? (
                <>
                  <Layers
                    voicing={voicing}
                    kit={kit}
                    timeline={worked.timeline}
                    strongHand={strongHand}
                    onChange={setVoicing}
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
                        Leave them to the layers
                      </button>
                    </p>
                  ) : null}
                </>
              ) : tab === "placings" ? (
                <PlacingsPanel
                  run={placings}
                  ask={ask}
                  onAsk={(next) => {
                    setTrial(null);
                    setAsk(next);
                  }}
                  timeline={worked.timeline}
                  kit={kit}
                  strongHand={strongHand}
                  chosen={chosenPlacing}
                  isPlaying={playback.playing}
                  onChoose={choosePlacing}
                  onTake={takePlacing}
                />
              ) : tab === "versions" ? (
                <Versions
                  phrase={worked.phrase}
                  travel={travel}
                  chosen={trial?.id ?? null}
                  isPlaying={playback.playing}
                  onChoose={chooseVersion}
                  onTake={takeVersion}
                />
              ) : tab === "hands" ? (
                <Pace
                  timeline={worked.timeline}
                  kit={kit}
                  limits={travel.limits}
                  preferences={preferences}
                  onPreferences={changePreferences}
                />
              ) : (
                <>
                  <KitPanel
                    chosen={chosen}
                    kit={kit}
                    shipped={props.shipped}
                    own={props.own}
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
                      rows={props.binned.map(({ id, content: { name } }) => ({ id, content: { name } }))}
                      onRestore={(id) => askKits({ intent: "restore", id })}
                    />
                  </div>
                </>
              )}
            </div>
          </div>
        </div>
        {isKitTab ? null : <KitWarnings kit={kit} onOpen={() => onTab("kit")} />}
      </div>
      <Transport
        isPracticeOpen={isPracticeOpen}
        onPractice={() => setPracticeOpen(!isPracticeOpen)}
        fillId={row.id}
        playback={playback}
        grooves={grooves}
        preferences={preferences}
        onPreferences={changePreferences}
      />
      <KeyList dialog={keyList} groups={FLOOR_KEY_GROUPS} />
    </main>
  );
}
