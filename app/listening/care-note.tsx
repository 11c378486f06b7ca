import { useEffect, useState } from "react";
import { z } from "zod";
import { CARE_KINDS, type CareKind, careNow } from "~/core/practice";
import { dayOf } from "~/library/practice/local-day";
import { useSession } from "~/session/session";
import { HeartPulse } from "~/ui/icons";
import { CARE_WORDS } from "~/words/practice";

const KEY = "dime-stack:care";
const shownSchema = z.object({ day: z.number().int(), shown: z.array(z.enum(CARE_KINDS)).max(CARE_KINDS.length) });
/** A pause of this many minutes counts as a break. */
const PAUSE_MINUTES = 5;

function readShown(day: number): CareKind[] {
  try {
    const read = shownSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? "null"));
    return read.success && read.data.day === day ? read.data.shown : [];
  } catch {
    return [];
  }
}

function useMinutes(playing: boolean): number {
  const { sitting } = useSession();
  const [minutes, setMinutes] = useState(sitting.played / 60);
  useEffect(() => {
    if (!playing) return;
    if (sitting.stoppedAt > 0 && Date.now() - sitting.stoppedAt > PAUSE_MINUTES * 60_000) sitting.played = 0;
    const clock = setInterval(() => {
      sitting.played += 1;
      setMinutes(sitting.played / 60);
    }, 1_000);
    return () => {
      clearInterval(clock);
      sitting.stoppedAt = Date.now();
    };
  }, [playing, sitting]);
  return minutes;
}

/** One reminder at a time, each at most once a day. */
export function CareNote({
  playing,
  breakAfter,
  downs,
}: {
  readonly playing: boolean;
  readonly breakAfter: number;
  readonly downs: number;
}) {
  const minutes = useMinutes(playing);
  const [shown, setShown] = useState<readonly CareKind[]>(() => readShown(dayOf(Date.now())));
  const due = careNow({ minutes, breakAfter, downs, shown: new Set(shown) });
  if (!due) return null;
  const dismiss = () => {
    const next = [...shown, due];
    setShown(next);
    try {
      localStorage.setItem(KEY, JSON.stringify({ day: dayOf(Date.now()), shown: next }));
    } catch {
      // Then it is shown once more.
    }
  };
  const { title, words } = CARE_WORDS[due];
  return (
    <aside aria-label="Take care" className="panel px-4 py-2 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
      <HeartPulse size={18} aria-hidden className="text-primary shrink-0" />
      <p className="flex-1 basis-64">
        <strong className="font-semibold">{title}.</strong> {words}
      </p>
      <button type="button" className="btn btn-sm" onClick={dismiss}>
        OK
      </button>
    </aside>
  );
}
