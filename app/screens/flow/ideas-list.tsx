/** The ideas: what each is, how often it comes, how clean it has been, and what of it may differ. */

import { Minus, Plus, TriangleAlert, X } from "lucide-react";
import { Suspense, useMemo, useState } from "react";
import { LEAST_IDEAS, lengthOf, MOST_IDEAS, type Results } from "~/core/flow";
import { formatLine, readStickLine } from "~/core/line";
import { openingRate } from "~/core/phrase";
import type { Hand } from "~/core/stroke";
import { beatTicks, formatRate, type Meter } from "~/core/time";
import type { BookEntry } from "~/library/cell/entries";
import type { FillRow, LessonRow } from "~/library/database";
import {
  type FlowContent,
  type FlowIdea,
  MOST_GROWTH,
  MOST_TAIL,
  MOST_TIMES,
  MOST_WEIGHT,
  makeIdea,
} from "~/library/flow/content";
import { ideaOfEntry, ideaOfFill, type ReadIdea } from "~/library/flow/ideas";
import { Check } from "~/ui/check";
import { NumberField } from "~/ui/number-field";
import { type Choice, PickDialog, type PickTab } from "~/ui/pick";
import { Unfold } from "~/ui/unfold";
import { sayBpm } from "~/words/ceiling";
import { letterOf, PATH_WORDS } from "~/words/flow";
import { RESULT_NAMES } from "~/words/practice";
import { nameRate, OFFERED_RATES, plural } from "~/words/time";
import type { FlowBench } from "./bench";
import { IdeaCoins } from "./idea-coins";

interface IdeasListProps {
  readonly bench: FlowBench;
  readonly content: FlowContent;
  readonly ideas: readonly ReadIdea[];
  readonly results: Readonly<Record<string, Results>>;
  /** How much more often each comes for its results. */
  readonly factors: readonly number[];
  /** The top tempo of each; null where there is none. */
  readonly tops: readonly (number | null)[];
  readonly strongHand: Hand;
  readonly playing: string | null;
  readonly fills: readonly FillRow[];
  readonly entries: readonly BookEntry[];
  readonly lessons: readonly LessonRow[];
}

export function IdeasList(props: IdeasListProps) {
  const { bench, content, ideas, results, factors, tops, strongHand, playing } = props;
  return (
    <section aria-label="Ideas" className="panel px-3 py-2.5 flex flex-col gap-2">
      <h2 className="text-base flex items-baseline gap-2">
        Ideas{" "}
        <span className="quiet font-normal text-sm">
          {ideas.length} of up to {MOST_IDEAS}
        </span>
      </h2>
      {ideas.length < LEAST_IDEAS ? (
        <p className="text-sm">
          Choose two or three ideas of different lengths. You move between them at random, and always come home on 1.
        </p>
      ) : null}
      <ol className="flex flex-col gap-2">
        {content.ideas.map((idea, index) => {
          const read = ideas[index];
          if (!read) return null;
          return (
            <IdeaCard
              key={idea.key}
              idea={idea}
              number={index}
              read={read}
              meter={content.meter as Meter}
              results={results[idea.key] ?? []}
              factor={factors[index] ?? 1}
              top={tops[index] ?? null}
              tempo={content.tempo}
              isPlaying={idea.key === playing}
              strongHand={strongHand}
              bench={bench}
            />
          );
        })}
      </ol>
      <AddIdeas {...props} />
    </section>
  );
}

interface IdeaCardProps {
  readonly idea: FlowIdea;
  readonly number: number;
  readonly read: ReadIdea;
  readonly meter: Meter;
  readonly results: Results;
  readonly factor: number;
  readonly top: number | null;
  readonly tempo: number;
  readonly isPlaying: boolean;
  readonly strongHand: Hand;
  readonly bench: FlowBench;
}

function IdeaCard(props: IdeaCardProps) {
  const { idea, number, read, meter, results, factor, top, tempo, isPlaying, strongHand, bench } = props;
  const { key, weight } = idea;
  const line = read.versions[0] ?? [];
  const beats = lengthOf(line) / beatTicks(meter);
  const isOver = top !== null && tempo > top + 0.5;
  return (
    <li
      className={`rounded-field border px-2 pt-1 pb-1.5 ${isPlaying ? "border-primary bg-primary/10" : "border-base-300"}`}
    >
      <div className="flex items-center gap-1.5">
        <span className="font-display font-bold text-primary" aria-hidden>
          {letterOf(number)}
        </span>
        <span className="text-sm font-semibold truncate flex-1" title={read.name}>
          {read.name}
        </span>
        <span className="label-small whitespace-nowrap">{sayBeats(beats)}</span>
        <button
          type="button"
          className="btn btn-xs btn-ghost btn-square"
          aria-label={`Take out ${read.name}`}
          onClick={() => bench.removeIdea(key)}
        >
          <X size={14} aria-hidden />
        </button>
      </div>
      <IdeaCoins line={line} strongHand={strongHand} leastSlots={8} label={formatLine(line)} className="h-9" />
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 mt-1 text-xs">
        <Weight
          name={read.name}
          weight={weight}
          factor={factor}
          onWeight={(next) => bench.changeIdea(key, { weight: next }, `weight ${key}`)}
        />
        <LastResults results={results} />
        <span className="ml-auto">
          <IdeaSettings {...props} />
        </span>
      </div>
      <IdeaFacts idea={idea} read={read} />
      {isOver ? (
        <p className="text-xs text-error flex items-center gap-1 mt-1">
          <TriangleAlert size={13} aria-hidden /> Your top tempo for this is {sayBpm(top)}.
        </p>
      ) : null}
    </li>
  );
}

function sayBeats(beats: number): string {
  const rounded = Math.round(beats * 100) / 100;
  return `${rounded.toLocaleString("en")} ${rounded === 1 ? "beat" : "beats"}`;
}

interface WeightProps {
  readonly name: string;
  readonly weight: number;
  readonly factor: number;
  readonly onWeight: (weight: number) => void;
}

/** How often it comes, against the others. */
function Weight({ name, weight, factor, onWeight }: WeightProps) {
  return (
    <span className="flex items-center gap-1">
      <button
        type="button"
        className="btn btn-xs btn-square"
        aria-label={`${name}: less often`}
        disabled={weight <= 1}
        onClick={() => onWeight(weight - 1)}
      >
        <Minus size={12} aria-hidden />
      </button>
      <output aria-label={`${name}: weight`} className="font-display font-semibold tabular-nums w-5 text-center">
        {weight}
      </output>
      <button
        type="button"
        className="btn btn-xs btn-square"
        aria-label={`${name}: more often`}
        disabled={weight >= MOST_WEIGHT}
        onClick={() => onWeight(weight + 1)}
      >
        <Plus size={12} aria-hidden />
      </button>
      {factor > 1 ? (
        <span className="text-primary font-semibold" title="It comes more often because it wasn't clean yet">
          × {factor} until clean
        </span>
      ) : null}
    </span>
  );
}

const SIGNS = { clean: "●", nearly: "◐", no: "○" } as const;

/** The latest results, the last one at the end. */
function LastResults({ results }: { readonly results: Results }) {
  if (results.length === 0) return <span className="quiet">not judged yet</span>;
  const shown = results.slice(-6);
  return (
    <span className="tracking-widest" title="The last results: full for clean, half for nearly, empty for not yet">
      <span className="sr-only">last results: {shown.map((one) => RESULT_NAMES[one]).join(", ")}</span>
      <span aria-hidden>{shown.map((one) => SIGNS[one]).join("")}</span>
    </span>
  );
}

/** What of an idea is other than usual, in a line. */
function IdeaFacts({ idea, read }: { readonly idea: FlowIdea; readonly read: ReadIdea }) {
  const { least, most, tail, path, accents, changesEnd } = idea;
  const facts = [
    ...(least > 0 ? [`at least ${plural(least, "time")}`] : []),
    ...(most !== null ? [`at most ${plural(most, "time")}`] : []),
    ...(tail ? [`grows by its last ${plural(tail.slots, "note")}, up to ${plural(tail.times, "time")}`] : []),
    ...(path !== "kept" ? [PATH_WORDS[path]] : []),
    ...(accents ? ["accents move"] : []),
    ...(changesEnd ? ["the last of a repeat changes"] : []),
    ...(read.isCopy ? ["no longer in your book: kept here as it was"] : []),
  ];
  return facts.length > 0 ? <p className="quiet text-xs mt-0.5">{facts.join("; ")}</p> : null;
}

/** Everything about one idea that is not set in most of them. */
function IdeaSettings({ idea, read, bench }: IdeaCardProps) {
  const { key, least, most, tail, path, accents, changesEnd, rate } = idea;
  const set = (change: Partial<FlowIdea>, kind?: string) => bench.changeIdea(key, change, kind);
  const own = formatRate(openingRate(read.versions[0] ?? []));
  return (
    <Unfold
      face="Change"
      label={`How ${read.name} is played`}
      name={`Change how ${read.name} is played`}
      className="btn btn-xs"
      sheetClassName="w-80 flex flex-col gap-3 text-sm"
    >
      <div className="flex flex-wrap gap-3">
        <NumberField
          label="At least"
          value={least}
          least={0}
          most={MOST_TIMES}
          onValue={(next) => set({ least: next })}
        />
        <NumberField
          label="At most"
          value={most}
          placeholder="any"
          least={1}
          most={MOST_TIMES}
          onValue={(next) => set({ most: next })}
          onEmpty={() => set({ most: null })}
        />
        <label>
          <span className="label-small block mb-0.5">Note value</span>
          <select
            className="select select-sm w-40"
            value={rate ?? ""}
            onChange={(event) => set({ rate: event.target.value || null })}
          >
            <option value="">its own{rate === null ? ` (${nameRateText(own)})` : ""}</option>
            {OFFERED_RATES.map((one) => (
              <option key={one} value={one}>
                {nameRateText(one)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <label>
        <span className="label-small block mb-0.5">Where it is played</span>
        <select
          className="select select-sm w-full"
          value={path}
          onChange={(event) => set({ path: event.target.value as FlowIdea["path"] })}
        >
          <option value="kept">{PATH_WORDS.kept}</option>
          {read.versions.length > 1 || path === "versions" ? (
            <option value="versions">{PATH_WORDS.versions}</option>
          ) : null}
          <option value="anew">{PATH_WORDS.anew}</option>
        </select>
      </label>
      <Check isSmall checked={accents} onCheck={(next) => set({ accents: next })}>
        Move its accents to other notes
      </Check>
      <Check isSmall checked={changesEnd} onCheck={(next) => set({ changesEnd: next })}>
        When repeated, end the last one with another cell
      </Check>
      <Check
        isSmall
        checked={tail !== null}
        onCheck={(next) => set({ tail: next ? { slots: Math.min(4, MOST_TAIL), times: 2 } : null })}
      >
        Grow with each round, then shrink
      </Check>
      {tail ? (
        <div className="flex gap-3 pl-6">
          <NumberField
            label="Last notes"
            value={tail.slots}
            least={1}
            most={MOST_TAIL}
            onValue={(slots) => set({ tail: { ...tail, slots } })}
          />
          <NumberField
            label="Added up to"
            value={tail.times}
            least={1}
            most={MOST_GROWTH}
            onValue={(times) => set({ tail: { ...tail, times } })}
          />
        </div>
      ) : null}
    </Unfold>
  );
}

function nameRateText(rate: string): string {
  const [slots = "4", quarters = "1"] = rate.split("/");
  return nameRate({ slots: Number(slots), quarters: Number(quarters) });
}

type Kind = "cell" | "fill" | "lesson";

function AddIdeas({ bench, content, fills, entries, lessons }: IdeasListProps) {
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const room = MOST_IDEAS - content.ideas.length;
  const tabs = useMemo((): PickTab<Kind>[] => {
    const cells = entries.map(({ id, name, tags, text }): Choice => ({ id, name, tags, text }));
    const lines = fills.map(
      ({ id, content: { name, tags, goodText } }): Choice => ({ id, name: name || "Untitled", tags, text: goodText }),
    );
    const courses = lessons.map(
      ({ id, content: { name, tags, items } }): Choice => ({
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
  const pick = (kind: Kind, ids: readonly string[]) =>
    bench.addIdeas(ideasOf(kind, ids, { fills, entries, lessons }).slice(0, room));
  const line = readStickLine(typed.trim()).line;
  const isSound = typed.trim() !== "" && line !== null && lengthOf(line) > 0;
  if (room <= 0) return <p className="quiet text-sm">Eight ideas are as many as anybody can keep in mind.</p>;
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
            if (bench.addIdeas([makeIdea({ kind: "cell", of: null, name: text.replace(/^@\S+ /, ""), text })]))
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
      {typed !== "" && !isSound ? (
        <p role="alert" className="text-xs text-error">
          This isn't a sticking yet. Use R L K H and -, such as RLRRL, or @3 RLK for triplets.
        </p>
      ) : null}
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

/** What was picked as ideas; a lesson gives its fills and cells. */
function ideasOf(kind: Kind, ids: readonly string[], sources: Sources): FlowIdea[] {
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
