import { Toolbar } from "@base-ui/react/toolbar";
import { useHint } from "~/commands/commands";
import { countSlot } from "~/core/pulse";
import { type Level, type Limb, type Slot, strokesOf, type Technique } from "~/core/stroke";
import type { TimelineSlot } from "~/core/timeline";
import { Plus, Shuffle } from "~/ui/icons";
import { describeSlot } from "~/words/slot";
import type { DrawerTab } from "./cell-drawer";
import type { CellRange } from "./choice";
import { LINE_COMMANDS } from "./commands";
import { usePhrase } from "./context";
import { NOTE_COMMANDS } from "./note-commands";
import { nameOfNote, useRunNote } from "./notes";

interface Tool {
  readonly id: string;
  readonly face: string;
  /** Whether the note is already like that. */
  readonly isOn?: (slot: Slot) => boolean;
}

const onlyStroke = (slot: Slot) => (strokesOf(slot).length === 1 ? strokesOf(slot)[0] : undefined);
const limb = (which: Limb): Tool => ({
  id: `limb-${which}`,
  face: which,
  isOn: (slot) => onlyStroke(slot)?.limb === which,
});
const level = (which: Level): Tool => ({
  id: which,
  face: which,
  isOn: (slot) => strokesOf(slot).length > 0 && strokesOf(slot).every((stroke) => stroke.level === which),
});

const technique = (id: string, which: Technique): Tool => ({
  id,
  face: id,
  isOn: (slot) => strokesOf(slot).some((stroke) => stroke.technique === which),
});

const NOTE_TOOLS: readonly (readonly Tool[])[] = [
  [
    limb("R"),
    limb("L"),
    limb("K"),
    limb("H"),
    { id: "with-K", face: "+K", isOn: (slot) => strokesOf(slot).length > 1 && slot.kind === "strokes" },
    { id: "silence", face: "rest", isOn: (slot) => strokesOf(slot).length === 0 },
  ],
  [
    level("accent"),
    level("normal"),
    level("ghost"),
    { id: "flam", face: "flam", isOn: (slot) => strokesOf(slot).some((stroke) => stroke.graces > 0) },
    technique("rim", "rim-shot"),
    technique("buzz", "buzz"),
    technique("choke", "choke"),
  ],
  [
    { id: "share-2", face: "double", isOn: (slot) => slot.kind === "split" },
    { id: "insert", face: "insert" },
    { id: "remove", face: "remove" },
  ],
];

const CELL_TOOLS: readonly Tool[] = [
  { id: "duplicate", face: "repeat" },
  { id: "split", face: "split" },
  { id: "join", face: "join" },
  { id: "cell-earlier", face: "move earlier" },
  { id: "cell-later", face: "move later" },
  { id: "swell", face: "swell" },
];

interface NotePaletteProps {
  readonly slot: TimelineSlot | null;
  /** The chosen cells; null for a single note. */
  readonly cells: CellRange | null;
  readonly onOpenDrawer: (tab: DrawerTab) => void;
}

/** What you can do to the chosen note and its cell with finger or mouse. */
export function NotePalette({ slot, cells, onOpenDrawer }: NotePaletteProps) {
  const hint = useHint();
  const { countStyle, meter } = usePhrase();
  const run = useRunNote();
  return (
    <div className="px-3 py-2">
      <p className="label-small mb-1.5 min-h-4">
        {slot ? (
          <>
            Cell {slot.cell + 1}, note {slot.inCell + 1}, counted “{countSlot(countStyle, slot, meter)}”:{" "}
            {describeSlot(slot.voiced)}
            {cells && cells.from < cells.to ? `; cells ${cells.from + 1} to ${cells.to + 1} chosen` : ""}
          </>
        ) : (
          "Press a note to change it, or use the arrow keys"
        )}
      </p>
      <Toolbar.Root aria-label="Chosen note" className="flex flex-wrap gap-x-2 gap-y-1.5">
        {NOTE_TOOLS.map((group) => (
          <Toolbar.Group key={group[0]?.id} className="join">
            {group.map((tool) => (
              <ToolButton key={tool.id} tool={tool} slot={slot} onRun={run} />
            ))}
          </Toolbar.Group>
        ))}
      </Toolbar.Root>
      <Toolbar.Root aria-label="Its cell" className="flex flex-wrap items-center gap-x-3 mt-1 text-sm">
        <span className="quiet">This cell:</span>
        {CELL_TOOLS.map(({ id, face }) => (
          <Toolbar.Button
            key={id}
            className="sentence-word disabled:opacity-50"
            disabled={slot === null}
            focusableWhenDisabled={false}
            title={hint(NOTE_COMMANDS, id)}
            aria-label={nameOfNote(id)}
            onClick={() => run(id)}
          >
            {face}
          </Toolbar.Button>
        ))}
        <DrawerButtons onOpenDrawer={onOpenDrawer} />
      </Toolbar.Root>
    </div>
  );
}

/** What needs no chosen note, while something else has the palette's place. */
export function LineTools({ onOpenDrawer }: Pick<NotePaletteProps, "onOpenDrawer">) {
  return (
    <Toolbar.Root
      aria-label="The line"
      className="px-3 py-0.5 flex flex-wrap items-center gap-x-3 text-sm border-t border-base-300"
    >
      <span className="quiet">Press a note to change it.</span>
      <DrawerButtons onOpenDrawer={onOpenDrawer} />
    </Toolbar.Root>
  );
}

function DrawerButtons({ onOpenDrawer }: Pick<NotePaletteProps, "onOpenDrawer">) {
  const hint = useHint();
  return (
    <>
      <Toolbar.Button
        className="sentence-word"
        title={hint(LINE_COMMANDS, "moves")}
        onClick={() => onOpenDrawer("moves")}
      >
        <Shuffle size={13} aria-hidden /> Moves
      </Toolbar.Button>
      <Toolbar.Button
        className="sentence-word"
        title={hint(LINE_COMMANDS, "insert-cell")}
        onClick={() => onOpenDrawer("cells")}
      >
        <Plus size={13} aria-hidden /> Cell
      </Toolbar.Button>
    </>
  );
}

interface ToolButtonProps {
  readonly tool: Tool;
  readonly slot: TimelineSlot | null;
  readonly onRun: (id: string) => void;
}

function ToolButton({ tool: { id, face, isOn }, slot, onRun }: ToolButtonProps) {
  const hint = useHint();
  const isPressed = slot !== null && isOn?.(slot.content) === true;
  return (
    <Toolbar.Button
      className={`btn btn-sm h-9 min-w-7 pointer-coarse:h-11 pointer-coarse:min-w-11 join-item px-[0.4rem] ${isPressed ? "btn-neutral" : "font-normal"}`}
      disabled={slot === null && id !== "insert"}
      focusableWhenDisabled={false}
      aria-pressed={isOn ? isPressed : undefined}
      title={hint(NOTE_COMMANDS, id)}
      aria-label={nameOfNote(id)}
      onClick={() => onRun(id)}
    >
      {face}
    </Toolbar.Button>
  );
}
