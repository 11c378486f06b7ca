import { lazy, Suspense, useDeferredValue, useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { toItem } from "~/data/rows";
import type { ExportSubject } from "~/export/subject";
import { BOOK_EXTENSION } from "~/library/book-file";
import type { FillRow, LessonRow } from "~/library/database";
import type { GrooveChoice } from "~/library/groove/choices";
import { FILL_ACTS } from "~/messages/acts";
import type { FillMessages } from "~/messages/fills";
import type { LessonMessages } from "~/messages/lessons";
import { useMessages } from "~/messages/use-messages";
import { withBackupFile } from "~/session/backups";
import { theImports } from "~/session/imports";
import { usePlayerSession } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { Bin } from "~/ui/bin";
import { download } from "~/ui/download";
import { BookOpen, ListChecks, Plus, Search, Target } from "~/ui/icons";
import { ImportButton } from "~/ui/import-button";
import { ImportStatus } from "~/ui/import-state";
import { useArriving } from "~/ui/use-arriving";
import { AfterHydration } from "~/views/after-hydration";
import { BackupReminder } from "./backup-reminder";
import { ChoiceBar } from "./choice-bar";
import type { Learning } from "./fill-card";
import { FillList } from "./fill-list";
import { matches, readAhead } from "./find";
import { Lessons } from "./lessons";
import { FILL_SORTS, type FillSort, isFillSort, sortFills } from "./sort";
import { useManyChoice } from "./use-choice";

// Menus are large, and the fills should appear first.
const ExportMenu = lazy(async () => ({ default: (await import("~/export/export-menu")).ExportMenu }));

const NotesDialog = lazy(() => import("./notes-dialog"));

/** A file dropped on another screen or opened with the app. */
function readArrivingFile(state: unknown): File | null {
  const file = (state as { file?: unknown } | null)?.file;
  return file instanceof File ? file : null;
}

/** Whether a file contains notes from another program, by its name. */
function isNotesFile({ name }: Pick<File, "name">): boolean {
  return /\.(midi?|musicxml|mxl|xml)$/i.test(name);
}

export interface ShelfScreenProps {
  readonly fills: readonly FillRow[];
  readonly lessons: readonly LessonRow[];
  /** The context of fills, for their files. */
  readonly grooves: readonly GrooveChoice[];
  /** The bin's fills and lessons. */
  readonly bin: readonly FillRow[];
  readonly binnedLessons: readonly LessonRow[];
  /** The player's progress with each fill. */
  readonly learning: ReadonlyMap<string, Learning>;
  /** Amount worth a backup now; null for no reminder. */
  readonly atRisk: number | null;
}

/** The Shelf: every fill, to find, organise, import and export. */
export function ShelfScreen({ fills, lessons, grooves, bin, binnedLessons, learning, atRisk }: ShelfScreenProps) {
  const [query, setQuery] = useState("");
  const [tag, setTag] = useState<string | null>(null);
  const [allTags, setAllTags] = useState(false);
  const { send, go, answer } = useMessages<FillMessages>("/fills", FILL_ACTS);
  const tags = useMemo(() => countTags(fills), [fills]);
  const [sort, setSort] = useState<FillSort>("edited");
  // What is typed and pressed shows at once; the list follows.
  const asked = useDeferredValue(query);
  const askedTag = useDeferredValue(tag);
  const askedSort = useDeferredValue(sort);
  const found = useMemo(() => fills.filter((fill) => matches(fill, asked, askedTag)), [fills, asked, askedTag]);
  const shown = useMemo(() => sortFills(found, learning, askedSort), [found, learning, askedSort]);
  useEffect(() => readAhead(fills, window.requestIdleCallback ?? setTimeout), [fills]);
  const shownIds = useMemo(() => shown.map(({ id }) => id), [shown]);
  const [isChoosing, setChoosing] = useState(false);
  const { chosen, choose, setAll } = useManyChoice(shownIds);
  const choosing = useMemo(() => (isChoosing ? { chosen, onChoose: choose } : null), [isChoosing, chosen, choose]);
  const meant = isChoosing && chosen.size > 0 ? shown.filter(({ id }) => chosen.has(id)) : shown;
  const isAll = meant.length === fills.length;
  const session = usePlayerSession();
  const [preferences] = usePreferences();
  const subjectNow = async (): Promise<ExportSubject> => ({
    title: tag ?? "Shelf",
    fills: meant.map(toItem),
    lesson: null,
    cells: new Map(),
    stage: { grooves, player: session.player, preferences },
    session,
  });
  const exportBook = async () => {
    await withBackupFile(Date.now(), async ({ bytes }) =>
      download(`shelf${BOOK_EXTENSION}`, bytes, "application/json"),
    );
  };
  const [notesFile, setNotesFile] = useState<File | null>(null);
  const takeFile = (file: File) => (isNotesFile(file) ? setNotesFile(file) : theImports.take(file, false));
  useArriving(readArrivingFile, takeFile);
  const deleted = answer?.deleted;
  return (
    <main className="w-full max-w-[1200px] mx-auto px-4 sm:px-5 py-5">
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2 mb-4">
        <h1 className="text-3xl">
          Shelf{" "}
          <span className="text-base quiet font-normal">
            {fills.length} {fills.length === 1 ? "fill" : "fills"}
          </span>
        </h1>
        <button
          type="button"
          className="btn btn-primary btn-sm max-sm:ml-auto sm:mr-auto"
          onClick={() => go("create", {})}
        >
          <Plus size={16} aria-hidden /> New fill
        </button>
        <label className="input input-sm w-full sm:w-52">
          <Search size={15} aria-hidden />
          <input
            type="search"
            aria-label="Find fills"
            placeholder="Name, tag or sticking"
            value={query}
            onChange={(event) => setQuery(event.target.value)}
          />
        </label>
        <label className="flex items-center gap-1.5 text-sm">
          Sort by
          <select
            className="select select-sm w-38"
            value={sort}
            onChange={(event) => isFillSort(event.target.value) && setSort(event.target.value)}
          >
            {FILL_SORTS.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {shown.length > 0 ? (
          <button
            type="button"
            className="btn btn-sm"
            aria-pressed={isChoosing}
            onClick={() => {
              setChoosing(!isChoosing);
              setAll([]);
            }}
          >
            <ListChecks size={15} aria-hidden /> Choose
          </button>
        ) : null}
        <ImportButton words="Import" takesNotes onFile={takeFile} />
        <AfterHydration fallback={<span className="btn btn-sm">Export</span>}>
          <ExportMenu
            label={isAll ? "Export" : `Export ${meant.length}`}
            subjectNow={subjectNow}
            more={[
              {
                id: "whole-book",
                name: "Everything you keep, in one file",
                group: "The whole book",
                run: () => void exportBook().catch(console.error),
              },
            ]}
          />
        </AfterHydration>
        <Link to="/log" className="btn btn-sm">
          <Target size={15} aria-hidden /> Today’s practice
        </Link>
      </div>
      {atRisk === null ? null : <BackupReminder atRisk={atRisk} />}
      <ImportStatus />
      {notesFile ? (
        <Suspense fallback={null}>
          <NotesDialog key={notesFile.name} file={notesFile} onClose={() => setNotesFile(null)} />
        </Suspense>
      ) : null}
      <div role="status" aria-live="polite">
        {answer ? (
          <div className={`alert alert-soft mb-3 ${answer.bad ? "alert-error" : "alert-success"}`}>
            <span>{answer.words}</span>
            {deleted ? (
              <button type="button" className="btn btn-sm" onClick={() => send("restore", { ids: [...deleted] })}>
                Undo
              </button>
            ) : null}
          </div>
        ) : null}
      </div>
      {fills.length > 0 || lessons.length > 0 || binnedLessons.length > 0 ? (
        <Lessons lessons={lessons} binned={binnedLessons} learning={learning} shown={meant} tag={tag} isAll={isAll} />
      ) : null}
      {tags.length > 0 ? (
        <section aria-label="Tags" className="flex flex-wrap gap-1.5 mb-4">
          {tags.slice(0, allTags ? undefined : FEW_TAGS).map(([name, count]) => (
            <button
              key={name}
              type="button"
              aria-pressed={tag === name}
              onClick={() => setTag(tag === name ? null : name)}
              className={`badge badge-lg pointer-coarse:h-11 text-sm cursor-pointer ${tag === name ? "badge-neutral" : "border-base-300 bg-base-100"}`}
            >
              {name} <span className={tag === name ? "" : "quiet"}>{count}</span>
            </button>
          ))}
          {tags.length > FEW_TAGS ? (
            <button type="button" className="text-sm underline px-1" onClick={() => setAllTags(!allTags)}>
              {allTags ? "Fewer tags" : `All ${tags.length} tags`}
            </button>
          ) : null}
        </section>
      ) : null}
      {isChoosing ? (
        <ChoiceBar
          count={chosen.size}
          of={shown.length}
          onAll={() => setAll(shownIds)}
          onNone={() => setAll([])}
          onTag={(typed) => send("tag", { ids: [...chosen], tag: typed })}
          onDelete={() => send("delete", { ids: [...chosen] })}
          onDone={() => setChoosing(false)}
        />
      ) : null}
      {shown.length > 0 ? (
        <FillList fills={shown} learning={learning} choosing={choosing} send={send} />
      ) : (
        <Nothing isEmpty={fills.length === 0} />
      )}
      <div className="mt-8">
        <Bin rows={bin} onRestore={(id) => send("restore", { ids: [id] })} />
      </div>
    </main>
  );
}

function Nothing({ isEmpty }: { readonly isEmpty: boolean }) {
  const { send, answer } = useMessages<LessonMessages>("/lessons");
  if (!isEmpty) return <p className="quiet py-12 text-center">No fill matches. Try fewer letters or another tag.</p>;
  return (
    <div className="panel p-6 my-4 max-w-xl mx-auto flex flex-col gap-3 items-start">
      <h2 className="text-xl">New to fills? Start here.</h2>
      <p>
        The starter course has twenty short fills, from your first eight notes to a bar that changes speed. Each has one
        thing that is new, and a plan to practise it by.
      </p>
      <button type="button" className="btn btn-primary" onClick={() => send("openCourse", {})}>
        <BookOpen size={17} aria-hidden /> Open the starter course
      </button>
      {answer ? <p role="alert">{answer.words}</p> : null}
      <p className="quiet text-sm">Or make a new fill, or start from a rudiment in Cells.</p>
    </div>
  );
}

function countTags(fills: readonly FillRow[]): [string, number][] {
  const counts = new Map<string, number>();
  for (const fill of fills) for (const tag of fill.content.tags) counts.set(tag, (counts.get(tag) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]));
}

/** Tags shown at first: about a line of them. */
const FEW_TAGS = 7;
