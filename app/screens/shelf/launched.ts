/** Files that the system opens with the installed app. */

import { useEffect, useRef } from "react";

interface LaunchQueue {
  readonly setConsumer: (take: (launch: { readonly files?: readonly FileSystemFileHandle[] }) => void) => void;
}

export function useLaunchedFiles(take: (file: File) => void) {
  const now = useRef(take);
  now.current = take;
  useEffect(() => {
    const queue = (window as { launchQueue?: LaunchQueue }).launchQueue;
    queue?.setConsumer(({ files = [] }) => {
      const [first] = files;
      void first?.getFile().then((file) => now.current(file));
    });
  }, []);
}
