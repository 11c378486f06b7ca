import { useState } from "react";
import { Link } from "react-router";
import { useStore } from "zustand";
import { type CellDraftContent, cellOf, MAX_CELL_SLOTS } from "~/library/cell/content";
import { type BookEntry, contentOf } from "~/library/cell/entries";
import type { FillRow } from "~/library/database";
import { openCell, openFillId } from "~/library/fill/address";
import { MAX_NAME } from "~/library/phrase/phrase";
import type { CellMessages, CellsAnswer } from "~/messages/cells";
import { useMessages } from "~/messages/use-messages";
import { BookmarkPlus, CornerUpRight, Layers, Save } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { formatNumber } from "~/words/time";
import { applyMoves, type CellDraft } from "./draft";

interface KeepBarProps {
  readonly draft: CellDraft;
  readonly content: CellDraftContent;
  readonly entry: BookEntry | null;
  readonly isChanged: boolean;
  readonly isNoted: boolean;
  readonly latest: FillRow | null;
  readonly onSendInto: () => void;
}

/** Saves to the book, or sends to the Stack. */
export function KeepBar({ draft, content, entry, isChanged, isNoted, latest, onSendInto }: KeepBarProps) {
  const { send: post, answer: lastAnswer, isBusy } = useMessages<CellMessages>("/cells");
  // An answer about another state of the draft doesn't apply to this one.
  const [asked, setAsked] = useState<CellDraftContent | null>(null);
  const answer = asked === content ? lastAnswer : undefined;
  const send: typeof post = (message, fields) => {
    setAsked(draft.store.getState().content);
    post(message, fields);
  };
  const name = useStore(draft.store, (state) => state.content.name);
  const shown = contentOf(content);
  const row = entry?.row ?? null;
  const isMiddle = content.at < content.moves.length;
  const keep = (relativesToo: boolean) => {
    const kept = contentOf(draft.store.getState().content);
    if (kept) send("keep", { content: kept, relativesToo, from: entry?.id ?? "new" });
  };
  const save = () => {
    const now = draft.store.getState().content;
    const whole = contentOf(
      { ...now, at: now.moves.length },
      row ? { tags: row.content.tags, favourite: row.content.favourite } : {},
    );
    if (row && whole) send("save", { id: row.id, revision: row.revision, content: whole });
  };
  // A shipped rudiment goes hand to hand; the draft holds one lead of it.
  const whole = entry?.rudiment && content.at === 0 && content.origin.source === entry.id ? entry.rudiment : null;
  const makeFill = () => {
    if (whole) send("makeRudimentFill", { rudiment: whole });
    else if (shown) send("makeFill", { content: shown });
  };
  const cell = latest && openFillId() === latest.id ? openCell() : null;
  const after = cell === null ? ", at its end" : `, after cell ${cell + 1}`;
  return (
    <section aria-label="Keep and use" className="panel px-3 py-2 flex flex-wrap items-center gap-2">
      <label className="flex items-center gap-1.5 text-sm flex-1 min-w-52">
        <span className="quiet">Name</span>
        <input
          className="input input-sm flex-1"
          maxLength={MAX_NAME}
          value={name}
          placeholder={contentOf({ ...content, name: "" })?.name ?? ""}
          onChange={(event) => draft.change({ name: event.target.value }, "name")}
        />
      </label>
      {row && isChanged ? (
        <button type="button" className="btn btn-sm" disabled={isBusy || shown === null} onClick={save}>
          <Save size={15} aria-hidden /> Save changes
        </button>
      ) : null}
      <button
        type="button"
        className="btn btn-sm"
        disabled={isBusy || shown === null}
        title={isMiddle ? "Keep what is shown, with the steps up to here" : "Keep it as your own cell, with its recipe"}
        onClick={() => keep(false)}
      >
        <BookmarkPlus size={15} aria-hidden /> {isMiddle ? `Keep step ${content.at}` : row ? "Keep as new" : "Keep"}
      </button>
      <div className="join">
        {latest ? (
          <button
            type="button"
            className="btn btn-sm join-item"
            disabled={shown === null}
            title={`Into the fill “${latest.content.name || "Untitled"}”${after}`}
            onClick={onSendInto}
          >
            <CornerUpRight size={15} aria-hidden />
            <span className="truncate max-w-44">Into {latest.content.name || "Untitled"}</span>
          </button>
        ) : null}
        <button
          type="button"
          className="btn btn-sm join-item"
          disabled={isBusy || shown === null}
          title={
            whole
              ? `The whole rudiment as a new fill on the Stack: ${whole.line}`
              : "As a new fill on the Stack, repeated within a bar"
          }
          onClick={makeFill}
        >
          <Layers size={15} aria-hidden /> {whole ? "New fill from all of it" : "New fill"}
        </button>
      </div>
      {shown === null && content.origin.text !== null ? <Refusal content={content} /> : null}
      <InlineError
        words={
          isNoted
            ? null
            : "This browser can't store unsaved work right now; its storage may be full. Keep the cell before you leave."
        }
      />
      <div role="status" aria-live="polite" className="basis-full empty:hidden text-sm">
        {answer ? <Answer answer={answer} onKeep={() => keep(true)} /> : null}
      </div>
    </section>
  );
}

function Refusal({ content }: { content: CellDraftContent }) {
  const { cell } = applyMoves(content);
  const size = formatNumber(cell.length);
  return (
    <InlineError
      words={
        cellOf(content.origin.text ?? "").length === 0
          ? "There is nothing to keep yet."
          : `${size} notes is too long for a cell. The limit is ${MAX_CELL_SLOTS}. Go back a step, or shorten it.`
      }
    />
  );
}

function Answer({ answer, onKeep }: { answer: CellsAnswer; onKeep: () => void }) {
  const link = answer.cell ? (
    <Link to={`/cells/${answer.cell.id}`} className="underline font-semibold">
      {answer.cell.name || "Untitled cell"}
    </Link>
  ) : null;
  switch (answer.kind) {
    case "have":
      return <p>You already have this cell as {link}. Nothing was added.</p>;
    case "relative":
      return (
        <div className="flex flex-wrap items-center gap-2">
          <p>You already have {link}, which is the same sticking rotated or mirrored.</p>
          <button type="button" className="btn btn-xs" onClick={onKeep}>
            Keep this one too
          </button>
        </div>
      );
    case "conflict":
      return (
        <p className="text-error">{link} was changed in another tab. Keep yours as a new cell, or open it again.</p>
      );
    case "gone":
      return <p className="text-error">This cell is no longer in your book. Keep it as a new one.</p>;
    case "saved":
      return <p>Saved.</p>;
    case "kept":
    case "done":
      return null;
  }
}
