/** What stands on Grooves: the loop as a picture and as a score, and beside them groove, form, feel and backbeat. */

import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useFetcher } from "react-router";
import { bpm, layOutGroove, type Meter, measureForm, nameForm } from "~/core";
import type { FillRow, GrooveRow } from "~/data/database";
import type { GrooveChoice } from "~/data/grooves";
import { makeFormScore } from "~/engrave/form-score";
import type { FillContent } from "~/formats/fill";
import type { SettingContent } from "~/formats/setting";
import { workOut } from "~/stack/bench";
import { chooseSlot, useChoice } from "~/stack/choice";
import { useBench, useContent, useHistory, useWorked } from "~/stack/context";
import { DeskHeading } from "~/stack/desk-heading";
import { ExportMenu } from "~/stack/export-menu";
import { makeScore, pickGroove, settingOf, useStackPlayback } from "~/stack/playback";
import { toggleCellLoop } from "~/stack/practice-loop";
import { stepNote } from "~/stack/step";
import { Transport } from "~/stack/transport";
import { Check } from "~/ui/check";
import { KeyList, KeysButton } from "~/ui/key-list";
import type { Heard } from "~/ui/playback";
import { strongHandOf, usePreferences } from "~/ui/preferences";
import { useRig } from "~/ui/rig";
import { SaveMark } from "~/ui/save-state";
import { TabList } from "~/ui/tabs";
import { UndoButtons } from "~/ui/undo-buttons";
import type { Saving } from "~/ui/use-saving";
import { type FollowForm, FormView } from "~/views/form-view";
import { light } from "~/views/lighting";
import { FORM_WORDS, sayFeel } from "~/words/groove";
import { plural } from "~/words/time";
import { Facts } from "./facts";
import { FeelPanel } from "./feel-panel";
import { FormPanel } from "./form-panel";
import { GrooveList } from "./groove-list";
import { KeeperPanel } from "./keeper-panel";
import { GROOVE_KEY_GROUPS, useGrooveKeys } from "./keys";
import { copyGroove, newGroove } from "./new-groove";

const FormStaff = lazy(() => import("~/views/form-staff"));

const TABS = [
  { id: "groove", name: "Groove" },
  { id: "form", name: "Form" },
  { id: "feel", name: "Feel" },
  { id: "backbeat", name: "Backbeat" },
] as const;
type GroovesTab = (typeof TABS)[number]["id"];

export interface GroovesDeskProps {
  readonly row: FillRow;
  readonly grooves: readonly GrooveChoice[];
  readonly binned: readonly GrooveRow[];
  readonly saving: Saving<FillContent>;
  readonly say: (words: string) => void;
  readonly notices: React.ReactNode;
}

export function GroovesDesk({ row, grooves, binned, saving, say, notices }: GroovesDeskProps) {
  const bench = useBench();
  const content = useContent();
  const { timeline } = useWorked();
  const history = useHistory();
  const fetcher = useFetcher();
  const { kit, layout } = useRig();
  const [preferences, changePreferences] = usePreferences();
  const [tab, setTab] = useState<GroovesTab>("groove");
  const [isPracticeOpen, setPracticeOpen] = useState(false);
  const [brackets, setBrackets] = useState(false);
  const [feetBelow, setFeetBelow] = useState(false);
  const keyList = useRef<HTMLDialogElement>(null);
  const followForm = useRef<FollowForm | null>(null);
  const followStaff = useRef<FollowForm | null>(null);
  const strongHand = strongHandOf(preferences.hands);
  const meter = content.meter as Meter;
  useChoice(timeline);

  const playback = useStackPlayback(grooves, preferences, {
    fillId: row.id,
    onFrame: useCallback((heard: Heard | null) => {
      // A loop of some slots stands where these are in the whole.
      const at = heard?.inForm ?? null;
      followForm.current?.(at);
      followStaff.current?.(at);
    }, []),
  });
  useEffect(
    () => () => {
      chooseSlot(workOut(bench.store.getState().content).timeline, null);
      light({ hover: null, playing: null });
    },
    [bench],
  );

  const groove = useMemo(() => pickGroove(grooves, content, preferences.hands), [grooves, content, preferences.hands]);
  const setting = useMemo(() => settingOf(content, groove, preferences), [content, groove, preferences]);
  const form = useMemo(() => measureForm(timeline, setting), [timeline, setting]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: on another kit it sounds otherwise
  const arrangement = useMemo(
    () => makeScore(content, grooves, preferences).arrangement,
    [content, grooves, preferences, layout],
  );
  const bars = useMemo(
    () =>
      makeFormScore(timeline, layOutGroove(groove, meter, content.tempo, kit), arrangement, form, setting, {
        countStyle: content.countStyle,
        feetBelow,
      }),
    [timeline, groove, meter, content.tempo, content.countStyle, kit, arrangement, form, setting, feetBelow],
  );
  const putSetting = (change: SettingContent, kind: string) =>
    bench.setContent({ setting: { ...content.setting, ...change } }, `setting ${kind}`);
  const choose = useCallback(
    (slot: number | null) => chooseSlot(workOut(bench.store.getState().content).timeline, slot),
    [bench],
  );
  const askGrooves = (asked: object) =>
    void fetcher.submit(JSON.stringify({ ...asked, fillId: row.id }), {
      method: "post",
      action: "/grooves/own",
      encType: "application/json",
    });
  useGrooveKeys({
    history,
    keyList,
    togglePlay: playback.toggle,
    togglePractice: () => setPracticeOpen(!isPracticeOpen),
    toggleLoop: () => toggleCellLoop(bench, row.id),
    step: (by) => stepNote(bench, by),
    tempo: (by) => bench.setContent({ tempo: bpm(content.tempo + by) }, "tempo"),
    tab: (index) => setTab(TABS[index]?.id ?? tab),
  });

  const ready = nameForm({ grooveBars: content.grooveBars, window: content.window, stops: setting.stops }, meter);
  const label = `The loop: ${plural(content.grooveBars, "bar")} of groove, then the fill${ready ? ` (${FORM_WORDS[ready].name})` : ""}`;
  return (
    <main className="flex-1 flex flex-col">
      <h1 className="sr-only">Grooves</h1>
      <div className="flex-1 w-full max-w-[1560px] mx-auto px-3 sm:px-5 py-3 flex flex-col gap-2.5">
        <DeskHeading fillId={row.id} screens={["Stack", "Floor"]}>
          <SaveMark state={saving.state} />
          <UndoButtons history={history} />
          <ExportMenu
            identity={row}
            getContent={() => bench.store.getState().content}
            grooves={grooves}
            preferences={preferences}
            say={say}
          />
          <KeysButton dialog={keyList} />
        </DeskHeading>
        {notices}
        <Facts />
        <div className="grid gap-2.5 items-start lg:grid-cols-[minmax(0,1fr)_25rem]">
          <div className="flex flex-col gap-2.5 min-w-0">
            <section aria-label="Form" className="panel px-2 py-1.5 min-w-0">
              <FormView
                arrangement={arrangement}
                form={form}
                strongHand={strongHand}
                follow={followForm}
                label={label}
              />
            </section>
            <section aria-label="Score" className="panel px-2 py-1.5 min-w-0">
              <div className="flex flex-wrap gap-x-4 gap-y-1 px-1 text-sm">
                <Check isSmall checked={brackets} onCheck={(checked) => setBrackets(checked)}>
                  Bracket the cells
                </Check>
                <Check isSmall checked={feetBelow} onCheck={(checked) => setFeetBelow(checked)}>
                  The fill's feet on stems of their own
                </Check>
              </div>
              <Suspense fallback={<p className="quiet text-sm p-4">Engraving…</p>}>
                <FormStaff
                  bars={bars}
                  meter={meter}
                  tempo={content.tempo}
                  feel={setting.feel}
                  feelWords={sayFeel(setting.feel)}
                  brackets={brackets}
                  onPick={choose}
                  follow={followStaff}
                />
              </Suspense>
            </section>
          </div>
          <div className="panel flex flex-col min-w-0 lg:max-h-[calc(100dvh-13rem)]">
            <TabList
              label="What to set"
              tabs={TABS}
              tab={tab}
              onTab={setTab}
              className="shrink-0 px-2 pt-2 pb-1.5 border-b border-base-300 overflow-x-auto"
            />
            <div
              role="tabpanel"
              aria-label={TABS.find(({ id }) => id === tab)?.name}
              className="flex-1 min-h-0 overflow-y-auto px-3 py-2.5"
            >
              {tab === "groove" ? (
                <GrooveList
                  fillId={row.id}
                  grooves={grooves}
                  binned={binned}
                  onMake={(copied) =>
                    askGrooves({
                      intent: "make",
                      content: copied ? copyGroove(copied, preferences.hands) : newGroove(meter, content.tempo),
                    })
                  }
                  onDelete={(id) => askGrooves({ intent: "delete", id })}
                  onRestore={(id) => askGrooves({ intent: "restore", id })}
                />
              ) : tab === "form" ? (
                <FormPanel setting={setting} onSetting={putSetting} />
              ) : tab === "feel" ? (
                <FeelPanel groove={groove} setting={setting} onSetting={putSetting} />
              ) : (
                <KeeperPanel groove={groove} setting={setting} onChoose={choose} say={say} />
              )}
            </div>
          </div>
        </div>
      </div>
      <Transport
        fillId={row.id}
        playback={playback}
        grooves={grooves}
        preferences={preferences}
        onPreferences={changePreferences}
        isPracticeOpen={isPracticeOpen}
        onPractice={() => setPracticeOpen(!isPracticeOpen)}
      />
      <KeyList dialog={keyList} groups={GROOVE_KEY_GROUPS} />
    </main>
  );
}
