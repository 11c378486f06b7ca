/** The pool: which cells, in which forms, how often. */

import { useState } from "react";
import { cellOf, readTyped } from "~/library/cell/content";
import type { BookEntry } from "~/library/cell/entries";
import { MAX_POOL, type PoolContent, type SearchQuestion } from "~/library/search/content";
import { X } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { CellCoins } from "~/views/coins";
import { poolWith, type SearchDraft } from "./draft";
import { MostPick } from "./picks";

interface PoolProps {
  readonly draft: SearchDraft;
  readonly content: SearchQuestion;
  readonly entries: readonly BookEntry[];
  readonly strongHand: "R" | "L";
  readonly say: (words: string) => void;
}

export function Pool({ draft, content, entries, strongHand, say }: PoolProps) {
  const { pool } = content;
  const [typed, setTyped] = useState("");
  const sound = typed.trim() === "" ? null : readTyped(typed.trim());
  const isBad = typed.trim() !== "" && sound === null;
  const put = (name: string, text: string) => {
    const next = poolWith(pool, name, text);
    if (!next) say(`${text} is in the pool already.`);
    else if (next.length > MAX_POOL) say(`The limit is ${MAX_POOL} cells. Remove one first.`);
    else draft.change({ pool: next });
  };
  const set = (index: number, change: Partial<PoolContent>) =>
    draft.change({ pool: pool.with(index, { ...(pool[index] as PoolContent), ...change }) });
  return (
    <section aria-label="Pool" className="panel px-3 py-2.5">
      <h2 className="text-base mb-1">Pool</h2>
      <ul className="flex flex-col gap-1.5">
        {pool.map((entry, index) => (
          <PoolRow
            key={entry.text}
            entry={entry}
            strongHand={strongHand}
            onChange={(change) => set(index, change)}
            onRemove={() => draft.change({ pool: pool.toSpliced(index, 1) })}
          />
        ))}
      </ul>
      <div className="flex flex-wrap gap-2 mt-2">
        <select
          aria-label="Add a cell of the book"
          className="select select-sm flex-1 min-w-36"
          value=""
          onChange={(event) => {
            const found = entries.find((entry) => entry.id === event.target.value);
            if (found) put(found.name, found.text);
          }}
        >
          <option value="">add from the book …</option>
          {entries.map(({ id, name, cell, favourite }) => (
            <option key={id} value={id}>
              {favourite ? "★ " : ""}
              {name} ({cell.length})
            </option>
          ))}
        </select>
        <form
          className="flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (!sound) return;
            put("typed", sound);
            setTyped("");
          }}
        >
          <input
            aria-label="Add a typed cell"
            aria-invalid={isBad}
            className={`input input-sm w-28 font-line ${isBad ? "input-error" : ""}`}
            placeholder="RLRRL"
            spellCheck={false}
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <button type="submit" className="btn btn-sm" disabled={!sound}>
            Add
          </button>
        </form>
      </div>
      <InlineError
        words={isBad ? "This isn't a sticking yet. Use R L K H and - without spaces, such as RLRRL." : null}
      />
    </section>
  );
}

interface PoolRowProps {
  readonly entry: PoolContent;
  readonly strongHand: "R" | "L";
  readonly onChange: (change: Partial<PoolContent>) => void;
  readonly onRemove: () => void;
}

function PoolRow({ entry, strongHand, onChange, onRemove }: PoolRowProps) {
  const name = entry.name || entry.text;
  const cell = cellOf(entry.text);
  return (
    <li className="border border-base-300 rounded-field px-2 pt-1 pb-1.5">
      <div className="flex items-center gap-1.5">
        <span className="font-display font-bold text-primary">{cell.length}</span>
        <span className="text-sm font-semibold truncate flex-1">{name}</span>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Remove ${name}`}
          onClick={onRemove}
        >
          <X size={14} aria-hidden />
        </button>
      </div>
      <CellCoins cell={cell} strongHand={strongHand} label={entry.text} />
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-xs">
        <label className="flex items-center gap-1 cursor-pointer">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            aria-label={`${name} mirrored too`}
            checked={entry.mirrors}
            onChange={(event) => onChange({ mirrors: event.target.checked })}
          />
          mirrored too
        </label>
        <label className="flex items-center gap-1 cursor-pointer">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            aria-label={`${name} rotated too`}
            checked={entry.rotations}
            onChange={(event) => onChange({ rotations: event.target.checked })}
          />
          rotated too
        </label>
        <span className="flex items-center gap-1">
          used
          <select
            aria-label={`${name}: used at least`}
            className="select select-xs w-13"
            value={entry.least}
            onChange={(event) => onChange({ least: Number(event.target.value) })}
          >
            {Array.from({ length: 9 }, (_, number) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a number is its place
              <option key={number} value={number}>
                {number}
              </option>
            ))}
          </select>
          to
          <MostPick label={`${name}: used at most`} value={entry.most} to={8} onChange={(most) => onChange({ most })} />
        </span>
      </div>
    </li>
  );
}
