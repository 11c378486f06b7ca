/** Grooves in the fill's meter, own ones first. */

import { Link } from "react-router";
import { type Bpm, formatMeter } from "~/core/time";
import { useFillNow, useOpenFill } from "~/editor/fill/place";
import { groovesFor } from "~/editor/fill/score";
import type { GrooveRow } from "~/library/database";
import type { GrooveChoice } from "~/library/groove/choices";
import { Bin } from "~/ui/bin";
import { Copy, Pencil, Plus, Trash2 } from "~/ui/icons";
import { describeFeel } from "~/words/groove";
import { plural } from "~/words/time";

interface GrooveListProps {
  readonly binned: readonly GrooveRow[];
  /** Makes an own groove: a new one in the fill's meter, or a copy. */
  readonly onMake: (copied: GrooveChoice | null) => void;
  readonly onDelete: (id: string) => void;
  readonly onRestore: (id: string) => void;
}

export function GrooveList({ binned, onMake, onDelete, onRestore }: GrooveListProps) {
  const { row, editor, grooves } = useOpenFill();
  const { groove, tempo, meter } = useFillNow();
  const fitting = groovesFor(grooves, meter);
  const chosen = fitting.find(({ id }) => id === groove) ?? null;
  const elsewhere = grooves.length - fitting.length;
  const put = (id: string) => editor.setContent({ groove: id }, "groove");
  return (
    <div className="flex flex-col gap-2.5">
      <ul aria-label={`Grooves in ${formatMeter(meter)}`} className="flex flex-col gap-1">
        {fitting.map((one) => (
          <Item
            key={one.id}
            name={one.name}
            says={`${Math.round(one.slowest)} to ${Math.round(one.fastest)} bpm, ${describeFeel(one.groove.feel)}`}
            isOwn={one.isOwn}
            isChosen={one === chosen}
            onChoose={() => put(one.id)}
          />
        ))}
        <Item
          name="No groove (pulse only)"
          says="hi-hat, 1 and the backbeat, in any meter"
          isOwn={false}
          isChosen={chosen === null}
          onChoose={() => put("plain")}
        />
      </ul>
      {chosen ? <TempoNote tempo={tempo} chosen={chosen} /> : null}
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="btn btn-sm btn-primary" onClick={() => onMake(null)}>
          <Plus size={14} aria-hidden /> New groove
        </button>
        {chosen?.isOwn ? (
          <Link to={`/grooves/own/${chosen.id}?fill=${row.id}`} className="btn btn-sm">
            <Pencil size={14} aria-hidden /> Edit
          </Link>
        ) : null}
        {chosen ? (
          <button type="button" className="btn btn-sm font-normal" onClick={() => onMake(chosen)}>
            <Copy size={14} aria-hidden /> {chosen.isOwn ? "Copy" : "Copy to edit"}
          </button>
        ) : null}
        {chosen?.isOwn ? (
          <button type="button" className="btn btn-sm font-normal" onClick={() => onDelete(chosen.id)}>
            <Trash2 size={14} aria-hidden /> Delete
          </button>
        ) : null}
      </div>
      {elsewhere > 0 ? (
        <p className="text-sm quiet">
          {plural(elsewhere, "more groove")} in other meters. To use one, change the meter on the Stack tab.
        </p>
      ) : null}
      <Bin rows={binned} onRestore={onRestore} />
    </div>
  );
}

interface ItemProps {
  readonly name: string;
  readonly says: string;
  readonly isOwn: boolean;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
}

function Item({ name, says, isOwn, isChosen, onChoose }: ItemProps) {
  return (
    <li>
      <button
        type="button"
        aria-pressed={isChosen}
        className={`w-full text-left rounded-field border px-2.5 py-1.5 cursor-pointer ${isChosen ? "border-primary bg-base-100 shadow-[inset_3px_0_0_var(--copper)]" : "border-base-300 hover:bg-base-100"}`}
        onClick={onChoose}
      >
        <span className={isChosen ? "font-semibold" : ""}>{name}</span>
        {isOwn ? <span className="badge badge-sm ml-2">yours</span> : null}
        <span className="block text-sm quiet leading-snug">{says}</span>
      </button>
    </li>
  );
}

/** The fill's tempo is outside the groove's range. */
function TempoNote({ tempo, chosen }: { readonly tempo: Bpm; readonly chosen: GrooveChoice }) {
  const { editor } = useOpenFill();
  const nearest = tempo < chosen.slowest ? chosen.slowest : tempo > chosen.fastest ? chosen.fastest : null;
  if (nearest === null) return null;
  return (
    <p className="text-sm leading-snug">
      This groove works from {Math.round(chosen.slowest)} to {Math.round(chosen.fastest)} bpm. The fill is at{" "}
      {Math.round(tempo)}.{" "}
      <button
        type="button"
        className="underline cursor-pointer"
        onClick={() => editor.setContent({ tempo: nearest }, "tempo")}
      >
        Change to {Math.round(nearest)}
      </button>
    </p>
  );
}
