import type { Result } from "~/core/listening";
import { RateButton, RateButtons, sizeOfRating } from "~/listening/rate-buttons";
import { Shuffle } from "~/ui/icons";

interface RateIdeasProps {
  readonly onRate: (result: Result) => void;
  readonly onJoin: () => void;
  readonly isLarge?: boolean;
}

/** The player's own judgement of the idea just played, or of the transition into it. */
export function RateIdeas({ onRate, onJoin, isLarge = false }: RateIdeasProps) {
  const stumbled = (
    <RateButton
      command="stumbled"
      supplied="4"
      className={sizeOfRating(isLarge)}
      title="Stumbled going into that idea"
      onPress={onJoin}
    >
      <Shuffle size={isLarge ? 30 : 18} aria-hidden /> Missed the change
    </RateButton>
  );
  return <RateButtons question="How was the last idea?" onRate={onRate} isLarge={isLarge} more={stumbled} />;
}
