import { Check } from "lucide-react";
import type { Result } from "~/core/listening";
import { isPlayed, type StepKind } from "~/core/practice";
import { RateButtons, sizeOfRating } from "~/editor/listening/rate-buttons";

interface RateStepProps {
  readonly kind: StepKind;
  readonly onRate: (result: Result) => void;
  readonly isLarge?: boolean;
}

/** The player's own judgement of the last repeat; of what is only heard or counted, that it is done. */
export function RateStep({ kind, onRate, isLarge = false }: RateStepProps) {
  if (isPlayed(kind)) return <RateButtons question="How was the last repeat?" onRate={onRate} isLarge={isLarge} />;
  return (
    <button
      type="button"
      className={`btn w-full ${sizeOfRating(isLarge)}`}
      aria-keyshortcuts="1"
      onClick={() => onRate("clean")}
    >
      <Check size={isLarge ? 30 : 18} aria-hidden /> Done
      <kbd className="key hidden sm:inline short:hidden">1</kbd>
    </button>
  );
}
