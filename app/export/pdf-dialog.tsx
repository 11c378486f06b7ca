/** A PDF file being written: progress, and a way to stop it. */

import { useEffect, useEffectEvent, useState } from "react";
import { writePdf } from "~/printing/use-paper";
import { download, fileName } from "~/ui/download";
import { Modal } from "~/ui/modal";
import { type ExportSubject, pagesOf } from "./subject";

interface PdfDialogProps {
  readonly subject: ExportSubject;
  readonly onClose: () => void;
}

export default function PdfDialog({ subject, onClose }: PdfDialogProps) {
  const [share, setShare] = useState(0);
  const [failed, setFailed] = useState(false);
  // One file each time the dialog opens.
  const write = useEffectEvent(async (stop: AbortController) => {
    const file = await writePdf(await pagesOf(subject), setShare, stop.signal);
    if (stop.signal.aborted) return;
    download(fileName(subject.title, ".pdf"), file.slice().buffer as ArrayBuffer, "application/pdf");
    onClose();
  });
  useEffect(() => {
    const stop = new AbortController();
    write(stop).catch((error: unknown) => {
      if (stop.signal.aborted) return;
      console.error(error);
      setFailed(true);
    });
    return () => stop.abort();
  }, []);
  return (
    <Modal title="PDF" onClose={onClose} className="max-w-sm">
      {failed ? (
        <p role="alert">The PDF couldn't be made in this browser. Use Print on the Sheet tab, and choose PDF there.</p>
      ) : (
        <div role="status">
          <p className="mb-2">Writing the pages…</p>
          <progress className="progress w-full" value={share} max={1} aria-label="Progress" />
        </div>
      )}
      <button type="button" className="btn btn-sm mt-4" onClick={onClose}>
        {failed ? "Close" : "Cancel"}
      </button>
    </Modal>
  );
}
