import { Suspense, useMemo, useState } from "react";
import { lengthOf, MAX_IDEAS } from "~/core/flow";
import { formatLine, readStickLine } from "~/core/line";
import type { BookEntry } from "~/library/cell/entries";
import type { FillRow, LessonRow } from "~/library/database";
import { type FlowContent, type FlowIdea, makeIdea } from "~/library/flow/content";
import { ideaOfEntry, ideaOfFill } from "~/library/flow/ideas";
import { Plus } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { type PickChoice, PickDialog, type PickTab } from "~/ui/pick";
import { plural } from "~/words/time";
import type { FlowDraft } from "./draft";

type IdeaKind = "cell" | "fill" | "lesson";

interface AddIdeasProps extends Sources {
  readonly draft: FlowDraft;
  readonly content: FlowContent;
}

/** Ideas from the book, or typed. */
export function AddIdeas({ draft, content, fills, entries, lessons }: AddIdeasProps) {
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const room = MAX_IDEAS - content.ideas.length;
  const tabs = useMemo((): PickTab<IdeaKind>[] => {
    const cells = entries.map(({ id, name, tags, text }): PickChoice => ({ id, name, tags, text }));
    const lines = fills.map(
      ({ id, content: { name, tags, goodText } }): PickChoice => ({
        id,
        name: name || "Untitled",
        tags,
        text: goodText,
      }),
    );
    const courses = lessons.map(
      ({ id, content: { name, tags, items } }): PickChoice => ({
        id,
        name: name || "Untitled lesson",
        tags,
        text: plural(items.filter(({ kind }) => kind === "fill" || kind === "cell").length, "idea"),
      }),
    );
    return [
      { id: "cell", name: "Cells", one: "cell", choices: cells },
      { id: "fill", name: "Fills", one: "fill", choices: lines },
      { id: "lesson", name: "Lessons", one: "lesson", choices: courses },
    ];
  }, [entries, fills, lessons]);
  const pick = (kind: IdeaKind, ids: readonly string[]) =>
    draft.addIdeas(ideasOf(kind, ids, { fills, entries, lessons }).slice(0, room));
  const line = readStickLine(typed.trim()).line;
  const isSound = typed.trim() !== "" && line !== null && lengthOf(line) > 0;
  if (room <= 0) return <p className="quiet text-sm">Eight ideas is the limit.</p>;
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-sm btn-primary" onClick={() => setOpen(true)}>
          <Plus size={15} aria-hidden /> Add ideas…
        </button>
        <form
          className="flex gap-1 flex-1"
          onSubmit={(event) => {
            event.preventDefault();
            if (!isSound || !line) return;
            const text = formatLine(line);
            if (draft.addIdeas([makeIdea({ kind: "cell", of: null, name: text.replace(/^@\S+ /, ""), text })]))
              setTyped("");
          }}
        >
          <input
            aria-label="Type an idea"
            aria-invalid={typed !== "" && !isSound}
            className={`input input-sm flex-1 min-w-24 font-line ${typed !== "" && !isSound ? "input-error" : ""}`}
            placeholder="RLRRL"
            spellCheck={false}
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <button type="submit" className="btn btn-sm" disabled={!isSound}>
            Add
          </button>
        </form>
      </div>
      <InlineError
        words={
          typed === "" || isSound
            ? null
            : "This isn't a sticking yet. Use R L K H and -, such as RLRRL, or @3 RLK for triplets."
        }
      />
      <Suspense fallback={null}>
        {isOpen ? (
          <PickDialog title="Add ideas" tabs={tabs} most={room} onPick={pick} onClose={() => setOpen(false)} />
        ) : null}
      </Suspense>
    </div>
  );
}

interface Sources {
  readonly fills: readonly FillRow[];
  readonly entries: readonly BookEntry[];
  readonly lessons: readonly LessonRow[];
}

/** The picked ideas; a lesson provides its fills and cells. */
function ideasOf(kind: IdeaKind, ids: readonly string[], sources: Sources): FlowIdea[] {
  const { fills, entries, lessons } = sources;
  return ids.flatMap((id): FlowIdea[] => {
    if (kind === "cell") return entries.filter((entry) => entry.id === id).map(ideaOfEntry);
    if (kind === "fill") return fills.filter((fill) => fill.id === id).map(ideaOfFill);
    const lesson = lessons.find((one) => one.id === id);
    return (lesson?.content.items ?? []).flatMap((item) =>
      item.kind === "fill" || item.kind === "cell" ? ideasOf(item.kind, [item.of], sources) : [],
    );
  });
}
