import { Popover } from "@base-ui/react/popover";
import type { ReactNode, RefObject } from "react";

interface UnfoldSheetProps {
  readonly anchor: RefObject<HTMLButtonElement | null>;
  readonly label: string;
  readonly className?: string | undefined;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** What a button opened, beside it; closing returns the focus to the button. */
export default function UnfoldSheet({ anchor, label, className = "", onClose, children }: UnfoldSheetProps) {
  return (
    <Popover.Root
      open
      onOpenChange={(isOpen, { event }) => {
        // The button itself announces whether it is open.
        if (!isOpen && !(event.target instanceof Node && anchor.current?.contains(event.target))) onClose();
      }}
    >
      <Popover.Portal>
        <Popover.Positioner anchor={anchor} align="start" sideOffset={6} collisionPadding={8} className="z-40">
          <Popover.Popup
            aria-label={label}
            finalFocus={anchor}
            className={`panel shadow-lg p-3 max-w-[calc(100vw-1rem)] max-h-[70dvh] overflow-y-auto outline-none ${className}`}
          >
            {children}
          </Popover.Popup>
        </Popover.Positioner>
      </Popover.Portal>
    </Popover.Root>
  );
}
