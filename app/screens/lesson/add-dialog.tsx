/** What is to come into a lesson: fills, cells and grooves, found by name or tag and taken together. */

import { useMemo, useState } from "react";
import { fillItem, type NewItem } from "~/library/lesson/edit";
import { Check } from "~/ui/check";
import { Modal } from "~/ui/modal";
import { Tabs } from "~/ui/tabs";
import { plural } from "~/words/time";

export interface Choice {
  readonly id: string;
  readonly name: string;
  readonly tags: readonly string[];
  readonly text: string;
}
export interface Choices {
  readonly fill: readonly Choice[];
  readonly cell: readonly Choice[];
  readonly groove: readonly Choice[];
}
type Kind = keyof Choices;

const TABS = [
  { id: "fill", name: "Fills" },
  { id: "cell", name: "Cells" },
  { id: "groove", name: "Grooves" },
] as const;
const PLURALS: Record<Kind, string> = { fill: "fills", cell: "cells", groove: "grooves" };

interface AddDialogProps {
  readonly choices: Choices;
  readonly onAdd: (items: readonly NewItem[]) => void;
  readonly onClose: () => void;
}

export default function AddDialog({ choices, onAdd, onClose }: AddDialogProps) {
  const [kind, setKind] = useState<Kind>("fill");
  const [words, setWords] = useState("");
  const [tag, setTag] = useState("");
  const [picked, setPicked] = useState<readonly string[]>([]);
  const all = choices[kind];
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
  const add = () => {
    onAdd(picked.map((id): NewItem => (kind === "fill" ? fillItem(id) : { kind, of: id, words: "", day: null })));
    onClose();
  };
  const isAll = shown.length > 0 && shown.every(({ id }) => picked.includes(id));
  return (
    <Modal title="Add to the lesson" onClose={onClose} className="max-w-xl">
      <Tabs label="What to add" tabs={TABS} tab={kind} onTab={open} panelClassName="flex flex-col gap-2 pt-2">
        <div className="flex flex-wrap gap-2">
          <input
            type="search"
            aria-label={`Find ${PLURALS[kind]}`}
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
            disabled={shown.length === 0}
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
              {all.length === 0 ? `You have no ${PLURALS[kind]} yet.` : "Nothing matches. Try fewer letters."}
            </li>
          ) : null}
        </ul>
      </Tabs>
      <button type="button" className="btn btn-primary btn-sm mt-4" disabled={picked.length === 0} onClick={add}>
        {picked.length === 0 ? "Choose some first" : `Add ${plural(picked.length, kind)}`}
      </button>
    </Modal>
  );
}
