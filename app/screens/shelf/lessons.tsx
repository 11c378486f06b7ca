/** The lessons on the Shelf, and ways to start one. */

import { Link } from "react-router";
import type { FillRow, LessonRow } from "~/library/database";
import { MAX_LESSON_ITEMS } from "~/library/lesson/content";
import { COURSE_ID } from "~/library/lesson/course";
import { type LessonProgress, lessonProgress } from "~/library/lesson/progress";
import { LESSON_ACTS } from "~/messages/acts";
import type { LessonMessages } from "~/messages/lessons";
import { useMessages } from "~/messages/use-messages";
import { Bin } from "~/ui/bin";
import { BookOpen, GraduationCap, Plus } from "~/ui/icons";
import { plural } from "~/words/time";
import type { Learning } from "./fill-card";

interface LessonsProps {
  readonly lessons: readonly LessonRow[];
  readonly binned: readonly LessonRow[];
  readonly learning: ReadonlyMap<string, Learning>;
  /** The visible fills in order: a new lesson takes these. */
  readonly shown: readonly FillRow[];
  /** "Harbour Clock", if that is what is shown. */
  readonly tag: string | null;
  readonly isAll: boolean;
}

export function Lessons({ lessons, binned, learning, shown, tag, isAll }: LessonsProps) {
  const { send, answer } = useMessages<LessonMessages>("/lessons", LESSON_ACTS);
  const plans = new Map([...learning].map(([id, one]) => [id, { ...one, learned: null }] as const));
  const hasCourse = lessons.some(({ id }) => id === COURSE_ID);
  const make = () =>
    send("create", { name: tag ?? "", fills: isAll ? [] : shown.slice(0, MAX_LESSON_ITEMS).map(({ id }) => id) });
  return (
    <section aria-labelledby="lessons" className="mb-5">
      <div className="flex flex-wrap items-center gap-2 mb-2">
        <h2 id="lessons" className="text-lg mr-auto">
          Lessons
        </h2>
        {hasCourse ? null : (
          <button type="button" className="btn btn-sm" onClick={() => send("openCourse", {})}>
            <BookOpen size={15} aria-hidden /> Starter course
          </button>
        )}
        <button type="button" className="btn btn-sm" onClick={make}>
          <Plus size={15} aria-hidden /> {isAll ? "New lesson" : `New lesson of ${plural(shown.length, "fill")}`}
        </button>
      </div>
      {answer ? (
        <p role="status" className={`alert alert-soft mb-2 ${answer.bad ? "alert-error" : ""}`}>
          {answer.words}
        </p>
      ) : null}
      {lessons.length > 0 ? (
        <ul className="grid gap-2 sm:grid-cols-2 lg:grid-cols-3">
          {lessons.map((lesson) => (
            <LessonCard key={lesson.id} lesson={lesson} progress={lessonProgress(lesson.content, plans)} />
          ))}
        </ul>
      ) : null}
      <Bin rows={binned} onRestore={(id) => send("restore", { id })} />
    </section>
  );
}

function LessonCard({ lesson, progress }: { readonly lesson: LessonRow; readonly progress: LessonProgress }) {
  const { learned, begun, of } = progress;
  return (
    <li className="panel px-3.5 py-2.5 relative hover:border-primary focus-within:border-primary flex items-center gap-3">
      <GraduationCap size={20} className="text-primary shrink-0" aria-hidden />
      <div className="min-w-0 flex-1">
        <Link
          to={`/lessons/${lesson.id}`}
          className="font-semibold leading-tight after:absolute after:inset-0 block truncate"
        >
          {lesson.content.name || "Untitled lesson"}
        </Link>
        <p className="text-sm quiet">
          {of === 0
            ? "no fills yet"
            : `${learned} of ${plural(of, "fill")} learned${begun > 0 ? `, ${begun} begun` : ""}`}
        </p>
      </div>
      {of > 0 ? (
        <progress className="progress progress-accent w-16 shrink-0" value={learned} max={of} aria-hidden="true" />
      ) : null}
    </li>
  );
}
