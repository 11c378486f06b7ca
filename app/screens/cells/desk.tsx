/** One cell, large, with its recipe and facts, and the bench of moves beside it. */

import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { useStore } from "zustand";
import { useCommands, useHint } from "~/commands/commands";
import { formatSlots } from "~/core/line";
import { applyMove, MAX_MOVES, type Move } from "~/core/moves";
import { layOutCell, scoreOf, settingOf } from "~/editor/cells/preview";
import { UNDO_COMMANDS } from "~/editor/commands";
import { arrivingCellState } from "~/editor/fill/arriving-cell";
import { MOVE_COMMANDS } from "~/editor/moves/commands";
import { MoveGallery } from "~/editor/moves/gallery";
import { useOfferChoices } from "~/editor/moves/group-choices";
import { heldContent, useUndo } from "~/editor/undo";
import type { CellDraftContent } from "~/library/cell/content";
import { type BookEntry, contentOf, draftOf, EMPTY_DRAFT } from "~/library/cell/entries";
import { addressOf, openCell, openFillId } from "~/library/fill/address";
import type { Preferences } from "~/library/preferences";
import { type Playback, usePlayback } from "~/session/playback";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSession } from "~/session/session";
import { useFollowed, useLater } from "~/views/use-followed";
import { useSame } from "~/views/use-same";
import { describeForm } from "~/words/cell";
import { describeMove } from "~/words/moves";
import { CELL_COMMANDS } from "./commands";
import { Compare, type SetAside } from "./compare";
import { applyMoves, type CellDraft, cellBefore } from "./draft";
import { Heading } from "./heading";
import { KeepBar } from "./keep-bar";
import { LargeCell } from "./large-cell";
import { OriginField, Recipe } from "./recipe";
import type { CellsScreenProps } from "./screen";
import { SettingBar } from "./setting-bar";
import { CellStudy } from "./study";
import { firstNotice, isSameWork, openWith, useJournal } from "./unkept";

interface CellDeskProps extends CellsScreenProps {
  readonly entry: BookEntry | null;
  readonly aside: SetAside | null;
  readonly setAside: (aside: SetAside | null) => void;
}

export function Desk({ entries, entry, unsaved, asked, meters, latest, aside, setAside }: CellDeskProps) {
  const hint = useHint();
  const id = entry?.id ?? "new";
  const opened = useMemo(() => (entry ? draftOf(entry) : EMPTY_DRAFT), [entry]);
  const [draft] = useState(() => openWith(unsaved?.content ?? opened, asked));
  const content = useFollowed(draft.store, heldContent<CellDraftContent>);
  const history = useUndo(draft.undo);
  const [preferences, changePreferences] = usePreferences();
  const player = usePlayer();
  const strong = player.hands.leading;
  const { cell, rate } = applyMoves(content);
  const { cellTempo, cellMeter } = preferences;
  const heardIn = useSame({ cellTempo, cellMeter });
  const setting = useMemo(() => settingOf(rate, heardIn, player.kit), [rate, heardIn, player]);
  // The cell comes first; its moves and the facts below follow when there is time.
  const studied = useLater(cell);
  const [chosen, choosePosition] = useState(0);
  const position = Math.min(chosen, Math.max(0, cell.length - 1));
  const { say, lights } = useSession();
  const first = firstNotice(unsaved, asked);
  useEffect(() => {
    if (first) say(first);
  }, [first, say]);
  const navigate = useNavigate();
  const isNoted = useJournal(draft, id, entry?.row?.revision ?? 0, opened);
  const isChanged = !isSameWork(content, opened);
  const shown = contentOf(content);
  const name = content.name || shown?.name || "Cell";

  useEffect(() => {
    lights.light({ cursor: null, hover: null, playing: null });
    // Only once: a reload resumes the work on it instead.
    if (asked) window.history.replaceState(window.history.state, "", location.pathname);
  }, [asked, lights.light]);

  const makeScore = useCallback(() => {
    const score = scoreOf(cell, setting, preferences.click);
    if (!score) throw new Error("there is nothing to play");
    return score;
  }, [cell, setting, preferences.click]);
  const playback = usePlayback({
    id: "cell",
    makeScore,
  });
  const [wantsSwap, setWantsSwap] = useState(false);
  const isSwapping = wantsSwap && content.at > 0;
  const apply = useCallback(
    (move: Move) => {
      if (isSwapping) {
        draft.replaceMove(draft.store.getState().content.at - 1, move);
        setWantsSwap(false);
      } else if (!draft.apply(move))
        say(`A recipe can have up to ${MAX_MOVES} moves. Keep the cell, then continue from it.`);
    },
    [draft, isSwapping, say],
  );
  const partners = useMemo(
    () => entries.filter((other) => other.id !== id).map(({ id, name, text }) => ({ id, name, text })),
    [entries, id],
  );
  // A step being replaced is hidden: the moves apply to the cell before it.
  const worked = isSwapping ? cellBefore(content) : cell;
  const choices = useOfferChoices(strong, position, "", formatSlots(worked));
  const attempt = useCallback((move: Move) => applyMove(worked, move), [worked]);
  const shownAttempt = useLater(attempt);
  const compare = () => setAside(aside ? null : { name, cell });
  useCommands(UNDO_COMMANDS, { history });
  useCommands(CELL_COMMANDS, {
    cell,
    draft,
    position,
    choosePosition,
    compare,
    say,
    toggleSwap: () => setWantsSwap(!wantsSwap),
    togglePlay: playback.toggle,
    tempo: cellTempo,
    changeTempo: (tempo) => changePreferences({ cellTempo: tempo }),
  });
  useCommands(MOVE_COMMANDS, { offers: choices.scene, attempt: cell.length > 0 ? attempt : null, apply, say });

  const isEmpty = cell.length === 0;
  const shownStep = content.moves[content.at - 1];
  const sendInto = () => {
    const shown = contentOf(draft.store.getState().content);
    if (!latest || !shown) return;
    const after = openFillId() === latest.id ? openCell() : null;
    void navigate(addressOf(latest.id, "stack"), { state: arrivingCellState({ text: shown.text, name, after }) });
  };
  return (
    <>
      <div className="min-w-0 flex flex-col gap-2.5">
        <Heading
          entry={entry}
          form={isEmpty ? null : describeForm(cell)}
          isChanged={isChanged}
          history={history}
          isComparing={aside !== null}
          onCompare={isEmpty ? null : compare}
        />
        {content.origin.source === null ? <OriginField draft={draft} /> : null}
        <CellPanel
          draft={draft}
          chosen={chosen}
          onPosition={choosePosition}
          preferences={preferences}
          onPreferences={changePreferences}
          playback={playback}
        />
        {aside && !isEmpty ? (
          <Compare
            first={aside}
            second={{ name: isChanged && aside.name === name ? `${name}, worked on` : name, cell }}
            strongHand={strong}
            setting={setting}
            click={preferences.click}
            onClose={() => setAside(null)}
          />
        ) : null}
        <Recipe
          draft={draft}
          content={content}
          onStartOver={isChanged && content.moves.length > 0 ? () => draft.replace(opened) : null}
        />
        <KeepBar
          draft={draft}
          content={content}
          entry={entry}
          isChanged={isChanged}
          isNoted={isNoted}
          latest={latest}
          onSendInto={sendInto}
        />
        {isEmpty ? null : (
          <CellStudy
            cell={studied}
            setting={setting}
            entries={entries}
            openId={id}
            from={content.at > 0 ? content.origin.source : null}
            meters={meters}
            preferences={preferences}
            onPick={choosePosition}
          />
        )}
      </div>
      <section
        aria-label="Moves"
        className="min-w-0 lg:col-start-2 xl:col-start-3 xl:sticky xl:top-3 xl:max-h-[calc(100dvh-1.5rem)] xl:overflow-y-auto xl:pr-1"
      >
        <div className="flex items-baseline gap-2 mb-1">
          <h2 className="text-xl">Moves</h2>
          <p className="text-sm quiet">each one shows its result</p>
        </div>
        {shownStep ? (
          <label className="flex items-center gap-2 text-sm mb-2 cursor-pointer" title={hint(CELL_COMMANDS, "swap")}>
            <input
              type="checkbox"
              className="toggle toggle-sm"
              checked={isSwapping}
              onChange={(event) => setWantsSwap(event.target.checked)}
            />
            Replace the step “{describeMove(shownStep).name}”
          </label>
        ) : null}
        {isEmpty ? (
          <p className="quiet text-sm">Type a sticking first. Every move on it then appears here.</p>
        ) : (
          <MoveGallery
            attempt={shownAttempt}
            size={worked.length}
            choices={choices}
            partners={partners}
            setting={setting}
            click={preferences.click}
            onApply={apply}
          />
        )}
      </section>
    </>
  );
}

interface CellPanelProps {
  readonly draft: CellDraft;
  readonly chosen: number;
  readonly onPosition: (position: number) => void;
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
  readonly playback: Playback;
}

/** The cell itself, which shows a move at once, and how it is played. */
function CellPanel({ draft, chosen, onPosition, preferences, onPreferences, playback }: CellPanelProps) {
  const content = useStore(draft.store, heldContent<CellDraftContent>);
  const player = usePlayer();
  const { cell, rate } = applyMoves(content);
  const { cellTempo, cellMeter } = preferences;
  const laid = useMemo(
    () => layOutCell(cell, settingOf(rate, { cellTempo, cellMeter }, player.kit)),
    [cell, rate, cellTempo, cellMeter, player],
  );
  const isEmpty = cell.length === 0;
  return (
    <section aria-label="Cell" className="panel px-3 pt-3 pb-2">
      {laid && !isEmpty ? (
        <LargeCell
          timeline={laid.timeline}
          strongHand={player.hands.leading}
          countStyle={preferences.countStyle}
          position={Math.min(chosen, cell.length - 1)}
          onPosition={onPosition}
        />
      ) : (
        <p className="quiet py-8 text-center">
          Type a sticking, such as <span className="font-line">RLRRL</span>, and it appears here.
        </p>
      )}
      <SettingBar
        draft={draft}
        rate={content.rate}
        preferences={preferences}
        onPreferences={onPreferences}
        playback={playback}
        isEmpty={isEmpty}
      />
    </section>
  );
}
