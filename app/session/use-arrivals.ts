/** Arrivals without a button: files dropped anywhere or opened by the system, and pasted links. */

import { useEffect, useRef } from "react";
import { fragmentOf } from "~/library/share-address";

interface Arrivals {
  readonly onFile: (file: File) => void;
  /** The part after # of a link with a fill or a lesson. */
  readonly onLink: (fragment: string) => void;
}

interface LaunchQueue {
  readonly setConsumer: (take: (launch: { readonly files?: readonly FileSystemFileHandle[] }) => void) => void;
}

export function useArrivals(arrivals: Arrivals) {
  const now = useRef(arrivals);
  now.current = arrivals;
  useEffect(() => {
    const takeText = (text: string | undefined): boolean => {
      const fragment = text ? fragmentOf(text) : null;
      if (fragment) now.current.onLink(fragment);
      return fragment !== null;
    };
    const over = (event: DragEvent) => {
      // Otherwise the browser would open the file instead of the app.
      if (event.dataTransfer?.types.includes("Files")) event.preventDefault();
    };
    const drop = (event: DragEvent) => {
      const [file] = event.dataTransfer?.files ?? [];
      if (file) {
        event.preventDefault();
        now.current.onFile(file);
      } else if (takeText(event.dataTransfer?.getData("text/plain"))) event.preventDefault();
    };
    const paste = (event: ClipboardEvent) => {
      const [file] = event.clipboardData?.files ?? [];
      if (file) {
        event.preventDefault();
        now.current.onFile(file);
        // A link pasted into a field is opened too: no stick line or name looks like one.
      } else if (takeText(event.clipboardData?.getData("text/plain"))) event.preventDefault();
    };
    window.addEventListener("dragover", over);
    window.addEventListener("drop", drop);
    window.addEventListener("paste", paste);
    const queue = (window as { launchQueue?: LaunchQueue }).launchQueue;
    queue?.setConsumer(({ files = [] }) => {
      const [first] = files;
      void first?.getFile().then((file) => now.current.onFile(file));
    });
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("drop", drop);
      window.removeEventListener("paste", paste);
    };
  }, []);
}
