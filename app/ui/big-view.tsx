import { useEffect, useRef } from "react";
import { Minimize2 } from "./icons";

interface BigViewProps {
  readonly title: string;
  /** Beside the title. */
  readonly extra: React.ReactNode;
  readonly onClose: () => void;
  readonly children: React.ReactNode;
}

/** What you practise, on the whole screen, readable from the seat. */
export function BigView({ title, extra, onClose, children }: BigViewProps) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
    // The space bar plays and stops.
    dialog.current?.querySelector<HTMLElement>("[data-play]")?.focus();
  }, []);
  return (
    <dialog
      ref={dialog}
      aria-label="Big view"
      onClose={onClose}
      className="m-0 w-dvw h-dvh max-w-none max-h-none bg-base-100 text-base-content p-4 sm:p-8 short:p-2.5"
    >
      <div className="h-full flex flex-col gap-4 short:gap-2">
        <div className="flex items-center gap-4">
          <p className="font-display font-semibold text-2xl sm:text-4xl short:text-xl flex-1 min-w-0 truncate">
            {title}
          </p>
          {extra}
          <button
            type="button"
            className="btn btn-lg h-16 min-w-16 short:text-base"
            onClick={() => dialog.current?.close()}
          >
            <Minimize2 size={22} aria-hidden /> <span className="max-sm:sr-only">Close big view</span>
          </button>
        </div>
        {children}
      </div>
    </dialog>
  );
}
