/** The open fill: its name, its tabs, and what they share: one editor, one sound, one selection, one undo. */

import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Outlet, useNavigate } from "react-router";
import type { CommandTable } from "~/commands/command";
import { useCommands } from "~/commands/commands";
import { readCell } from "~/core/moves";
import { type Chooser, useChooser } from "~/editor/choice";
import {
  type HistoryScene,
  PHRASE_COMMANDS,
  type PhraseScene,
  PLAY_COMMANDS,
  type PlayScene,
  UNDO_COMMANDS,
} from "~/editor/commands";
import { EditorContext } from "~/editor/context";
import { openEditor } from "~/editor/editor";
import { readArrivingCell } from "~/editor/fill/arriving-cell";
import { FillContext, type Follower, type OpenFill } from "~/editor/fill/place";
import { loopOfCells } from "~/editor/fill/practice-loop";
import { makeSource, ostinatoOf, type PlayContext, setupOf } from "~/editor/fill/score";
import { putInCell } from "~/editor/put-in";
import { heldContent, type Undo, useUndo } from "~/editor/undo";
import { addressOf, FILL_TABS, type FillTab, noteOpenCell } from "~/library/fill/address";
import type { FillContent } from "~/library/fill/content";
import type { GrooveChoice, ShippedGroove } from "~/library/groove/choices";
import { useLiveGrooves } from "~/library/groove/live";
import type { Opened } from "~/library/open-row";
import { useSaving } from "~/library/use-saving";
import { usePlayback } from "~/session/playback";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { type Session, usePractice, useSession } from "~/session/session";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { useArriving } from "~/ui/use-arriving";
import { useFollowed } from "~/views/use-followed";
import { TAB_NAMES } from "~/words/fill";
import { FillFrame } from "./frame";

export interface FillScreenProps extends Opened<FillContent> {
  readonly grooves: readonly GrooveChoice[];
  readonly shipped: readonly ShippedGroove[];
  readonly tab: FillTab;
  readonly onCopy: (content: FillContent) => void;
}

interface FillScene extends HistoryScene, PlayScene, PhraseScene {
  readonly fillId: string;
  readonly chooser: Chooser;
  readonly practice: Session["practice"];
  readonly togglePractice: () => void;
  readonly goTo: (tab: FillTab) => void;
}

const PRACTICE_COMMANDS: CommandTable<FillScene> = [
  {
    id: "practise",
    keys: ["p"],
    name: "Practise: layers, loop, speed, clicks",
    group: "Sound",
    run: ({ togglePractice }) => togglePractice(),
  },
  {
    id: "loop",
    keys: ["o"],
    name: "Loop the chosen cells, or play all again",
    group: "Sound",
    run: ({ fillId, practice, editor, chooser }) => {
      const isLooped = practice.getState().loop?.fillId === fillId;
      const { timeline } = editor.worked();
      practice.setState({ loop: isLooped ? null : loopOfCells(fillId, timeline, chooser.cells(timeline)) });
    },
  },
];

const TAB_COMMANDS: CommandTable<FillScene> = FILL_TABS.map((tab, index) => ({
  id: `tab-${tab}`,
  keys: [`Alt+${index + 1}`],
  name: `This fill: ${TAB_NAMES[tab]}`,
  group: "Go to",
  run: ({ goTo }) => goTo(tab),
}));

/** On these tabs the fill itself isn't played: one has its own sound, the other is paper. */
const WITHOUT_TRANSPORT: readonly FillTab[] = ["shed", "sheet"];
const PLAYED = [...PLAY_COMMANDS, ...PHRASE_COMMANDS, ...PRACTICE_COMMANDS];
const NOTHING: CommandTable<FillScene> = [];

export function FillScreen(props: FillScreenProps) {
  const { row, unsaved, grooves: loaded, shipped, tab, onCopy } = props;
  const session = useSession();
  const { sound, lights, practice, say } = session;
  const chooser = useChooser();
  const player = usePlayer();
  const [preferences] = usePreferences();
  const grooves = useLiveGrooves(shipped) ?? loaded;
  const stage = useMemo((): PlayContext => ({ grooves, player, preferences }), [grooves, player, preferences]);
  const stageNow = useRef(stage);
  stageNow.current = stage;
  // The route mounts a new screen for each fill, so this runs once per fill.
  const [editor] = useState(() =>
    openEditor<FillContent>(unsaved?.content ?? row.content, (content) =>
      setupOf({ groove: "plain", grooveBars: 0, ...content }, stageNow.current),
    ),
  );
  const content = useFollowed(editor.store, heldContent<FillContent>);
  const { meter, groove, grooveBars, setting } = content;
  const ostinato = useMemo(
    () => ostinatoOf({ meter, groove, grooveBars, setting }, stage),
    [meter, groove, grooveBars, setting, stage],
  );
  const saving = useSaving(props, editor, say);

  const [heard, hear] = useState<FillContent | null>(null);
  const [otherUndo, setUndo] = useState<Undo | null>(null);
  const history = useUndo(otherUndo ?? editor.undo);
  const [followers] = useState(() => new Set<Follower>());
  const now = usePractice();
  const { speed, mix, ladder } = now;
  const loop = now.loop?.fillId === row.id ? now.loop : null;
  const played = heard ?? content;
  const playback = usePlayback({
    id: "fill",
    makeScore: useMemo(
      () => makeSource(played, stage, { speed, mix, loop, ladder }),
      [played, stage, speed, mix, loop, ladder],
    ),
    onFrame: useCallback<Follower>(
      (at) => {
        for (const follow of followers) follow(at);
      },
      [followers],
    ),
  });

  useArriving(readArrivingCell, ({ name, text, after }) =>
    putInCell(editor, chooser, { name, cell: readCell(text) ?? [] }, after, say),
  );
  useEffect(
    () => () => {
      const { timeline } = editor.worked();
      noteOpenCell(chooser.cells(timeline)?.to ?? null);
      chooser.choose(timeline, null);
      lights.light({ hover: null, playing: null });
    },
    [editor, chooser, lights],
  );

  const navigate = useNavigate();
  const hasTransport = !WITHOUT_TRANSPORT.includes(tab);
  useEffect(() => {
    if (!hasTransport) sound.stop("fill");
  }, [sound, hasTransport]);
  const [isPracticeOpen, setPracticeOpen] = useState(false);
  const togglePractice = useCallback(() => setPracticeOpen((isOpen) => !isOpen), []);
  const scene: FillScene = {
    fillId: row.id,
    editor,
    chooser,
    sound,
    practice,
    history,
    say,
    togglePlay: playback.toggle,
    togglePractice,
    goTo: (to) => void navigate(addressOf(row.id, to)),
  };
  useCommands(UNDO_COMMANDS, scene);
  useCommands(TAB_COMMANDS, scene);
  useCommands(hasTransport ? PLAYED : NOTHING, scene);

  const { playing, toggle, trouble, tempo, countInBeat } = playback;
  const place = useMemo(
    (): OpenFill => ({
      row,
      editor,
      grooves,
      stage,
      ostinato,
      playback: { playing, toggle, trouble, tempo, countInBeat },
      hear,
      followers,
      setUndo,
    }),
    [row, editor, grooves, stage, ostinato, playing, toggle, trouble, tempo, countInBeat, followers],
  );
  return (
    <FillContext value={place}>
      <EditorContext value={editor}>
        <FillFrame
          saved={<SaveMark state={saving.state} />}
          history={history}
          tab={tab}
          hasTransport={hasTransport}
          isPracticeOpen={isPracticeOpen}
          onPractice={togglePractice}
        >
          <SaveNotice saving={saving} onCopy={(mine) => onCopy(mine)} />
          <Outlet />
        </FillFrame>
      </EditorContext>
    </FillContext>
  );
}
