import { useEffect, useRef, useState } from "react";
import type { Timeline } from "~/core/timeline";
import { describeSlot } from "~/words/slot";
import { plural } from "~/words/time";

interface EditNewsProps {
  readonly timeline: Timeline;
}

/** Tells assistive technology what an edit made of a note: pictures show it, but nothing says it. */
export default function EditNews({ timeline }: EditNewsProps) {
  const [news, setNews] = useState("");
  const before = useRef<readonly string[] | null>(null);
  useEffect(() => {
    const now = timeline.slots.map(({ voiced }) => describeSlot(voiced));
    const old = before.current;
    before.current = now;
    if (old) setNews((last) => tellEdit(old, now) ?? last);
  }, [timeline]);
  return (
    <p aria-live="polite" className="sr-only">
      {news}
    </p>
  );
}

/** The notes before and after, in words; null if nothing has changed. */
export function tellEdit(before: readonly string[], now: readonly string[]): string | null {
  if (before.length !== now.length) return `${plural(now.length, "note")} now.`;
  const changed = now.flatMap((words, index) => (words === before[index] ? [] : [index]));
  const [first] = changed;
  if (first === undefined) return null;
  return changed.length === 1
    ? `Note ${first + 1}: ${now[first]}.`
    : `${plural(changed.length, "note")} changed, from note ${first + 1} on.`;
}
