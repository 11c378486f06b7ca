import { Dialog } from "@base-ui/react/dialog";
import { X } from "./icons";

interface ModalProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly className?: string;
  readonly children: React.ReactNode;
}

/** A dialog over the page; it keeps the focus until it is closed. */
export function Modal({ title, onClose, className = "max-w-lg", children }: ModalProps) {
  return (
    <Dialog.Root open onOpenChange={(isOpen) => (isOpen ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Backdrop className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Popup
          className={`fixed z-50 top-1/2 left-1/2 -translate-x-1/2 -translate-y-1/2 w-[calc(100vw-2rem)] max-h-[calc(100dvh-3rem)] overflow-y-auto rounded-box bg-base-100 p-5 shadow-xl ${className}`}
        >
          <div className="flex items-start gap-2 mb-3">
            <Dialog.Title className="text-2xl flex-1">{title}</Dialog.Title>
            <Dialog.Close className="btn btn-sm btn-square btn-ghost" aria-label="Close">
              <X size={16} aria-hidden />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Popup>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
