/** Practice loops to download: sound files at chosen tempos, rendered in the background. */

import { useEffect, useMemo, useRef, useState } from "react";
import { ALL_ON } from "~/core/groove";
import { EVERY_BEAT } from "~/core/pulse";
import { bpm } from "~/core/time";
import { LOOP_FILES, LOOP_FORMATS, type LoopFormat } from "~/formats/loop-files";
import type { FillContent } from "~/library/fill/content";
import { usePractice } from "~/session/session";
import { Check } from "~/ui/check";
import { download, fileName } from "~/ui/download";
import { Download } from "~/ui/icons";
import { Modal } from "~/ui/modal";
import { plural } from "~/words/time";
import { canWriteOgg, type LoopFile, MAX_LOOP_SECONDS, planLoop, readTempos, renderLoops } from "./loops";
import { useOpenFill } from "./place";

interface LoopsDialogProps {
  readonly content: FillContent;
  readonly onClose: () => void;
}

const REPEATS = [1, 2, 4, 8, 16, 32] as const;

/** What the files are to be. */
interface WantedLoops {
  /** As typed. */
  readonly tempos: string;
  readonly repeats: number;
  readonly countInBars: number;
  readonly clicks: boolean;
  /** With the layers and the loop of Practise. */
  readonly asPractised: boolean;
  readonly format: LoopFormat;
}

/** The files being rendered; rendering ends with the dialog. */
function useLoopFiles() {
  const [files, setFiles] = useState<readonly LoopFile[]>([]);
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => () => stop.current?.(), []);
  return {
    files,
    start: (render: (report: typeof setFiles) => () => void) => {
      stop.current?.();
      stop.current = render(setFiles);
    },
    cancel: () => {
      stop.current?.();
      stop.current = null;
      setFiles((now) => now.map((file) => (file.bytes ? file : { ...file, status: "cancelled" })));
    },
  };
}

export default function LoopsDialog({ content, onClose }: LoopsDialogProps) {
  const { row, stage } = useOpenFill();
  const { preferences } = stage;
  const { mix, loop } = usePractice();
  const [wanted, setWanted] = useState<WantedLoops>(() => ({
    tempos: [0.6, 0.8, 1].map((share) => Math.round(bpm(content.tempo * share))).join(", "),
    repeats: 4,
    countInBars: preferences.countInBars,
    clicks: preferences.click,
    asPractised: false,
    format: "wav",
  }));
  const put = (change: Partial<WantedLoops>) => setWanted((now) => ({ ...now, ...change }));
  const { files, start, cancel } = useLoopFiles();
  const [hasOgg, setHasOgg] = useState(true);
  useEffect(() => {
    canWriteOgg().then(setHasOgg, () => setHasOgg(false));
  }, []);

  const { repeats, countInBars, clicks, asPractised, format } = wanted;
  const tempos = useMemo(() => readTempos(wanted.tempos), [wanted.tempos]);
  // Computed when the request changes, not at each progress report.
  const plans = useMemo(() => {
    if (!tempos.ok) return [];
    const asked = {
      ...preferences,
      ...(clicks && !preferences.click ? EVERY_BEAT_CLICKS : {}),
      countInBars,
      click: clicks,
    };
    const part = asPractised ? { mix, loop: loop?.fillId === row.id ? loop : null } : { mix: ALL_ON, loop: null };
    return tempos.tempos.map((tempo) =>
      planLoop(content, { ...stage, preferences: asked }, { ...part, tempo, repeats }),
    );
  }, [tempos, preferences, clicks, countInBars, asPractised, mix, loop, row.id, content, stage, repeats]);
  const longest = Math.max(0, ...plans.map(({ seconds }) => seconds));
  const isRunning = files.some(({ status }) => status === "waiting" || status === "running");
  const trouble = !tempos.ok
    ? tempos.trouble
    : longest > MAX_LOOP_SECONDS
      ? `At the slowest tempo this would last ${Math.round(longest / 60)} minutes. The limit is ${MAX_LOOP_SECONDS / 60}. Choose fewer repeats.`
      : null;
  const save = ({ bytes, tempo, format: written }: LoopFile) => {
    if (!bytes) return;
    const { ending, mime } = LOOP_FILES[written];
    download(fileName(`${content.name || "Untitled"} ${Math.round(tempo)} bpm`, ending), bytes, mime);
  };
  return (
    <Modal title="Practice loops" onClose={onClose}>
      <p className="text-sm quiet mb-3">
        Sound files to play along with, away from the screen. Keep the volume low on headphones, and rest your ears.
      </p>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2.5 text-sm">
        <label className="col-span-2">
          <span className="block font-semibold mb-0.5">Tempos, one file each</span>
          <input
            className={`input input-sm w-full ${tempos.ok ? "" : "input-error"}`}
            value={wanted.tempos}
            aria-invalid={!tempos.ok}
            aria-describedby="loops-trouble"
            onChange={(event) => put({ tempos: event.target.value })}
          />
        </label>
        <label>
          <span className="block font-semibold mb-0.5">How many times</span>
          <select
            className="select select-sm w-full"
            value={repeats}
            onChange={(event) => put({ repeats: Number(event.target.value) })}
          >
            {REPEATS.map((one) => (
              <option key={one} value={one}>
                {one === 1 ? "once" : `${one} times`}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="block font-semibold mb-0.5">Count-in</span>
          <select
            className="select select-sm w-full"
            value={countInBars}
            onChange={(event) => put({ countInBars: Number(event.target.value) })}
          >
            <option value={0}>none</option>
            <option value={1}>one bar</option>
            <option value={2}>two bars</option>
          </select>
        </label>
        <label className="col-span-2">
          <span className="block font-semibold mb-0.5">Format</span>
          <select
            className="select select-sm w-full"
            value={format}
            onChange={(event) => put({ format: event.target.value as LoopFormat })}
          >
            {LOOP_FORMATS.map((one) => (
              <option key={one} value={one} disabled={one === "ogg" && !hasOgg}>
                {FORMAT_NAMES[one]}
                {one === "ogg" && !hasOgg ? " (this browser can't write it)" : ""}
              </option>
            ))}
          </select>
        </label>
        <Check checked={clicks} onCheck={(checked) => put({ clicks: checked })}>
          with clicks
        </Check>
        <Check checked={asPractised} onCheck={(checked) => put({ asPractised: checked })}>
          Use my Practise settings
        </Check>
      </div>
      <p id="loops-trouble" role="status" className="text-sm text-error min-h-5 mt-1.5">
        {trouble}
      </p>
      {files.length > 0 ? (
        <ul aria-label="Files" className="flex flex-col gap-1.5 mb-2">
          {files.map((file) => (
            <li key={file.tempo} className="flex items-center gap-2 text-sm">
              <span className="font-display font-semibold w-18">{Math.round(file.tempo)} bpm</span>
              {file.bytes ? (
                <span className="flex-1 quiet">
                  {sayLength(file.seconds)}, {(file.bytes.byteLength / 1_048_576).toFixed(1)} MB
                </span>
              ) : file.status === "cancelled" || file.status === "failed" ? (
                <span className="flex-1 quiet">
                  {file.status === "failed" ? "didn't render; try fewer repeats" : "cancelled"}
                </span>
              ) : (
                <progress
                  className="progress progress-primary flex-1"
                  aria-label={`Rendering at ${Math.round(file.tempo)} bpm`}
                  value={file.share}
                  max={1}
                />
              )}
              <button type="button" className="btn btn-xs" disabled={!file.bytes} onClick={() => save(file)}>
                <Download size={13} aria-hidden /> Save
              </button>
            </li>
          ))}
        </ul>
      ) : null}
      <div className="flex flex-wrap gap-2 items-center">
        {isRunning ? (
          <button type="button" className="btn" onClick={cancel}>
            Cancel
          </button>
        ) : (
          <button
            type="button"
            className="btn btn-primary"
            disabled={trouble !== null}
            onClick={() => start((report) => renderLoops(plans, stage, format, report))}
          >
            Render {plural(plans.length, "file")}
          </button>
        )}
        {plans.length > 0 && trouble === null ? (
          <span className="text-sm quiet">up to {sayLength(longest)} each</span>
        ) : null}
      </div>
    </Modal>
  );
}

const FORMAT_NAMES: Record<LoopFormat, string> = {
  wav: "WAV: plays everywhere, 10 MB a minute",
  ogg: "Ogg with Opus: a tenth of the size",
};

/** On request, clicks are on every beat, whatever thins them out during playback. */
const EVERY_BEAT_CLICKS = { clicksOn: EVERY_BEAT.on, silentBars: EVERY_BEAT.silentBars };

function sayLength(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}
