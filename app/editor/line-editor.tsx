import { lazy, type ReactNode, type RefObject, Suspense, useId } from "react";
import type { Problem } from "~/core/line";
import { strokesOf } from "~/core/stroke";
import type { Timeline } from "~/core/timeline";
import { MAX_KEPT_TEXT } from "~/library/phrase/phrase";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { Unfold } from "~/ui/unfold";
import { useEditor, useNow, usePhraseNow } from "./context";
import type { PhraseEditor } from "./editor";

// Opened on request, or when needed.
const Legend = lazy(() => import("~/views/legend"));
const Problems = lazy(() => import("./line-problems"));

interface LineEditorProps {
  readonly input: RefObject<HTMLTextAreaElement | null>;
  readonly onLeave: () => void;
  /** The settings of the line, below it. */
  readonly children?: ReactNode;
}

const workedOf = ({ worked }: PhraseEditor) => worked();

/** The stick line as text: read at every keystroke, with problems marked in place and advice. */
export function LineEditor({ input, onLeave, children }: LineEditorProps) {
  const editor = useEditor();
  const { text } = usePhraseNow();
  const { reading, timeline } = useNow(workedOf);
  const [{ ghostsTold }] = usePreferences();
  const label = useId();
  const strongHand = usePlayer().hands.leading;
  const first = reading.problems[0];
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.key === "Escape" || event.key === "Enter") {
      event.preventDefault();
      onLeave();
    }
  };
  return (
    <section aria-label="Stick line" className="panel px-3.5 pt-2 pb-1.5 has-[textarea:focus]:border-primary">
      <label htmlFor={label} className="sr-only">
        Stick line
      </label>
      <div className="max-h-40 overflow-y-auto">
        <div className="relative pb-1 font-line text-lg sm:text-2xl sm:leading-9 leading-8">
          {/* In the flow, so that the field is as tall as its text in every browser. */}
          <div
            aria-hidden="true"
            className="min-h-8 sm:min-h-9 whitespace-pre-wrap break-words text-transparent pointer-events-none"
          >
            <Marked text={text} problems={reading.problems} />
          </div>
          <textarea
            id={label}
            ref={input}
            value={text}
            rows={1}
            maxLength={MAX_KEPT_TEXT}
            data-edits
            spellCheck={false}
            autoCapitalize="off"
            autoCorrect="off"
            aria-invalid={first !== undefined}
            aria-describedby={`${label}-problems`}
            onChange={(event) => editor.setText(event.target.value.replace(/\n/g, " "))}
            onKeyDown={onKeyDown}
            onBlur={editor.tidyText}
            className="absolute inset-0 block h-full w-full resize-none overflow-hidden bg-transparent outline-none break-words rounded-sm"
          />
        </div>
      </div>
      <div id={`${label}-problems`} aria-live="polite" className="text-sm">
        {first || reading.advice.length > 0 || (!ghostsTold && isAllGhosts(timeline)) ? (
          <Suspense fallback={null}>
            <Problems
              reading={reading}
              onFocus={(column) => {
                input.current?.focus();
                input.current?.setSelectionRange(column, column + 1);
              }}
            />
          </Suspense>
        ) : null}
      </div>
      <div className="flex items-start gap-4">
        <div className="flex-1 min-w-0">{children}</div>
        <Unfold face="Legend" label="Legend" className="sentence-word text-sm shrink-0" sheetClassName="w-[30rem]">
          <Suspense fallback={null}>
            <Legend strongHand={strongHand} />
          </Suspense>
        </Unfold>
      </div>
    </section>
  );
}

/** Fewer may well be meant. */
const MIN_GHOSTS = 4;

/** Whether every stroke was typed small. */
function isAllGhosts({ slots }: Timeline): boolean {
  const strokes = slots.flatMap(({ content }) => strokesOf(content));
  return strokes.length >= MIN_GHOSTS && strokes.every(({ level }) => level === "ghost");
}

/** The text again, invisible, with wavy underlines under problems. */
function Marked({ text, problems }: { text: string; problems: readonly Problem[] }) {
  const pieces: React.ReactNode[] = [];
  let at = 0;
  for (const problem of problems) {
    if (problem.from < at) continue;
    // A problem at the very end marks a space after it.
    const marked = text.slice(problem.from, problem.to) || " ";
    pieces.push(text.slice(at, problem.from));
    pieces.push(
      <mark
        key={problem.from}
        className="bg-error/15 text-transparent underline decoration-wavy decoration-error decoration-2 underline-offset-4"
      >
        {marked}
      </mark>,
    );
    at = problem.to;
  }
  pieces.push(text.slice(at));
  return pieces;
}
