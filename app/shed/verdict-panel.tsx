import { Check, CircleDashed, CornerDownLeft, X } from "lucide-react";
import type { Measures, Result } from "~/core";
import {
  FAULT_NAMES,
  nameStep,
  RESULT_NAMES,
  sayLimb,
  sayOffset,
  wordBack,
  wordChange,
  wordFault,
  wordRemedy,
} from "~/words/practice";
import { capital } from "~/words/slot";
import { SILENT_REPEATS, type Told, type Training } from "./training";

const ICONS = { clean: Check, nearly: CircleDashed, no: X } as const;
const TONES: Record<Result, string> = {
  clean: "text-accent",
  nearly: "text-warning",
  no: "text-error",
};

/** One sentence on the last repeat, what to do about it, and behind that the numbers. */
export function VerdictPanel({ training, judgesSelf }: { readonly training: Training; readonly judgesSelf: boolean }) {
  const { told, waiting, stay, choose, step } = training;
  return (
    <section aria-label="Verdict" className="panel px-4 py-2.5 min-h-20">
      <div aria-live="polite">
        {told ? <Sentence told={told} /> : <Before training={training} judgesSelf={judgesSelf} />}
        {waiting ? (
          <p className="mt-1.5 flex flex-wrap items-center gap-2 text-sm">
            Next: <strong className="font-semibold">{nameStep(waiting)}</strong>
            <button type="button" className="btn btn-sm btn-primary" onClick={() => choose(waiting.id)}>
              Go to it
            </button>
            <button type="button" className="btn btn-sm" onClick={stay}>
              Stay here
            </button>
          </p>
        ) : null}
        {told?.back && told.back.id !== step?.id ? (
          <div className="mt-1.5 text-sm flex flex-wrap items-center gap-2">
            <p className="basis-80 flex-1">{wordBack(told.back.standing.best, told.tempo)}</p>
            <button type="button" className="btn btn-sm" onClick={() => told.back && choose(told.back.id)}>
              <CornerDownLeft size={14} aria-hidden /> Back to one drum
            </button>
          </div>
        ) : null}
      </div>
      <OddNotes training={training} />
    </section>
  );
}

function Before({ training: { playback }, judgesSelf }: { readonly training: Training; readonly judgesSelf: boolean }) {
  return (
    <p className="quiet">
      {playback.playing
        ? judgesSelf
          ? "After each repeat say how it was: 1 clean, 2 nearly, 3 not yet."
          : "After each repeat, one sentence stands here."
        : "Press play: a bar of clicks, then the step goes round and is judged each time."}
    </p>
  );
}

export function Sentence({ told, isLarge = false }: { readonly told: Told; readonly isLarge?: boolean }) {
  const Icon = ICONS[told.result];
  const [worst] = told.faults;
  const words = worst
    ? wordFault(worst)
    : told.by === "self"
      ? `You say: ${RESULT_NAMES[told.result]}.`
      : "Clean: nothing to mend.";
  const change = wordChange(told.change, told.nextTempo);
  return (
    <div className="flex gap-3 items-start">
      <Icon
        size={isLarge ? 56 : 28}
        className={`shrink-0 mt-0.5 ${TONES[told.result]}`}
        aria-hidden
        strokeWidth={2.5}
      />
      <div>
        <p className={`font-display font-semibold leading-tight ${isLarge ? "text-4xl sm:text-5xl" : "text-xl"}`}>
          <span className={TONES[told.result]}>{capital(RESULT_NAMES[told.result])}.</span>{" "}
          {told.result === "clean" && !worst && told.by === "heard" ? "" : words}{" "}
        </p>
        <p className={isLarge ? "text-2xl mt-2" : "text-sm mt-0.5"}>
          {change ? <strong className="font-semibold">{change} </strong> : null}
          {worst && !isLarge ? wordRemedy(worst) : null}
        </p>
      </div>
    </div>
  );
}

/** What could not be used of what was heard, and how to mend it. */
function OddNotes({ training: { odd, isSaved, playback } }: { readonly training: Training }) {
  const notes = [
    odd.silent >= SILENT_REPEATS
      ? "Nothing, or hardly anything, was heard. Is the kit plugged in and the right input chosen? If you play an acoustic kit, judge yourself."
      : null,
    odd.unknown !== null
      ? `A pad with note ${odd.unknown} is not known: learn it under “Listening”, by hitting it.`
      : null,
    odd.flood
      ? "One pad triggers without end; that repeat's further hits were left out. Check its cable and threshold."
      : null,
    odd.jumped > 0
      ? `The clock jumped (${odd.jumped} repeat${odd.jumped === 1 ? "" : "s"} not judged): the device was busy or asleep. Nothing else is lost.`
      : null,
    odd.doubled > 2
      ? `${odd.doubled} strokes triggered twice and count once. Raise the pad's retrigger time if it goes on.`
      : null,
    odd.idle > 0 && !playback.playing
      ? "You are heard. Press play: what comes before the count-in is not judged."
      : null,
    odd.countIn > 0 ? "Hits in the count-in are not judged." : null,
    isSaved
      ? null
      : "The browser did not store the last runs. They wait here and are stored with the next one; free some space.",
  ].filter((note) => note !== null);
  if (notes.length === 0) return null;
  return (
    <ul className="mt-2 text-sm flex flex-col gap-1" aria-label="What could not be used">
      {notes.map((note) => (
        <li key={note} className="flex gap-1.5">
          <span aria-hidden>·</span> {note}
        </li>
      ))}
    </ul>
  );
}

/** The numbers behind the sentence. */
export function Details({ told: { faults }, measures }: { readonly told: Told; readonly measures: Measures }) {
  const { limbs, handFootGap, drift, contrast, flams, unisons, missed, extra, missedGraces } = measures;
  const facts = [
    ["Drift over the repeat", drift ? sayDrift(drift.value) : null],
    ["Feet against hands", handFootGap === null ? null : sayOffset(handFootGap)],
    ["Accents over the rest", sayDecibels(contrast.accentOverNormal)],
    ["Ghost notes under the rest", sayDecibels(contrast.normalOverGhost ?? contrast.accentOverGhost)],
    [
      "Widest unison",
      unisons.length > 0 ? `${Math.round(Math.max(...unisons.map(({ gap }) => gap)) * 1000)} ms` : null,
    ],
    ["Grace notes missing", missedGraces > 0 ? String(missedGraces) : null],
    ["Missing, too many, flams", `${missed.length}, ${extra.length}, ${flams.length}`],
  ].filter(([, value]) => value !== null);
  return (
    <section
      aria-label="Numbers of the last repeat"
      className="panel px-3 py-2 grid gap-x-5 gap-y-2 md:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]"
    >
      <table className="table table-xs">
        <thead>
          <tr>
            <th scope="col">Limb</th>
            <th scope="col">Heard</th>
            <th scope="col">On average</th>
            <th scope="col">Spread</th>
            <th scope="col">Uneven by</th>
          </tr>
        </thead>
        <tbody>
          {limbs.map(({ limb, heard, expected, offset, spread, unevenness }) => (
            <tr key={limb}>
              <th scope="row" className="font-medium">
                {sayLimb(limb)}
              </th>
              <td>
                {heard} of {expected}
              </td>
              <td>{sayOffset(offset)}</td>
              <td>{spread === null ? "–" : `${Math.round(spread * 1000)} ms`}</td>
              <td>{unevenness === null ? "–" : `${Math.round(unevenness * 100)} %`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <dl className="text-xs grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 content-start pt-1.5">
        {facts.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="quiet">{name}</dt>
            <dd className="font-medium">{value}</dd>
          </div>
        ))}
        {faults.length > 1 ? (
          <div className="contents">
            <dt className="quiet">After that</dt>
            <dd>
              {faults
                .slice(1, 4)
                .map(({ kind }) => FAULT_NAMES[kind])
                .join(", ")}
            </dd>
          </div>
        ) : null}
      </dl>
    </section>
  );
}

function sayDrift(seconds: number): string {
  const off = Math.round(seconds * 1000);
  return off === 0 ? "none" : `${Math.abs(off)} ms ${off > 0 ? "behind" : "ahead"}`;
}

function sayDecibels(value: number | null): string | null {
  return value === null ? null : `${value.toFixed(1)} dB`;
}
