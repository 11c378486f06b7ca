import type { LessonMessages } from "~/messages/lessons";
import { useMessages } from "~/messages/use-messages";
import { X } from "~/ui/icons";

interface CardHeadProps {
  readonly words: string;
  readonly close: string;
  readonly onClose: () => void;
}

/** The head of a newcomer's card, with the way to the starter course. */
export function CardHead({ words, close, onClose }: CardHeadProps) {
  const { send } = useMessages<LessonMessages>("/lessons");
  return (
    <div className="flex flex-wrap items-center gap-x-2">
      <h2 className="text-base flex-1">{words}</h2>
      <button type="button" className="btn btn-xs" onClick={() => send("openCourse", {})}>
        Starter course
      </button>
      <button type="button" className="btn btn-xs btn-ghost" onClick={onClose}>
        <X size={14} aria-hidden /> {close}
      </button>
    </div>
  );
}
