/** The line, its pictures and the drawer beside them: the same for a fill and for a groove. */

import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useCommands } from "~/commands/commands";
import { useSession } from "~/session/session";
import type { DrawerTab } from "./cell-drawer";
import { useChooser } from "./choice";
import { LINE_COMMANDS } from "./commands";
import { useEditor } from "./context";
import { useNoteCommands } from "./notes";
import { HAS_PAD } from "./sticking-pad";

const CellDrawer = lazy(() => import("./cell-drawer"));

export interface LineDesk {
  readonly input: React.RefObject<HTMLTextAreaElement | null>;
  readonly notes: React.RefObject<HTMLDivElement | null>;
  readonly drawer: DrawerTab | null;
  readonly openDrawer: (tab: DrawerTab) => void;
  readonly closeDrawer: () => void;
  readonly focusNotes: () => void;
}

/** Adds the commands of line, notes and drawer while mounted. */
export function useLineDesk(): LineDesk {
  const editor = useEditor();
  const chooser = useChooser();
  const { sound, say } = useSession();
  const input = useRef<HTMLTextAreaElement>(null);
  const notes = useRef<HTMLDivElement>(null);
  const [drawer, setDrawer] = useState<DrawerTab | null>(null);
  const openDrawer = useCallback(
    (tab: DrawerTab) => {
      // The first cell is a good guess.
      const { timeline } = editor.worked();
      if (tab === "moves" && !chooser.slot(timeline) && timeline.slots.length > 0) chooser.choose(timeline, 0);
      setDrawer(tab);
    },
    [editor, chooser],
  );
  const focusNotes = useCallback(() => notes.current?.querySelector<HTMLElement>("[role=grid]")?.focus(), []);
  const closeDrawer = useCallback(() => {
    setDrawer(null);
    focusNotes();
  }, [focusNotes]);
  useEffect(() => {
    // If nothing is typed yet, typing comes next; where there is a pad, the system's keyboard would cover it.
    if (editor.worked().timeline.slots.length > 0 || window.matchMedia(HAS_PAD).matches) return;
    const field = input.current;
    field?.focus();
    field?.setSelectionRange(field.value.length, field.value.length);
  }, [editor]);
  const focusLine = useCallback(() => input.current?.focus(), []);
  useCommands(
    LINE_COMMANDS,
    useMemo(
      () => ({ editor, chooser, sound, say, focusLine, openDrawer }),
      [editor, chooser, sound, say, focusLine, openDrawer],
    ),
  );
  useNoteCommands();
  return { input, notes, drawer, openDrawer, closeDrawer, focusNotes };
}

/** The drawer, while open. */
export function LineDrawer({ desk }: { readonly desk: LineDesk }) {
  const { drawer, openDrawer, closeDrawer } = desk;
  if (!drawer) return null;
  return (
    <Suspense fallback={null}>
      <CellDrawer tab={drawer} onTab={openDrawer} onClose={closeDrawer} />
    </Suspense>
  );
}
