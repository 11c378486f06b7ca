/** A set of exercises from easy to hard for this player: from a search, by the grid, or from one cell. */

import { useEffect, useMemo, useReducer, useState } from "react";
import { useRevalidator } from "react-router";
import type { ExerciseSource } from "~/core/grading";
import { bpm, type Meter, parseMeter, parseRate, ticks } from "~/core/time";
import { getRow } from "~/data/rows";
import type { Draft } from "~/editor/draft";
import { cellOf } from "~/library/cell/content";
import { currentBook } from "~/library/current";
import type { LessonContent } from "~/library/lesson/content";
import { addItems } from "~/library/lesson/edit";
import { addExercises } from "~/library/lesson/exercises";
import { toSpec } from "~/library/search/content";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { Check } from "~/ui/check";
import { Sparkles } from "~/ui/icons";
import { Modal } from "~/ui/modal";
import { NumberField } from "~/ui/number-field";
import { describeEntry, describeRate, plural } from "~/words/time";
import { isEnded } from "~/workers/connection";
import { openGrading } from "~/workers/open";
import {
  countExercises,
  type ExerciseKind,
  type GradedAction,
  type GradedSettings,
  listStarts,
  openGraded,
  reduceGraded,
  toRequest,
} from "./graded";
import type { LessonScreenProps } from "./screen";

interface GradedDialogProps {
  readonly draft: Draft<LessonContent>;
  readonly scene: LessonScreenProps;
  readonly onClose: () => void;
}

const KINDS: readonly { readonly id: ExerciseKind; readonly name: string; readonly does: string }[] = [
  {
    id: "grid",
    name: "Hands follow the grid",
    does: "Right and left stay in their places while accents, kicks and rests move.",
  },
  { id: "cell", name: "From one cell", does: "The cell and its variations, looped to fill the space." },
  { id: "search", name: "From a search", does: "Random draws from everything that a saved search in Fit allows." },
];

const RATES = ["2", "3", "4", "6"] as const;
const MOST = 24;

export default function GradedDialog({ draft, scene, onClose }: GradedDialogProps) {
  const { entries, searches } = scene;
  const player = usePlayer();
  const [{ countStyle, cellMeter }] = usePreferences();
  const { revalidate } = useRevalidator();
  const meter = useMemo((): Meter => parseMeter(cellMeter) ?? { beats: 4, unit: 4 }, [cellMeter]);
  const [state, act] = useReducer(reduceGraded, null, () => openGraded(meter, entries[0]?.id, searches[0]?.id));
  const { settings, progress, made } = state;
  const { kind, rate, starts, count, tempo, kicks, rests, cell, search } = settings;
  const set = (change: Partial<GradedSettings>) => act({ do: "set", change });
  const [worker] = useState(openGrading);
  useEffect(() => () => worker.end(), [worker]);

  const sourceNow = async (): Promise<ExerciseSource | null> => {
    if (kind === "grid") return { kind, options: { lead: player.hands.leading, kicks, rests } };
    if (kind === "cell") {
      const entry = entries.find(({ id }) => id === cell);
      return entry ? { kind, cell: cellOf(entry.text) } : null;
    }
    const row = await getRow((await currentBook()).searches, search);
    return row ? { kind, spec: toSpec(row.content) } : null;
  };
  const fail = (error: unknown) => {
    if (isEnded(error)) return;
    console.error(error);
    act({ do: "fail" });
  };
  const choose = async (action: GradedAction) => {
    act(action);
    const asked = reduceGraded(state, action).settings;
    const source = await sourceNow();
    if (!source) return act({ do: "fail" });
    const { kit, limits, hands } = player;
    if (worker.isBusy) worker.end();
    act({
      do: "show",
      made: await worker.call((api) => api.grade(toRequest(asked, meter, source), { kit, limits, hands })),
    });
  };
  const entryName = (start: number) => {
    const said = describeEntry(ticks(start), meter);
    return said.includes(" ") ? `From the ${said}` : `From ${said}`;
  };
  const add = async () => {
    const tags = [(draft.store.getState().content.name || "Graded set").slice(0, 32)];
    const frame = { meter, tempo: bpm(tempo), countStyle, tags };
    const items = await addExercises(await currentBook(), made ?? [], frame, ({ space }) => entryName(space.start));
    draft.edit(null, (lesson) => addItems(lesson, items));
    await revalidate();
    onClose();
  };
  const { found: total, wanted } = countExercises(state);
  return (
    <Modal title="Graded set" onClose={onClose} className="max-w-2xl">
      <p className="text-sm quiet mb-3">
        Exercises from easy to hard for your hands and kit, each clearly different. You can swap any of them later.
      </p>
      <fieldset className="flex flex-col gap-1.5 mb-3">
        <legend className="label-small mb-1">Made from</legend>
        {KINDS.map(({ id, name, does }) => (
          <label key={id} className="flex gap-2.5 items-start text-sm cursor-pointer">
            <input
              type="radio"
              name="source"
              className="radio radio-sm mt-0.5"
              checked={kind === id}
              disabled={id === "search" && searches.length === 0}
              onChange={() => set({ kind: id })}
            />
            <span>
              <strong className="font-semibold">{name}</strong> <span className="quiet">{does}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <div className="grid grid-cols-2 sm:grid-cols-5 gap-3 items-end text-sm">
        {kind === "cell" ? (
          <Pick
            label="Cell"
            value={cell}
            onValue={(next) => set({ cell: next })}
            options={entries.map(({ id, name }) => [id, name])}
          />
        ) : null}
        {kind === "search" ? (
          <Pick
            label="Search"
            value={search}
            onValue={(next) => set({ search: next })}
            options={searches.map(({ id, name }) => [id, name || "Untitled search"])}
          />
        ) : null}
        {kind === "grid" ? (
          <div className="col-span-2 flex gap-4 pb-1.5">
            <Check checked={kicks} onCheck={(next) => set({ kicks: next })}>
              with kicks
            </Check>
            <Check checked={rests} onCheck={(next) => set({ rests: next })}>
              with rests
            </Check>
          </div>
        ) : null}
        <Pick
          label="Note value"
          value={rate}
          onValue={(next) => set({ rate: next })}
          options={RATES.map((one) => [one, describeRate(parseRate(one) ?? { slots: 4, quarters: 1 })])}
        />
        <div>
          <NumberField
            label="Written at, bpm"
            value={tempo}
            least={20}
            most={400}
            onValue={(next) => set({ tempo: next })}
          />
        </div>
        <div>
          <NumberField
            label="How many of each"
            value={count}
            least={1}
            most={MOST}
            onValue={(next) => set({ count: next })}
          />
        </div>
      </div>
      <fieldset className="mt-3">
        <legend className="label-small mb-1">Start here and run to the end of the bar</legend>
        <div className="flex flex-wrap gap-x-4 gap-y-1.5">
          {listStarts(meter).map((start) => (
            <Check
              key={start}
              isSmall
              checked={starts.includes(start)}
              onCheck={() => act({ do: "toggle-start", start })}
            >
              {describeEntry(ticks(start), meter)}
            </Check>
          ))}
        </div>
      </fieldset>
      <div className="flex flex-wrap items-center gap-2 mt-4">
        <button
          type="button"
          className="btn btn-sm btn-primary"
          disabled={progress === "busy" || starts.length === 0}
          onClick={() => void choose({ do: "choose" }).catch(fail)}
        >
          <Sparkles size={15} aria-hidden />{" "}
          {progress === "busy" ? "Choosing…" : `Choose ${plural(wanted, "exercise")}`}
        </button>
        {made ? (
          <button
            type="button"
            className="btn btn-sm"
            disabled={progress === "busy"}
            onClick={() => void choose({ do: "choose-others" }).catch(fail)}
          >
            Make another set
          </button>
        ) : null}
      </div>
      {progress === "failed" ? (
        <p role="alert" className="alert alert-soft alert-error mt-3">
          No set could be made from that. Choose another source.
        </p>
      ) : null}
      {made ? (
        <section aria-label="The set" className="mt-4 border-t border-base-300 pt-3">
          <p role="status" className="text-sm mb-2">
            {total === wanted
              ? `${plural(total, "exercise")}, from easy to hard.`
              : `${total} of ${wanted}: no more different ones exist. Try another note value, or allow more.`}
          </p>
          <ol className="flex flex-col gap-1 max-h-[32dvh] overflow-y-auto text-sm">
            {made.map(({ space, items }) => (
              <li key={space.start}>
                <p className="font-semibold mt-1">{entryName(space.start)}</p>
                <ol className="list-decimal pl-6">
                  {items.map(({ chosen }) => (
                    <li key={chosen.text}>
                      <span className="font-line text-xs">{chosen.text}</span>{" "}
                      <span className="quiet">
                        {chosen.bpm === null ? "any tempo" : `up to about ${Math.round(chosen.bpm)}`}
                      </span>
                    </li>
                  ))}
                </ol>
              </li>
            ))}
          </ol>
          <button
            type="button"
            className="btn btn-sm btn-primary mt-3"
            disabled={total === 0 || progress === "busy"}
            onClick={() => void add().catch(fail)}
          >
            Add {plural(total, "exercise")} to the lesson
          </button>
        </section>
      ) : null}
    </Modal>
  );
}

interface PickProps {
  readonly label: string;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly options: readonly (readonly [value: string, name: string])[];
}

function Pick({ label, value, onValue, options }: PickProps) {
  return (
    <label>
      <span className="label-small block mb-0.5">{label}</span>
      <select className="select select-sm w-full" value={value} onChange={(event) => onValue(event.target.value)}>
        {options.map(([id, name]) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
