/** The loop as a picture and as a score, and beside them groove, form, feel and backbeat. */

import { lazy, Suspense, useCallback, useMemo, useRef, useState } from "react";
import type { CommandTable } from "~/commands/command";
import { useCommands } from "~/commands/commands";
import { findForm, layOutGroove, measureForm } from "~/core/groove";
import { useChoice, useChooser } from "~/editor/choice";
import { useWorked } from "~/editor/context";
import { type Follower, useFill, useFillNow, useFollow, useOpenFill } from "~/editor/fill/place";
import { makeScore, pickGroove, settingOf } from "~/editor/fill/score";
import { makeFormScore } from "~/engrave/form-score";
import { REPEAT_STYLES, type RepeatStyle } from "~/engrave/notation";
import type { GrooveRow } from "~/library/database";
import type { SettingContent } from "~/library/phrase/setting";
import { GROOVE_ACTS } from "~/messages/acts";
import type { GrooveMessages } from "~/messages/grooves";
import { useMessages } from "~/messages/use-messages";
import { usePreferences } from "~/session/preferences";
import { Check } from "~/ui/check";
import { Tabs } from "~/ui/tabs";
import { type FollowForm, FormView } from "~/views/form-view";
import { describeFeel, FORM_WORDS } from "~/words/groove";
import { REPEAT_STYLE_NAMES } from "~/words/score";
import { plural } from "~/words/time";
import { Facts } from "./facts";
import { FeelPanel } from "./feel-panel";
import { FormPanel } from "./form-panel";
import { GrooveList } from "./groove-list";
import { KeeperPanel } from "./keeper-panel";
import { copyGroove, newGroove } from "./new-groove";

const FormStaff = lazy(() => import("~/views/form-staff"));

const TABS = [
  { id: "groove", name: "Groove" },
  { id: "form", name: "Form" },
  { id: "feel", name: "Feel" },
  { id: "backbeat", name: "Backbeat" },
] as const;
type GrooveTab = (typeof TABS)[number]["id"];

interface GrooveScreenProps {
  readonly binned: readonly GrooveRow[];
}

interface GrooveScene {
  readonly setTab: (tab: GrooveTab) => void;
}

const GROOVE_COMMANDS: CommandTable<GrooveScene> = TABS.map(({ id, name }, index) => ({
  id: `groove-${id}`,
  keys: [String(index + 1)],
  name: `Show: ${name}`,
  group: "Groove",
  run: ({ setTab }) => setTab(id),
}));

/** The Groove tab: the fill's groove, and whether the fill belongs there. */
export function GrooveScreen({ binned }: GrooveScreenProps) {
  const { row, editor, stage } = useOpenFill();
  const { player, preferences } = stage;
  const [, change] = usePreferences();
  const chooser = useChooser();
  const content = useFill();
  const now = useFillNow();
  const { timeline } = useWorked();
  const { send } = useMessages<GrooveMessages>("/grooves/own", GROOVE_ACTS);
  const [tab, setTab] = useState<GrooveTab>("groove");
  const [brackets, setBrackets] = useState(false);
  const [feetBelow, setFeetBelow] = useState(false);
  const followForm = useRef<FollowForm | null>(null);
  const followStaff = useRef<FollowForm | null>(null);
  const strongHand = player.hands.leading;
  const { kit } = player;
  const { meter } = content;
  useChoice(timeline);
  useFollow(
    useCallback<Follower>((heard) => {
      // A loop of some slots stays at its position in the whole.
      const at = heard?.inForm ?? null;
      followForm.current?.(at);
      followStaff.current?.(at);
    }, []),
  );
  useCommands(GROOVE_COMMANDS, { setTab });

  const groove = useMemo(() => pickGroove(content, stage), [content, stage]);
  const setting = useMemo(() => settingOf(content, groove, preferences), [content, groove, preferences]);
  // The fields show what is pressed at once; pictures follow.
  const chosen = useMemo(() => settingOf(now, pickGroove(now, stage), preferences), [now, stage, preferences]);
  const form = useMemo(() => measureForm(timeline, setting), [timeline, setting]);
  const arrangement = useMemo(() => makeScore(content, stage).arrangement, [content, stage]);
  const bars = useMemo(
    () =>
      makeFormScore(timeline, layOutGroove(groove, meter, content.tempo, kit), arrangement, form, setting, {
        countStyle: content.countStyle,
        feetBelow,
        choices: { sixes: preferences.sixes },
        repeats: preferences.repeats,
      }),
    [timeline, groove, meter, content, kit, arrangement, form, setting, feetBelow, preferences],
  );
  const putSetting = (change: SettingContent, kind: string) =>
    editor.setContent({ setting: { ...now.setting, ...change } }, `setting ${kind}`);
  const choose = useCallback(
    (slot: number | null) => chooser.choose(editor.worked().timeline, slot),
    [editor, chooser],
  );

  const ready = findForm({ grooveBars: content.grooveBars, window: content.window, stops: setting.stops }, meter);
  const label = `The loop: ${plural(content.grooveBars, "bar")} of groove, then the fill${ready ? ` (${FORM_WORDS[ready].name})` : ""}`;
  return (
    <>
      <h1 className="sr-only">Groove</h1>
      <Facts />
      <div className="desk-columns">
        <div className="flex flex-col gap-2.5 min-w-0">
          <section aria-label="Form" className="panel px-2 py-1.5 min-w-0">
            <FormView arrangement={arrangement} form={form} strongHand={strongHand} follow={followForm} label={label} />
          </section>
          <section aria-label="Score" className="panel px-2 py-1.5 min-w-0">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-1 pb-1 text-sm">
              <Check checked={brackets} onCheck={(checked) => setBrackets(checked)}>
                Bracket the cells
              </Check>
              <Check checked={feetBelow} onCheck={(checked) => setFeetBelow(checked)}>
                Feet stems down
              </Check>
              <label className="flex items-center gap-2">
                Bars that repeat
                <select
                  className="select select-sm w-auto"
                  value={preferences.repeats}
                  onChange={(event) => change({ repeats: event.target.value as RepeatStyle })}
                >
                  {REPEAT_STYLES.map((style) => (
                    <option key={style} value={style}>
                      {REPEAT_STYLE_NAMES[style]}
                    </option>
                  ))}
                </select>
              </label>
            </div>
            <Suspense fallback={<p className="quiet text-sm p-4 max-lg:h-[44vh] lg:min-h-64">Drawing the score…</p>}>
              <FormStaff
                bars={bars}
                timeline={timeline}
                countStyle={content.countStyle}
                tempo={content.tempo}
                feel={setting.feel}
                feelWords={describeFeel(setting.feel)}
                brackets={brackets}
                onPick={choose}
                follow={followStaff}
              />
            </Suspense>
          </section>
        </div>
        <div className="panel flex flex-col min-w-0 lg:max-h-[calc(100dvh-13rem)]">
          <Tabs
            label="What to set"
            tabs={TABS}
            tab={tab}
            onTab={setTab}
            className="flex-1 min-h-0 flex flex-col"
            listClassName="shrink-0 px-2 pt-2 pb-1.5 border-b border-base-300"
            panelClassName="flex-1 min-h-0 overflow-y-auto px-3 py-2.5"
          >
            {tab === "groove" ? (
              <GrooveList
                binned={binned}
                onMake={(copied) =>
                  send("create", {
                    fillId: row.id,
                    content: copied ? copyGroove(copied, preferences.hands) : newGroove(meter, content.tempo),
                  })
                }
                onDelete={(id) => send("delete", { id, fillId: row.id })}
                onRestore={(id) => send("restore", { id })}
              />
            ) : tab === "form" ? (
              <FormPanel setting={chosen} onSetting={putSetting} />
            ) : tab === "feel" ? (
              <FeelPanel groove={groove} setting={chosen} onSetting={putSetting} />
            ) : (
              <KeeperPanel setting={setting} onChoose={choose} />
            )}
          </Tabs>
        </div>
      </div>
    </>
  );
}
