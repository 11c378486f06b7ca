/** The player's data: size, persistence, backups and restoring. */

import { useEffect, useState } from "react";
import type { BackupStanding } from "~/library/backup";
import { currentBook } from "~/library/current";
import type { SetupMessages } from "~/messages/setup";
import { useMessages } from "~/messages/use-messages";
import { withBackupFile } from "~/session/backups";
import { theImports } from "~/session/imports";
import { askHowFar, type OfflineProgress } from "~/session/offline";
import { useSay } from "~/session/session";
import { download } from "~/ui/download";
import { FolderSync, HardDriveDownload, ShieldCheck } from "~/ui/icons";
import { ImportButton } from "~/ui/import-button";
import { ImportStatus } from "~/ui/import-state";
import { describeBytes, describeOffline, describeStanding } from "~/words/storage";
import { plural } from "~/words/time";

export interface StorageFacts extends BackupStanding {
  /** Bytes; null if the browser doesn't say. */
  readonly used: number | null;
  readonly room: number | null;
  readonly isKept: boolean;
  /** How many damaged things were set aside. */
  readonly damaged: number;
}

interface FolderPicker {
  readonly showDirectoryPicker?: (options: { readonly mode: "readwrite" }) => Promise<FileSystemDirectoryHandle>;
}

/** Milliseconds between checks while files are still loading. */
const LOOK_AGAIN = 1_000;

/** Progress of keeping the app for offline use. */
function OfflineState() {
  const [progress, setProgress] = useState<OfflineProgress | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isOver = false;
    const look = async () => {
      const next = await askHowFar();
      if (isOver) return;
      setProgress(next);
      if (!next || next.kept < next.of) timer = setTimeout(() => void look(), LOOK_AGAIN);
    };
    void look().catch(console.error);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, []);
  const isComing = progress !== null && progress.kept < progress.of;
  return (
    <p className="text-sm flex flex-wrap items-center gap-x-3" role="status">
      {describeOffline(progress)}
      {isComing ? (
        <progress
          className="progress w-40"
          value={progress.kept}
          max={progress.of}
          aria-label="Files kept for use without a network"
        />
      ) : null}
    </p>
  );
}

export function YourData({ facts }: { readonly facts: StorageFacts }) {
  const { used, room, isKept, folder, damaged } = facts;
  const [isWriting, setWriting] = useState(false);
  const { send } = useMessages<SetupMessages>("/setup");
  const say = useSay();
  const backUp = async () => {
    setWriting(true);
    try {
      await withBackupFile(Date.now(), async ({ name, bytes, note }) => {
        download(name, bytes, "application/json");
        await note();
      });
      send("look", {});
    } catch (error) {
      console.error(error);
      say("The backup couldn't be made. Close other tabs, and try again.");
    } finally {
      setWriting(false);
    }
  };
  const picker = window as FolderPicker;
  const pickFolder = async () => {
    try {
      const picked = await picker.showDirectoryPicker?.({ mode: "readwrite" });
      if (!picked) return;
      const { chooseFolder, backUpToFolder } = await import("~/library/backup");
      const book = await currentBook();
      await chooseFolder(book, picked);
      await backUpToFolder(book, Date.now(), withBackupFile);
      send("askToKeep", {});
    } catch (error) {
      // Closing the file picker isn't an error.
      if (!(error instanceof DOMException && error.name === "AbortError"))
        say("That folder can't be used. Choose another one.");
    }
  };
  return (
    <section aria-labelledby="your-data" className="panel p-4 flex flex-col gap-3">
      <h2 id="your-data" className="text-lg">
        Your data
      </h2>
      <p className="text-sm">
        Everything you make is in this browser, on this device.{" "}
        {used === null
          ? null
          : `It uses ${describeBytes(used)}${room === null ? "" : ` of about ${describeBytes(room)}`}. `}
        {isKept
          ? "The browser has agreed not to delete it."
          : "When the device runs out of space, the browser may delete it."}
      </p>
      <p className="text-sm">{describeStanding(facts)}</p>
      {damaged > 0 ? <DamagedRows count={damaged} /> : null}
      <OfflineState />
      <ImportStatus />
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-sm btn-primary" disabled={isWriting} onClick={() => void backUp()}>
          <HardDriveDownload size={15} aria-hidden /> {isWriting ? "Writing the backup…" : "Download a backup"}
        </button>
        <ImportButton words="Restore from a backup" onFile={(file) => theImports.take(file, true)} />
        {isKept ? null : (
          <button type="button" className="btn btn-sm" onClick={() => send("askToKeep", {})}>
            <ShieldCheck size={15} aria-hidden /> Ask the browser to keep it
          </button>
        )}
        {folder !== null ? (
          <button type="button" className="btn btn-sm" onClick={() => send("forgetFolder", {})}>
            <FolderSync size={15} aria-hidden /> Stop backing up to “{folder}”
          </button>
        ) : picker.showDirectoryPicker ? (
          <button type="button" className="btn btn-sm" onClick={() => void pickFolder()}>
            <FolderSync size={15} aria-hidden /> Back up to a folder automatically
          </button>
        ) : null}
      </div>
    </section>
  );
}

function DamagedRows({ count }: { readonly count: number }) {
  const save = async () => {
    const [book, { writeSetAside }] = await Promise.all([currentBook(), import("~/library/set-aside")]);
    download("damaged.json", await writeSetAside(book), "application/json");
  };
  return (
    <div className="alert alert-soft text-sm">
      <span>
        {plural(count, "item")} in this browser couldn't be read and {count === 1 ? "was" : "were"} set aside, so that
        the rest still opens. An earlier backup may have {count === 1 ? "it" : "them"}.
      </span>
      <button type="button" className="btn btn-sm" onClick={() => void save().catch(console.error)}>
        Download
      </button>
    </div>
  );
}
