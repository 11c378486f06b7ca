/** A button that opens something beside itself; Escape or pressing elsewhere closes it. */

import { lazy, type ReactNode, Suspense, useCallback, useRef, useState } from "react";

// Its package is too large for the first screen.
const Sheet = lazy(() => import("./unfold-sheet"));

interface UnfoldProps {
  /** The button's content. */
  readonly face: ReactNode;
  /** The name of what opens, for assistive technology. */
  readonly label: string;
  /** The button's name, if its content doesn't say what it is for. */
  readonly name?: string;
  readonly title?: string;
  readonly className?: string;
  readonly sheetClassName?: string;
  readonly children: ReactNode;
}

export function Unfold({ face, label, name, title, className = "btn btn-sm", sheetClassName, children }: UnfoldProps) {
  const button = useRef<HTMLButtonElement>(null);
  const [isOpen, setOpen] = useState(false);
  const close = useCallback(() => setOpen(false), []);
  return (
    <>
      <button
        ref={button}
        type="button"
        className={className}
        title={title}
        aria-label={name}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        {face}
      </button>
      {isOpen ? (
        <Suspense fallback={null}>
          <Sheet anchor={button} label={label} className={sheetClassName} onClose={close}>
            {children}
          </Sheet>
        </Suspense>
      ) : null}
    </>
  );
}
