/**
 * A newcomer's first fill as the server draws it until the browser has opened the book: presses and typing wait until then.
 */

import { type ReactNode, useMemo, useState } from "react";
import { MuteCommands } from "~/commands/commands";
import { EditorContext } from "~/editor/context";
import { openEditor } from "~/editor/editor";
import { FillContext, type OpenFill } from "~/editor/fill/place";
import { ostinatoOf, setupOf } from "~/editor/fill/score";
import type { FillContent } from "~/library/fill/content";
import { readGrooves, type ShippedGroove } from "~/library/groove/choices";
import { DEFAULT_PREFERENCES } from "~/library/preferences";
import { usePlayer } from "~/session/player";
import { SaveMark } from "~/ui/save-state";
import { AT_DESK, ON_PHONE, RoomContext } from "~/views/use-room";
import { FillFrame } from "./frame";

export interface FirstFill {
  readonly content: FillContent;
  readonly grooves: readonly ShippedGroove[];
  /** What the browser says about itself. */
  readonly isPhone: boolean;
}

const STILL: OpenFill["playback"] = {
  playing: false,
  toggle: () => {},
  trouble: null,
  tempo: null,
  countInBeat: null,
};
const NO_HISTORY = { canUndo: false, canRedo: false, undo: () => {}, redo: () => {} };
const SAVED = { kind: "saved" } as const;

interface FillPreviewProps {
  readonly id: string;
  readonly first: FirstFill;
  /** The tab that is open. */
  readonly children: ReactNode;
}

export function FillPreview({ id, first, children }: FillPreviewProps) {
  const { content, isPhone } = first;
  const player = usePlayer();
  const grooves = useMemo(() => readGrooves(first.grooves), [first]);
  const stage = useMemo(() => ({ grooves, player, preferences: DEFAULT_PREFERENCES }), [grooves, player]);
  const [editor] = useState(() => openEditor(content, (now) => setupOf({ ...content, ...now }, stage)));
  const place = useMemo(
    (): OpenFill => ({
      row: { id, content, createdAt: 0, updatedAt: 0, revision: 1, deletedAt: 0 },
      editor,
      grooves,
      stage,
      ostinato: ostinatoOf(content, stage),
      playback: STILL,
      hear: () => {},
      followers: new Set(),
      setUndo: () => {},
    }),
    [id, content, editor, grooves, stage],
  );
  return (
    <MuteCommands>
      <FillContext value={place}>
        <EditorContext value={editor}>
          <RoomContext value={isPhone ? ON_PHONE : AT_DESK}>
            <div data-waiting data-newcomer className="flex-1 flex flex-col min-w-0">
              <FillFrame
                saved={<SaveMark state={SAVED} />}
                history={NO_HISTORY}
                tab="stack"
                hasTransport
                isPracticeOpen={false}
                onPractice={() => {}}
              >
                {children}
              </FillFrame>
            </div>
          </RoomContext>
        </EditorContext>
      </FillContext>
    </MuteCommands>
  );
}
