/** Picks things of the book by name or tag, several at once. */

import { useMemo, useState } from "react";
import { plural } from "~/words/time";
import { Check } from "./check";
import { InlineError } from "./inline-error";
import { Modal } from "./modal";
import { Tabs } from "./tabs";

export interface PickChoice {
  readonly id: string;
  readonly name: string;
  readonly tags: readonly string[];
  readonly text: string;
}

/** A kind of thing to pick. */
export interface PickTab<Kind extends string> {
  readonly id: Kind;
  /** Plural and singular: "Fills" and "fill". */
  readonly name: string;
  readonly one: string;
  readonly choices: readonly PickChoice[];
}

export interface PickDialogProps<Kind extends string> {
  readonly title: string;
  readonly tabs: readonly PickTab<Kind>[];
  /** Maximum number to pick. */
  readonly most?: number;
  readonly onPick: (kind: Kind, ids: readonly string[]) => void;
  readonly onClose: () => void;
}

export default function PickDialog<Kind extends string>(props: PickDialogProps<Kind>) {
  const { title, tabs, most = Number.POSITIVE_INFINITY, onPick, onClose } = props;
  const [kind, setKind] = useState<Kind>((tabs[0] as PickTab<Kind>).id);
  const [words, setWords] = useState("");
  const [tag, setTag] = useState("");
  const [picked, setPicked] = useState<readonly string[]>([]);
  const { choices: all, one, name: many } = tabs.find(({ id }) => id === kind) ?? (tabs[0] as PickTab<Kind>);
  const plurals = many.toLowerCase();
  const tags = useMemo(() => [...new Set(all.flatMap((one) => one.tags))].sort((a, b) => a.localeCompare(b)), [all]);
  const shown = all.filter((one) => {
    const text = `${one.name} ${one.tags.join(" ")} ${one.text}`.toLowerCase();
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
    return (tag === "" || one.tags.includes(tag)) && wanted.every((word) => text.includes(word));
  });
  const open = (next: Kind) => {
    setKind(next);
    setPicked([]);
    setTag("");
  };
  const toggle = (id: string) =>
    setPicked(picked.includes(id) ? picked.filter((other) => other !== id) : [...picked, id]);
  const pick = () => {
    onPick(kind, picked);
    onClose();
  };
  const isAll = shown.length > 0 && shown.every(({ id }) => picked.includes(id));
  const isTooMany = picked.length > most;
  return (
    <Modal title={title} onClose={onClose} className="max-w-xl">
      <Tabs label="What to add" tabs={tabs} tab={kind} onTab={open} panelClassName="flex flex-col gap-2 pt-2">
        <div className="flex flex-wrap gap-2">
          <input
            type="search"
            aria-label={`Find ${plurals}`}
            placeholder="Name, tag or sticking"
            value={words}
            onChange={(event) => setWords(event.target.value)}
            className="input input-sm flex-1 min-w-40"
          />
          {tags.length > 0 ? (
            <select
              aria-label="Tag"
              className="select select-sm w-40"
              value={tag}
              onChange={(event) => setTag(event.target.value)}
            >
              <option value="">any tag</option>
              {tags.map((one) => (
                <option key={one} value={one}>
                  {one}
                </option>
              ))}
            </select>
          ) : null}
          <button
            type="button"
            className="btn btn-sm"
            disabled={shown.length === 0 || shown.length > most}
            onClick={() => setPicked(isAll ? [] : shown.map(({ id }) => id))}
          >
            {isAll ? "Choose none" : `Choose all ${shown.length}`}
          </button>
        </div>
        <ul className="max-h-[45dvh] overflow-y-auto border border-base-300 rounded-box divide-y divide-base-300">
          {shown.map(({ id, name, text }) => (
            <li key={id} className="px-3 py-1.5">
              <Check checked={picked.includes(id)} onCheck={() => toggle(id)}>
                <span className="min-w-0">
                  {name} <span className="font-line text-xs quiet">{text.slice(0, 60)}</span>
                </span>
              </Check>
            </li>
          ))}
          {shown.length === 0 ? (
            <li className="quiet text-sm p-3">
              {all.length === 0 ? `You have no ${plurals} yet.` : "Nothing matches. Try fewer letters."}
            </li>
          ) : null}
        </ul>
      </Tabs>
      <div className="flex flex-wrap items-center gap-3 mt-4">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={picked.length === 0 || isTooMany}
          onClick={pick}
        >
          {picked.length === 0 ? "Choose some first" : `Add ${plural(picked.length, one)}`}
        </button>
        <InlineError words={isTooMany ? `You can add ${most} more. Deselect some first.` : null} />
      </div>
    </Modal>
  );
}
