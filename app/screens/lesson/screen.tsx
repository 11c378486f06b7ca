/** A lesson: its items in order on the left, its pages on the right. */

import { lazy, Suspense, useCallback, useMemo, useState } from "react";
import { Link } from "react-router";
import { useStore } from "zustand";
import { useCommands } from "~/commands/commands";
import { KeysButton } from "~/commands/keys-button";
import { UNDO_COMMANDS } from "~/editor/commands";
import { type Draft, openDraft } from "~/editor/draft";
import type { PlayContext } from "~/editor/fill/score";
import { useUndo } from "~/editor/undo";
import { UndoButtons } from "~/editor/undo-buttons";
import { ExportMenu } from "~/export/export-menu";
import type { ExportSubject } from "~/export/subject";
import type { BookEntry } from "~/library/cell/entries";
import { currentBook } from "~/library/current";
import type { FillRow } from "~/library/database";
import { addressOf } from "~/library/fill/address";
import type { GrooveChoice } from "~/library/groove/choices";
import { type LessonContent, MAX_WORDS } from "~/library/lesson/content";
import { addItems, fillItem, headingItem, type NewItem } from "~/library/lesson/edit";
import { lessonProgress } from "~/library/lesson/progress";
import type { Opened } from "~/library/open-row";
import { canonicalLine } from "~/library/phrase/phrase";
import type { PlanRow } from "~/library/practice/plan";
import { useSaving } from "~/library/use-saving";
import { LESSON_ACTS } from "~/messages/acts";
import type { LessonMessages } from "~/messages/lessons";
import { useMessages } from "~/messages/use-messages";
import { PageSetupFields, setupOf } from "~/printing/page-setup";
import { Pages } from "~/printing/pages";
import { paperLesson, paperPlayer } from "~/printing/request";
import { usePaper } from "~/printing/use-paper";
import { usePlayerSession } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSession } from "~/session/session";
import { BookOpen, Heading, ListChecks, Plus, Printer, Sparkles, Target, Trash2 } from "~/ui/icons";
import { NameFields } from "~/ui/name-fields";
import { PickDialog, type PickTab } from "~/ui/pick";
import { SaveMark, SaveNotice } from "~/ui/save-state";
import { Tabs } from "~/ui/tabs";
import { Unfold } from "~/ui/unfold";
import { plural } from "~/words/time";
import type { PaperRequest } from "~/workers/paper";
import { ItemList } from "./item-list";

const GradedDialog = lazy(() => import("./graded-dialog"));

export interface LessonScreenProps extends Opened<LessonContent> {
  readonly fills: readonly FillRow[];
  readonly entries: readonly BookEntry[];
  readonly grooves: readonly GrooveChoice[];
  readonly plans: ReadonlyMap<string, PlanRow>;
  readonly searches: readonly { readonly id: string; readonly name: string }[];
}

const LESSON_PARTS = ["tempos", "staff", "stack", "line", "landing", "legend", "code"] as const;
const TABS = [
  { id: "list", name: "Contents" },
  { id: "pages", name: "Pages" },
] as const;

export function LessonScreen(props: LessonScreenProps) {
  const { row, unsaved } = props;
  const { say } = useSession();
  const [draft] = useState(() => openDraft(unsaved?.content ?? row.content));
  const saving = useSaving(props, draft, say);
  const history = useUndo(draft.undo);
  useCommands(UNDO_COMMANDS, { history });
  const content = useStore(draft.store, (state) => state.content);
  const { go } = useMessages<LessonMessages>("/lessons", LESSON_ACTS);
  const scene = useScene(props, draft);
  const [tab, setTab] = useState<(typeof TABS)[number]["id"]>("list");
  return (
    <main className="flex-1 w-full max-w-[1560px] mx-auto px-3 sm:px-5 py-2.5 flex flex-col gap-3">
      <header className="flex flex-wrap items-center gap-x-3 gap-y-1.5 print:hidden">
        <h1 className="sr-only">Lesson</h1>
        <NameFields
          what="lesson"
          name={content.name}
          tags={content.tags}
          onName={(name) => draft.edit("name", (lesson) => ({ ...lesson, name }))}
          onTags={(tags, tag) => draft.edit(`tag ${tag}`, (lesson) => ({ ...lesson, tags }))}
        />
        <div className="ml-auto flex flex-wrap items-center gap-2">
          <SaveMark state={saving.state} />
          <UndoButtons history={history} />
          <button
            type="button"
            className="btn btn-sm btn-primary"
            disabled={!scene.sheet}
            onClick={() => window.print()}
          >
            <Printer size={15} aria-hidden /> Print
          </button>
          <ExportMenu subjectNow={scene.subjectNow} />
          <button type="button" className="btn btn-sm" onClick={() => go("delete", { id: row.id, leaves: true })}>
            <Trash2 size={15} aria-hidden /> <span className="max-sm:sr-only">Delete</span>
          </button>
          <span className="max-sm:hidden">
            <KeysButton />
          </span>
        </div>
      </header>
      <SaveNotice saving={saving} onCopy={(mine) => go("keep", { content: mine })} />
      <div className="lg:hidden print:hidden">
        <Tabs label="Lesson" tabs={TABS} tab={tab} onTab={setTab}>
          <span className="sr-only">{tab === "list" ? "Contents" : "Pages"}</span>
        </Tabs>
      </div>
      <div className="grid gap-4 items-start lg:grid-cols-[minmax(22rem,28rem)_minmax(0,1fr)]">
        <section
          aria-label="Contents"
          className={`flex flex-col gap-2.5 min-w-0 print:hidden ${tab === "list" ? "" : "max-lg:hidden"}`}
        >
          <Progress {...props} content={content} />
          <textarea
            aria-label="What the lesson is about"
            placeholder="What the lesson is about, and how to practise it"
            value={content.intro}
            maxLength={MAX_WORDS}
            data-edits
            rows={2}
            onChange={(event) => {
              const intro = event.target.value;
              draft.edit("intro", (lesson) => ({ ...lesson, intro }));
            }}
            className="textarea w-full leading-snug field-sizing-content"
          />
          <ItemList draft={draft} content={content} scene={props} />
          <AddBar draft={draft} scene={props} />
        </section>
        <section aria-label="Pages" className={`min-w-0 flex flex-col gap-3 ${tab === "pages" ? "" : "max-lg:hidden"}`}>
          <div className="print:hidden flex justify-end">
            <Unfold face={<>Page setup</>} label="Page setup" className="btn btn-sm" sheetClassName="w-80">
              <PageSetupFields field="lessonParts" offered={LESSON_PARTS} />
            </Unfold>
          </div>
          {scene.failed ? (
            <p role="alert" className="alert alert-soft alert-error">
              The pages couldn't be drawn in this browser. The lesson itself is safe.
            </p>
          ) : null}
          {scene.sheet ? (
            <Pages sheet={scene.sheet} />
          ) : (
            <div className="page aspect-[210/297] mx-auto" role="status" aria-label="Drawing the pages" />
          )}
        </section>
      </div>
    </main>
  );
}

/** The source of exports and pages. */
function useScene({ row, entries, grooves }: LessonScreenProps, draft: Draft<LessonContent>) {
  const session = usePlayerSession();
  const [preferences] = usePreferences();
  const content = useStore(draft.store, (state) => state.content);
  const stage = useMemo(
    (): PlayContext => ({ grooves, player: session.player, preferences }),
    [grooves, session.player, preferences],
  );
  const cells = useMemo(
    () => new Map(entries.map(({ id, name, text, rate }) => [id, { name, text: `@${rate} ${text}` }] as const)),
    [entries],
  );
  const make = useCallback(async (): Promise<PaperRequest> => {
    const { id, createdAt, updatedAt } = row;
    const item = { id, createdAt, updatedAt, content };
    const lesson = await paperLesson(await currentBook(), item, { fills: new Map(), cells, stage }, true);
    return {
      of: { kind: "lesson", lesson },
      who: paperPlayer(session, preferences),
      setup: setupOf(preferences, "lessonParts"),
    };
  }, [row, content, cells, stage, session, preferences]);
  const subjectNow = async (): Promise<ExportSubject> => {
    const now = draft.store.getState().content;
    const book = await currentBook();
    const ids = [...new Set(now.items.flatMap((item) => (item.kind === "fill" ? [item.of] : [])))];
    const rows = await book.fills.bulkGet(ids);
    const lesson = { id: row.id, createdAt: row.createdAt, updatedAt: Date.now(), content: now };
    const fills = rows.filter((one) => one !== undefined);
    return { title: now.name || "Untitled lesson", fills, lesson, cells, stage, session };
  };
  return { ...usePaper(make), subjectNow };
}

/** The player's progress, and where to continue. */
function Progress({
  content,
  plans,
  fills,
}: Pick<LessonScreenProps, "plans" | "fills"> & { readonly content: LessonContent }) {
  const { learned, of, next } = lessonProgress(content, plans);
  if (of === 0) return null;
  const name = fills.find(({ id }) => id === next?.of)?.content.name || "Untitled fill";
  return (
    <div className="panel px-3 py-2 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
      <ListChecks size={16} className="text-accent" aria-hidden />
      <span>
        <strong>{learned}</strong> of {plural(of, "fill")} learned
      </span>
      <progress className="progress progress-accent w-24 flex-1" value={learned} max={of} aria-label="Fills learned" />
      {next && fills.some(({ id }) => id === next.of) ? (
        <Link to={addressOf(next.of, "shed")} className="btn btn-xs btn-primary max-md:btn-sm">
          <Target size={14} aria-hidden /> {learned === 0 ? "Start with" : "Go on with"} {name}
        </Link>
      ) : null}
    </div>
  );
}

function newItems(kind: "fill" | "cell" | "groove", ids: readonly string[]): NewItem[] {
  return ids.map((id) => (kind === "fill" ? fillItem(id) : { kind, of: id, words: "", day: null }));
}

function AddBar({ draft, scene }: { readonly draft: Draft<LessonContent>; readonly scene: LessonScreenProps }) {
  const [dialog, setDialog] = useState<"add" | "graded" | null>(null);
  const { send } = useMessages<LessonMessages>("/lessons");
  const choices = useMemo(
    (): PickTab<"fill" | "cell" | "groove">[] => [
      {
        id: "fill",
        name: "Fills",
        one: "fill",
        choices: scene.fills.map(({ id, content }) => ({
          id,
          name: content.name || "Untitled fill",
          tags: content.tags,
          text: canonicalLine(content),
        })),
      },
      {
        id: "cell",
        name: "Cells",
        one: "cell",
        choices: scene.entries.map(({ id, name, tags, text }) => ({ id, name, tags, text })),
      },
      {
        id: "groove",
        name: "Grooves",
        one: "groove",
        choices: scene.grooves.map(({ id, name }) => ({ id, name, tags: [], text: "" })),
      },
    ],
    [scene.fills, scene.entries, scene.grooves],
  );
  return (
    <div className="flex flex-wrap gap-2">
      <button type="button" className="btn btn-sm btn-primary" onClick={() => setDialog("add")}>
        <Plus size={15} aria-hidden /> Add fills…
      </button>
      <button
        type="button"
        className="btn btn-sm"
        onClick={() => draft.edit(null, (lesson) => addItems(lesson, [headingItem("")]))}
      >
        <Heading size={15} aria-hidden /> Heading
      </button>
      <button type="button" className="btn btn-sm" onClick={() => setDialog("graded")}>
        <Sparkles size={15} aria-hidden /> Graded set…
      </button>
      {scene.fills.length === 0 ? (
        <button type="button" className="btn btn-sm" onClick={() => send("openCourse", {})}>
          <BookOpen size={15} aria-hidden /> Open the starter course
        </button>
      ) : null}
      <Suspense fallback={null}>
        {dialog === "add" ? (
          <PickDialog
            title="Add to the lesson"
            tabs={choices}
            onPick={(kind, ids) => draft.edit(null, (lesson) => addItems(lesson, newItems(kind, ids)))}
            onClose={() => setDialog(null)}
          />
        ) : null}
        {dialog === "graded" ? <GradedDialog draft={draft} scene={scene} onClose={() => setDialog(null)} /> : null}
      </Suspense>
    </div>
  );
}
