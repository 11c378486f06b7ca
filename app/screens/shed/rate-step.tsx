import type { Result } from "~/core/listening";
import { isPlayed, type StepKind } from "~/core/practice";
import { RateButton, RateButtons, sizeOfRating } from "~/listening/rate-buttons";
import { Check } from "~/ui/icons";

interface RateStepProps {
  readonly kind: StepKind;
  readonly onRate: (result: Result) => void;
  readonly isLarge?: boolean;
}

/** The player's own judgement of the last repeat; for listening or counting, that it is done. */
export function RateStep({ kind, onRate, isLarge = false }: RateStepProps) {
  if (isPlayed(kind)) return <RateButtons question="How was the last repeat?" onRate={onRate} isLarge={isLarge} />;
  return (
    <RateButton
      command="clean"
      supplied="1"
      className={`w-full ${sizeOfRating(isLarge)}`}
      onPress={() => onRate("clean")}
    >
      <Check size={isLarge ? 30 : 18} aria-hidden /> Done
    </RateButton>
  );
}
