/** A file of notes from another program: shows what was read before any of it is saved. */

import { useEffect, useMemo, useState } from "react";
import { useNavigate, useRevalidator } from "react-router";
import { readStickLine } from "~/core/line";
import { KIT_VOICE_NAMES, KIT_VOICES, type KitVoice } from "~/core/stroke";
import { currentBook } from "~/library/current";
import { addressOf } from "~/library/fill/address";
import type { NotesChoices, NotesMade, NotesSummary } from "~/library/fill/from-notes";
import { keepFills } from "~/library/fill/keep-fills";
import { MAX_NAME } from "~/library/phrase/phrase";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { Modal } from "~/ui/modal";
import { CoinRow } from "~/views/coin-row";
import { describeNotesMade, describeNotesProblem } from "~/words/notes";
import { capital } from "~/words/slot";
import { plural } from "~/words/time";
import { isEnded, WorkerError } from "~/workers/connection";
import type { NotesApi } from "~/workers/notes";
import { openNotes } from "~/workers/open";

interface NotesDialogProps {
  readonly file: File;
  readonly onClose: () => void;
}

type Keys = ReturnType<NotesApi["make"]>["keys"];
/** Time limit for reading a file, in seconds. */
const READ_WITHIN = 20;
const BARS_EACH = [1, 2, 4, 8] as const;
/** Number of fills previewed; the others are counted. */
const SHOWN = 8;

export default function NotesDialog({ file, onClose }: NotesDialogProps) {
  const [preferences, change] = usePreferences();
  const { hands } = usePlayer();
  const { revalidate } = useRevalidator();
  const navigate = useNavigate();
  const [summary, setSummary] = useState<NotesSummary | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [part, setPart] = useState("");
  const [barsEach, setBarsEach] = useState<number | null>(null);
  const [result, setResult] = useState<{ readonly made: NotesMade; readonly keys: Keys } | null>(null);
  const [worker] = useState(openNotes);
  const { noteMap, countStyle } = preferences;

  useEffect(() => {
    let isOver = false;
    const open = async () => {
      const bytes = new Uint8Array(await file.arrayBuffer());
      if (isOver) return;
      const opened = await worker.call((api) => api.open(bytes, /\.midi?$/i.test(file.name)), READ_WITHIN);
      if (isOver) return;
      if (!opened.ok) return setProblem(describeNotesProblem(opened.problem));
      setSummary(opened.summary);
      setPart(opened.summary.likely);
    };
    open().catch((error: unknown) => {
      if (isOver || isEnded(error)) return;
      console.error(error);
      setProblem(
        error instanceof WorkerError && error.failure === "silent"
          ? `Reading this file takes longer than ${READ_WITHIN} seconds. Export fewer bars, and try again.`
          : "This file couldn't be read in this browser.",
      );
    });
    return () => {
      isOver = true;
      worker.end();
    };
  }, [file, worker]);
  const choices = useMemo(
    (): NotesChoices | null =>
      summary && part ? { part, map: noteMap, barsEach, leading: hands.leading, countStyle } : null,
    [summary, part, noteMap, barsEach, hands.leading, countStyle],
  );
  useEffect(() => {
    if (!choices) return;
    let isOver = false;
    worker
      .call((api) => api.make(choices), READ_WITHIN)
      .then((next) => {
        if (!isOver) setResult(next);
      })
      .catch((error: unknown) => {
        if (isOver || isEnded(error)) return;
        console.error(error);
        setProblem("The notes of this file couldn't be put into bars.");
      });
    return () => {
      isOver = true;
    };
  }, [choices, worker]);

  // Without a title, it is named after its file.
  const named = useMemo(() => {
    const title = file.name.replace(/\.[^.]+$/, "");
    const fills = result?.made.fills ?? [];
    return summary?.title
      ? fills
      : fills.map((fill) => ({ ...fill, name: fill.name.replace("Imported", title).slice(0, MAX_NAME) }));
  }, [file, result, summary]);

  const keep = async () => {
    const ids = await keepFills(await currentBook(), named);
    await revalidate();
    onClose();
    if (ids.length === 1 && ids[0]) void navigate(addressOf(ids[0], "stack"));
  };
  return (
    <Modal title={`Import “${file.name}”`} onClose={onClose} className="max-w-2xl">
      {problem ? (
        <p role="alert" className="alert alert-soft alert-error">
          {problem} Nothing was imported.
        </p>
      ) : null}
      {!problem && !(summary && result) ? (
        <div role="status" className="flex items-center gap-3">
          Reading the file… <progress className="progress w-32" aria-label="Reading the file" />
          <button type="button" className="btn btn-sm" onClick={onClose}>
            Cancel
          </button>
        </div>
      ) : null}
      {!problem && summary && result ? (
        <>
          <ul className="text-sm list-disc pl-5 mb-3">
            {describeNotesMade(result.made, summary).map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
          <div className="grid sm:grid-cols-2 gap-3 text-sm mb-3">
            {summary.parts.length > 1 ? (
              <label>
                <span className="label-small block mb-0.5">Part</span>
                <select
                  className="select select-sm w-full"
                  value={part}
                  onChange={(event) => setPart(event.target.value)}
                >
                  {summary.parts.map(({ id, name, notes }) => (
                    <option key={id} value={id}>
                      {name} ({plural(notes, "note")})
                    </option>
                  ))}
                </select>
              </label>
            ) : null}
            {result.made.isOwn ? null : (
              <label>
                <span className="label-small block mb-0.5">Import as</span>
                <select
                  className="select select-sm w-full"
                  value={barsEach ?? ""}
                  onChange={(event) => setBarsEach(event.target.value ? Number(event.target.value) : null)}
                >
                  <option value="">one fill</option>
                  {BARS_EACH.map((bars) => (
                    <option key={bars} value={bars}>
                      one fill per {bars === 1 ? "bar" : `${bars} bars`}
                    </option>
                  ))}
                </select>
              </label>
            )}
          </div>
          <KeyMap
            keys={result.keys}
            isOpen={result.made.unknown.length > 0}
            onMap={(key, place) => change({ noteMap: { ...noteMap, [key]: place } })}
          />
          <ol className="flex flex-col gap-1.5 mt-3 max-h-[34dvh] overflow-y-auto">
            {named.slice(0, SHOWN).map((fill, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a fill of the preview is its place
              <li key={index} className="border border-base-300 rounded-box px-3 py-1.5">
                <p className="text-sm font-semibold">{fill.name}</p>
                <CoinRow
                  line={readStickLine(fill.text).line ?? []}
                  strongHand={hands.leading}
                  label={fill.text}
                  most={20}
                />
                <p className="font-line text-xs quiet truncate">{fill.text}</p>
              </li>
            ))}
          </ol>
          {result.made.fills.length > SHOWN ? (
            <p className="text-sm quiet mt-1">and {result.made.fills.length - SHOWN} more</p>
          ) : null}
          <button
            type="button"
            className="btn btn-primary btn-sm mt-4"
            disabled={result.made.fills.length === 0}
            onClick={() =>
              void keep().catch((error: unknown) => {
                console.error(error);
                setProblem("The browser didn't store the fills.");
              })
            }
          >
            Add {plural(result.made.fills.length, "fill")}
          </button>
        </>
      ) : null}
    </Modal>
  );
}

interface KeyMapProps {
  readonly keys: Keys;
  readonly isOpen: boolean;
  readonly onMap: (key: string, place: KitVoice | null) => void;
}

/** The surface for each key of the file, remembered for the next file. */
function KeyMap({ keys, isOpen, onMap }: KeyMapProps) {
  return (
    <details open={isOpen} className="text-sm">
      <summary className="cursor-pointer font-semibold">Drums in this file ({keys.length})</summary>
      <ul className="grid sm:grid-cols-2 gap-x-4 gap-y-1 mt-2 max-h-48 overflow-y-auto">
        {keys.map(({ key, place, count }) => (
          <li key={key}>
            <label className="flex items-center gap-2">
              <span className="flex-1 min-w-0 truncate">
                {/^\d+$/.test(key) ? `MIDI note ${key}` : capital(key)} <span className="quiet">×{count}</span>
              </span>
              <select
                className="select select-xs w-36 max-md:select-sm"
                value={place ?? ""}
                onChange={(event) => onMap(key, (event.target.value || null) as KitVoice | null)}
              >
                <option value="">leave out</option>
                {KIT_VOICES.map((one) => (
                  <option key={one} value={one}>
                    {KIT_VOICE_NAMES[one]}
                  </option>
                ))}
              </select>
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}
