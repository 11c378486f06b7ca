/** One item of a lesson: what it is, its text, and all actions on it. */

import { Link } from "react-router";
import type { Line } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { type Bpm, MAX_BPM, MIN_BPM } from "~/core/time";
import { addressOf } from "~/library/fill/address";
import { type LessonItem, MAX_DAY, MAX_WORDS } from "~/library/lesson/content";
import { MAX_NAME } from "~/library/phrase/phrase";
import { ArrowDown, ArrowUp, GripVertical, RefreshCw, SeparatorHorizontal, Trash2 } from "~/ui/icons";
import { NumberField } from "~/ui/number-field";
import { CoinRow } from "~/views/coin-row";
import type { Grip } from "~/views/movable-rows";

/** Information about an item's subject. */
export interface ShownItem {
  readonly name: string;
  /** A stick line as text, and parsed; empty if it no longer exists. */
  readonly text: string;
  readonly line: Line;
  readonly isThere: boolean;
  /** "learned", "3 of 7 steps"; empty if it has no plan. */
  readonly progress: string;
  /** Its plan's tempos, if the lesson sets none. */
  readonly from: number | null;
  readonly to: number | null;
}

export interface ItemActions {
  readonly change: (kind: string, change: (item: LessonItem) => LessonItem) => void;
  readonly move: (by: 1 | -1) => void;
  readonly remove: () => void;
  /** Replaces it with the next candidate; null if there is none. */
  readonly swap: (() => void) | null;
}

interface ItemCardProps {
  readonly item: LessonItem;
  /** Exercise number; null for a heading. */
  readonly number: number | null;
  readonly known: ShownItem | null;
  readonly strongHand: Hand;
  readonly grip: Grip | null;
  readonly isFirst: boolean;
  readonly isLast: boolean;
  readonly actions: ItemActions;
}

const KIND_NAMES = { heading: "Heading", fill: "Fill", cell: "Cell", groove: "Groove" } as const;

export function ItemCard({ item, number, known, strongHand, grip, isFirst, isLast, actions }: ItemCardProps) {
  const name = item.kind === "heading" ? item.text || "Untitled heading" : (known?.name ?? "");
  return (
    <div
      ref={grip?.row}
      className={`panel px-2.5 py-2 flex gap-2 ${item.kind === "heading" ? "border-l-4 border-l-primary" : ""}`}
      style={{ transform: grip?.transform, transition: grip?.transition, opacity: grip?.isDragging ? 0.7 : undefined }}
    >
      <div className="flex flex-col items-center gap-1 pt-0.5">
        {grip ? (
          <button
            ref={grip.handle}
            type="button"
            {...grip.handleProps}
            aria-label={`Move ${name}`}
            title="Drag to move"
            className="btn btn-ghost btn-sm btn-square cursor-grab touch-none"
          >
            <GripVertical size={15} aria-hidden />
          </button>
        ) : (
          <span className="w-8 h-8 pointer-coarse:w-11 pointer-coarse:h-11" />
        )}
        {number === null ? null : <span className="font-display font-bold text-lg text-primary">{number}</span>}
      </div>
      <div className="min-w-0 flex-1 flex flex-col gap-1.5">
        {item.startsPage ? <p className="label-small text-primary">Starts a new page</p> : null}
        <div className="flex items-start gap-1">
          <div className="min-w-0 flex-1">
            <Head item={item} name={name} known={known} actions={actions} />
          </div>
          <Tools name={name} item={item} isFirst={isFirst} isLast={isLast} actions={actions} />
        </div>
        {known?.isThere && item.kind !== "groove" ? (
          <CoinRow line={known.line} strongHand={strongHand} label={known.text} most={20} />
        ) : null}
        {item.kind === "fill" && known?.isThere ? <Tempos item={item} known={known} actions={actions} /> : null}
        <textarea
          aria-label={`Notes on ${name}`}
          placeholder={item.kind === "heading" ? "What this part is about" : "What to watch, what's new"}
          rows={item.words ? Math.min(6, item.words.split("\n").length + Math.floor(item.words.length / 60)) : 1}
          maxLength={MAX_WORDS}
          value={item.words}
          data-edits
          onChange={(event) => {
            const words = event.target.value;
            actions.change(`words ${item.key}`, (now) => ({ ...now, words }));
          }}
          className="textarea textarea-sm w-full min-h-8 leading-snug field-sizing-content"
        />
      </div>
    </div>
  );
}

function Head({ item, name, known, actions }: Pick<ItemCardProps, "item" | "known" | "actions"> & { name: string }) {
  if (item.kind === "heading") {
    return (
      <input
        aria-label="Heading"
        placeholder="Heading"
        value={item.text}
        maxLength={MAX_NAME}
        data-edits
        onChange={(event) => {
          const text = event.target.value;
          actions.change(`heading ${item.key}`, (now) => (now.kind === "heading" ? { ...now, text } : now));
        }}
        className="font-display font-semibold text-lg w-full bg-transparent rounded-sm"
      />
    );
  }
  if (!known?.isThere) {
    return (
      <p className="text-sm text-error">
        This {item.kind} isn't in your book any more. Remove it, or bring it back from the bin.
      </p>
    );
  }
  const address =
    item.kind === "fill" ? addressOf(item.of, "stack") : item.kind === "cell" ? `/cells/${item.of}` : null;
  return (
    <p className="leading-tight">
      {address ? (
        <Link to={address} className="font-semibold hover:underline">
          {name}
        </Link>
      ) : (
        <span className="font-semibold">{name}</span>
      )}
      <span className="text-xs quiet ml-2">
        {item.kind === "fill" ? known.progress : KIND_NAMES[item.kind].toLowerCase()}
      </span>
    </p>
  );
}

function Tools({
  name,
  item,
  isFirst,
  isLast,
  actions,
}: Pick<ItemCardProps, "item" | "isFirst" | "isLast" | "actions"> & { name: string }) {
  const toggleBreak = () =>
    actions.change("page", (now) => {
      const { startsPage, ...rest } = now;
      return (startsPage ? rest : { ...now, startsPage: true }) as LessonItem;
    });
  return (
    <div className="flex shrink-0">
      {actions.swap ? (
        <Tool label={`Swap ${name} for another`} onPress={actions.swap}>
          <RefreshCw size={14} aria-hidden />
        </Tool>
      ) : null}
      <Tool label={`Start a new page with ${name}`} isOn={item.startsPage === true} onPress={toggleBreak}>
        <SeparatorHorizontal size={14} aria-hidden />
      </Tool>
      <Tool label={`Move ${name} up`} isOff={isFirst} onPress={() => actions.move(-1)}>
        <ArrowUp size={14} aria-hidden />
      </Tool>
      <Tool label={`Move ${name} down`} isOff={isLast} onPress={() => actions.move(1)}>
        <ArrowDown size={14} aria-hidden />
      </Tool>
      <Tool label={`Remove ${name}`} onPress={actions.remove}>
        <Trash2 size={14} aria-hidden />
      </Tool>
    </div>
  );
}

interface ToolProps {
  readonly label: string;
  readonly isOff?: boolean;
  /** The label of a switch. */
  readonly isOn?: boolean;
  readonly onPress: () => void;
  readonly children: React.ReactNode;
}

function Tool({ label, isOff = false, isOn, onPress, children }: ToolProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={isOn}
      disabled={isOff}
      onClick={onPress}
      className={`btn btn-ghost btn-xs btn-square max-md:btn-sm ${isOn ? "text-primary bg-base-300" : ""}`}
    >
      {children}
    </button>
  );
}

function Tempos({
  item,
  known,
  actions,
}: {
  item: Extract<LessonItem, { kind: "fill" }>;
  known: ShownItem;
  actions: ItemActions;
}) {
  const change = (kind: string, part: object) =>
    actions.change(`${kind} ${item.key}`, (now) => ({ ...now, ...part }) as LessonItem);
  return (
    <div className="flex flex-wrap items-end gap-2 text-sm">
      {(["from", "to"] as const).map((end) => (
        <NumberField
          key={end}
          label={end === "from" ? "From" : "to"}
          className="input-xs w-16"
          labelClassName="label-small"
          value={item[end]}
          placeholder={known[end] === null ? "" : String(Math.round(known[end]))}
          least={MIN_BPM}
          most={MAX_BPM}
          onValue={(value) => change(end, { [end]: value as Bpm })}
          onEmpty={() => change(end, { [end]: null })}
        />
      ))}
      <span className="quiet pb-0.5">bpm</span>
      <NumberField
        label="Day"
        className="input-xs w-14"
        labelClassName="label-small"
        value={item.day}
        placeholder="any"
        least={1}
        most={MAX_DAY}
        onValue={(value) => change("day", { day: value })}
        onEmpty={() => change("day", { day: null })}
      />
    </div>
  );
}
