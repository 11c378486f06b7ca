import { Check, CircleDashed, Shuffle, X } from "lucide-react";
import type { Result } from "~/core/listening";

const BUTTONS = [
  { result: "clean", name: "Clean", key: "1", icon: Check },
  { result: "nearly", name: "Nearly", key: "2", icon: CircleDashed },
  { result: "no", name: "Not yet", key: "3", icon: X },
] as const;

interface RateIdeasProps {
  readonly onRate: (result: Result) => void;
  readonly onJoin: () => void;
  readonly isLarge?: boolean;
}

/** The player's own judgement of the idea that was just played, or of the way into it. */
export function RateIdeas({ onRate, onJoin, isLarge = false }: RateIdeasProps) {
  const size = isLarge ? "h-20 short:h-14 text-xl short:text-base px-2" : "h-12";
  return (
    <fieldset className="grid grid-cols-2 sm:grid-cols-4 short:grid-cols-4 gap-2 w-full">
      <legend className="sr-only">How was the last idea?</legend>
      {BUTTONS.map(({ result, name, key, icon: Icon }) => (
        <button
          key={result}
          type="button"
          className={`btn ${size}`}
          aria-keyshortcuts={key}
          onClick={() => onRate(result)}
        >
          <Icon size={isLarge ? 26 : 18} aria-hidden /> {name}
          <kbd className="key max-sm:hidden short:hidden">{key}</kbd>
        </button>
      ))}
      <button
        type="button"
        className={`btn ${size}`}
        aria-keyshortcuts="4"
        title="Stumbled going into that idea"
        onClick={onJoin}
      >
        <Shuffle size={isLarge ? 26 : 18} aria-hidden /> Stumbled in
        <kbd className="key max-sm:hidden short:hidden">4</kbd>
      </button>
    </fieldset>
  );
}
