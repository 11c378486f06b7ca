/** A link that contains everything, and the same as a QR code. */

import { useEffect, useMemo, useState } from "react";
import { scanCode } from "~/ink/scan-code";
import { writeShare } from "~/library/share";
import { shareAddress } from "~/library/share-address";
import { Copy, Share2 } from "~/ui/icons";
import { Modal } from "~/ui/modal";
import { describeLinkLength } from "~/words/share";
import { contentsOf, type ExportSubject } from "./subject";

interface ShareDialogProps {
  readonly subject: ExportSubject;
  readonly say: (words: string) => void;
  readonly onClose: () => void;
}

export default function ShareDialog({ subject, say, onClose }: ShareDialogProps) {
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    let isOver = false;
    contentsOf(subject)
      .then((contents) => {
        const key = subject.lesson ? "lessons" : "fills";
        if (!isOver) setAddress(shareAddress(window.location.origin, writeShare(key, contents)));
      })
      .catch(console.error);
    return () => {
      isOver = true;
    };
  }, [subject]);
  const code = useMemo(() => (address ? scanCode(address) : null), [address]);
  const copy = async () => {
    if (!address) return;
    await navigator.clipboard.writeText(address);
    say("Link copied.");
  };
  const canShare = typeof navigator.share === "function";
  return (
    <Modal title={`Share “${subject.title}”`} onClose={onClose}>
      <p className="text-sm mb-3">
        Everything is in the link itself. Nothing is uploaded. Whoever opens it sees what it is and can keep a copy.
      </p>
      <label className="block text-sm">
        <span className="font-semibold block mb-1">Link</span>
        <textarea
          readOnly
          rows={3}
          className="textarea w-full font-line text-xs break-all"
          value={address ?? "Making the link…"}
          onFocus={(event) => event.target.select()}
        />
      </label>
      {address ? <p className="text-sm quiet mt-1">{describeLinkLength(address.length)}</p> : null}
      <div className="flex flex-wrap gap-2 mt-3">
        <button type="button" className="btn btn-primary btn-sm" disabled={!address} onClick={() => void copy()}>
          <Copy size={15} aria-hidden /> Copy link
        </button>
        {canShare ? (
          <button
            type="button"
            className="btn btn-sm"
            disabled={!address}
            // Closing the system's share sheet isn't a failure.
            onClick={() => void navigator.share({ title: subject.title, url: address ?? "" }).catch(() => {})}
          >
            <Share2 size={15} aria-hidden /> Share…
          </button>
        ) : null}
      </div>
      {code ? (
        <figure className="mt-4 flex items-center gap-4">
          <svg
            role="img"
            aria-label="QR code: opens the link"
            viewBox={`-2 -2 ${code.size + 4} ${code.size + 4}`}
            className="w-44 h-44 bg-white rounded-field shrink-0"
          >
            <path d={code.d} fill="#1c1a17" />
          </svg>
          <figcaption className="text-sm quiet">Scan it with a phone or tablet to open it there.</figcaption>
        </figure>
      ) : address ? (
        <p className="text-sm quiet mt-4">Too long for a QR code. Send the link instead.</p>
      ) : null}
    </Modal>
  );
}
