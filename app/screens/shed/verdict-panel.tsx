import type { Measures, Result } from "~/core/listening";
import { isPlayed } from "~/core/practice";
import { Check, CircleDashed, CornerDownLeft, X } from "~/ui/icons";
import { describeFault, describeRemedy, FAULT_NAMES } from "~/words/faults";
import {
  describeBack,
  describeChange,
  describeLimb,
  describeOffset,
  describeStep,
  RESULT_NAMES,
} from "~/words/practice";
import { capital } from "~/words/slot";
import type { LastVerdict } from "./training";
import type { Trained } from "./use-training";

const ICONS = { clean: Check, nearly: CircleDashed, no: X } as const;
const TONES: Record<Result, string> = {
  clean: "text-accent",
  nearly: "text-warning",
  no: "text-error",
};

/** One sentence about the last repeat, advice, and the numbers behind it. */
export function VerdictPanel({ training, judgesSelf }: { readonly training: Trained; readonly judgesSelf: boolean }) {
  const { told, waiting, stay, choose, step } = training;
  return (
    <section aria-label="Verdict" className="panel px-4 py-2.5 min-h-20">
      <div aria-live="polite">
        {told ? <Sentence told={told} /> : <Before training={training} judgesSelf={judgesSelf} />}
        {waiting ? (
          <p className="mt-1.5 flex flex-wrap items-center gap-2 text-sm">
            Next: <strong className="font-semibold">{describeStep(waiting)}</strong>
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
            <p className="basis-80 flex-1">{describeBack(told.back.standing.best, told.tempo)}</p>
            <button type="button" className="btn btn-sm" onClick={() => told.back && choose(told.back.id)}>
              <CornerDownLeft size={14} aria-hidden /> Go back to one drum
            </button>
          </div>
        ) : null}
      </div>
      <OddNotes training={training} />
    </section>
  );
}

function Before({
  training: { playback, step },
  judgesSelf,
}: {
  readonly training: Trained;
  readonly judgesSelf: boolean;
}) {
  if (step && !isPlayed(step.kind)) {
    return (
      <p className="quiet">
        {step.kind === "hear"
          ? "Press Play and listen. Press Done when you have heard it."
          : "Press Play and count along. Press Done when you can count it without looking."}
      </p>
    );
  }
  return (
    <p className="quiet">
      {playback.playing
        ? judgesSelf
          ? "After each repeat, press 1 for clean, 2 for nearly, 3 for not yet."
          : "After each repeat, the verdict appears here."
        : "Press Play. After the count-in the step loops, and each repeat is judged."}
    </p>
  );
}

export function Sentence({ told, isLarge = false }: { readonly told: LastVerdict; readonly isLarge?: boolean }) {
  const Icon = ICONS[told.result];
  const [worst] = told.faults;
  const words = worst
    ? describeFault(worst)
    : !isPlayed(told.step.kind)
      ? "Done."
      : told.by === "self"
        ? `You decided: ${RESULT_NAMES[told.result]}.`
        : "Clean. Nothing to fix.";
  const change = describeChange(told.change, told.nextTempo);
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
          {worst && !isLarge ? describeRemedy(worst) : null}
        </p>
      </div>
    </div>
  );
}

/** Silent repeats before we ask whether anything is connected. */
const SILENT_REPEATS = 2;

/** Hits that could not be used, and how to fix that. */
function OddNotes({ training: { odd, isSaved, playback } }: { readonly training: Trained }) {
  const notes = [
    odd.silent >= SILENT_REPEATS
      ? "Almost nothing was heard. Is the kit plugged in, and is the right input chosen? On an acoustic kit, choose “I decide”."
      : null,
    odd.unknown !== null
      ? `The pad that sends note ${odd.unknown} isn't assigned. Assign it in Setup by hitting it.`
      : null,
    odd.flood ? "One pad keeps triggering. Its extra hits were ignored. Check its cable and threshold." : null,
    odd.jumped > 0
      ? `Your device was busy or asleep, so ${odd.jumped === 1 ? "one repeat was" : `${odd.jumped} repeats were`} not judged.`
      : null,
    odd.doubled > 2
      ? `${odd.doubled} strokes triggered twice and were counted once. If it keeps happening, raise the pad's retrigger time.`
      : null,
    odd.idle > 0 && !playback.playing ? "Your hits are coming in. Press Play to start." : null,
    odd.countIn > 0 ? "Hits during the count-in aren't judged." : null,
    isSaved
      ? null
      : "The browser couldn't store your last runs. They are kept here and stored with the next one. Free some space.",
  ].filter((note) => note !== null);
  if (notes.length === 0) return null;
  return (
    <ul className="mt-2 text-sm flex flex-col gap-1" aria-label="What couldn't be used">
      {notes.map((note) => (
        <li key={note} className="flex gap-1.5">
          <span aria-hidden>·</span> {note}
        </li>
      ))}
    </ul>
  );
}

/** The numbers behind the sentence. */
export function Details({ told: { faults }, measures }: { readonly told: LastVerdict; readonly measures: Measures }) {
  const { limbs, handFootGap, drift, contrast, flams, unisons, missed, extra, missedGraces } = measures;
  const facts = [
    ["Drift", drift ? sayDrift(drift.value) : null],
    ["Feet against hands", handFootGap === null ? null : describeOffset(handFootGap)],
    ["Accents above normal notes", sayDecibels(contrast.accentOverNormal)],
    ["Ghost notes below normal notes", sayDecibels(contrast.normalOverGhost ?? contrast.accentOverGhost)],
    [
      "Worst flam in a unison",
      unisons.length > 0 ? `${Math.round(Math.max(...unisons.map(({ gap }) => gap)) * 1000)} ms` : null,
    ],
    ["Grace notes missing", missedGraces > 0 ? String(missedGraces) : null],
    ["Missing, extra, flams", `${missed.length}, ${extra.length}, ${flams.length}`],
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
            <th scope="col">Unevenness</th>
          </tr>
        </thead>
        <tbody>
          {limbs.map(({ limb, heard, expected, offset, spread, unevenness }) => (
            <tr key={limb}>
              <th scope="row" className="font-medium">
                {describeLimb(limb)}
              </th>
              <td>
                {heard} of {expected}
              </td>
              <td>{describeOffset(offset)}</td>
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
