/** The ideas: what each is, how often it comes, how clean it has been, and what may vary. */

import { lengthOf, MAX_IDEAS, MIN_IDEAS, type Results } from "~/core/flow";
import { formatLine } from "~/core/line";
import type { Hand } from "~/core/stroke";
import { beatTicks, type Meter } from "~/core/time";
import type { BookEntry } from "~/library/cell/entries";
import type { FillRow, LessonRow } from "~/library/database";
import { type FlowContent, type FlowIdea, MAX_WEIGHT } from "~/library/flow/content";
import type { ReadIdea } from "~/library/flow/ideas";
import { Minus, Plus, TriangleAlert, X } from "~/ui/icons";
import { describeBpm } from "~/words/ceiling";
import { letterOf, PATH_WORDS } from "~/words/flow";
import { RESULT_NAMES } from "~/words/practice";
import { formatNumber, plural } from "~/words/time";
import { AddIdeas } from "./add-ideas";
import type { FlowDraft } from "./draft";
import { IdeaCoins } from "./idea-coins";
import { IdeaSettings } from "./idea-settings";

interface IdeasListProps {
  readonly draft: FlowDraft;
  readonly content: FlowContent;
  readonly ideas: readonly ReadIdea[];
  readonly results: Readonly<Record<string, Results>>;
  /** How much more often each comes because of its results. */
  readonly factors: readonly number[];
  /** The top tempo of each; null if there is none. */
  readonly tops: readonly (number | null)[];
  readonly strongHand: Hand;
  readonly playing: string | null;
  readonly fills: readonly FillRow[];
  readonly entries: readonly BookEntry[];
  readonly lessons: readonly LessonRow[];
}

export function IdeasList(props: IdeasListProps) {
  const { draft, content, ideas, results, factors, tops, strongHand, playing } = props;
  return (
    <section aria-label="Ideas" className="panel px-3 py-2.5 flex flex-col gap-2">
      <h2 className="text-base flex items-baseline gap-2">
        Ideas{" "}
        <span className="quiet font-normal text-sm">
          {ideas.length} of up to {MAX_IDEAS}
        </span>
      </h2>
      {ideas.length < MIN_IDEAS ? (
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
              draft={draft}
            />
          );
        })}
      </ol>
      <AddIdeas draft={draft} content={content} fills={props.fills} entries={props.entries} lessons={props.lessons} />
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
  readonly draft: FlowDraft;
}

function IdeaCard(props: IdeaCardProps) {
  const { idea, number, read, meter, results, factor, top, tempo, isPlaying, strongHand, draft } = props;
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
          aria-label={`Remove ${read.name}`}
          onClick={() => draft.removeIdea(key)}
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
          onWeight={(next) => draft.changeIdea(key, { weight: next }, `weight ${key}`)}
        />
        <LastResults results={results} />
        <span className="ml-auto">
          <IdeaSettings idea={idea} read={read} draft={draft} />
        </span>
      </div>
      <IdeaFacts idea={idea} read={read} />
      {isOver ? (
        <p className="text-xs text-error flex items-center gap-1 mt-1">
          <TriangleAlert size={13} aria-hidden /> Your top tempo for this is {describeBpm(top)}.
        </p>
      ) : null}
    </li>
  );
}

function sayBeats(beats: number): string {
  const rounded = Math.round(beats * 100) / 100;
  return `${formatNumber(rounded)} ${rounded === 1 ? "beat" : "beats"}`;
}

interface WeightProps {
  readonly name: string;
  readonly weight: number;
  readonly factor: number;
  readonly onWeight: (weight: number) => void;
}

/** How often it comes, relative to the others. */
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
        disabled={weight >= MAX_WEIGHT}
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

/** The latest results, newest last. */
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

/** The non-default settings of an idea, in a line. */
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
