import { Check, CircleDashed, X } from "lucide-react";
import type { Result } from "~/core/listening";

const BUTTONS = [
  { result: "clean", name: "Clean", key: "1", icon: Check },
  { result: "nearly", name: "Nearly", key: "2", icon: CircleDashed },
  { result: "no", name: "Not yet", key: "3", icon: X },
] as const;

interface RateButtonsProps {
  /** What is asked, for assistive technology. */
  readonly question: string;
  readonly onRate: (result: Result) => void;
  readonly isLarge?: boolean;
  /** One more thing to be said of it. */
  readonly more?: React.ReactNode;
}

/** A button that is judged with, of a size that a stick can hit. */
export function sizeOfRating(isLarge: boolean): string {
  return isLarge ? "h-28 short:h-14 text-2xl short:text-lg whitespace-nowrap px-2" : "h-12";
}

/** The player's own judgement of what was just played. */
export function RateButtons({ question, onRate, isLarge = false, more }: RateButtonsProps) {
  return (
    <fieldset className={`grid gap-2 w-full ${more ? "grid-cols-2 sm:grid-cols-4 short:grid-cols-4" : "grid-cols-3"}`}>
      <legend className="sr-only">{question}</legend>
      {BUTTONS.map(({ result, name, key, icon: Icon }) => (
        <button
          key={result}
          type="button"
          className={`btn ${sizeOfRating(isLarge)}`}
          aria-keyshortcuts={key}
          onClick={() => onRate(result)}
        >
          <Icon size={isLarge ? 30 : 18} aria-hidden /> {name}
          <kbd className="key hidden sm:inline short:hidden">{key}</kbd>
        </button>
      ))}
      {more}
    </fieldset>
  );
}
