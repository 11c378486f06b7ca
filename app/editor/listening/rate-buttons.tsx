import { Check, CircleDashed, X } from "lucide-react";
import type { Result } from "~/core/listening";
import { isPlayed, type StepKind } from "~/core/practice";

const BUTTONS = [
  { result: "clean", name: "Clean", key: "1", icon: Check },
  { result: "nearly", name: "Nearly", key: "2", icon: CircleDashed },
  { result: "no", name: "Not yet", key: "3", icon: X },
] as const;

interface RateButtonsProps {
  readonly kind: StepKind;
  readonly onRate: (result: Result) => void;
  readonly isLarge?: boolean;
}

/** The player's own judgement of the last repeat; of what is only heard or counted, that it is done. */
export function RateButtons({ kind, onRate, isLarge = false }: RateButtonsProps) {
  if (!isPlayed(kind)) {
    return (
      <button
        type="button"
        className={`btn w-full ${isLarge ? "h-28 short:h-14 text-2xl short:text-lg" : "h-12"}`}
        aria-keyshortcuts="1"
        onClick={() => onRate("clean")}
      >
        <Check size={isLarge ? 30 : 18} aria-hidden /> Done
        <kbd className="key hidden sm:inline short:hidden">1</kbd>
      </button>
    );
  }
  return (
    <fieldset className="grid grid-cols-3 gap-2 w-full">
      <legend className="sr-only">How was the last repeat?</legend>
      {BUTTONS.map(({ result, name, key, icon: Icon }) => (
        <button
          key={result}
          type="button"
          className={`btn ${isLarge ? "h-28 short:h-14 text-2xl short:text-lg whitespace-nowrap short:px-2" : "h-12"}`}
          aria-keyshortcuts={key}
          onClick={() => onRate(result)}
        >
          <Icon size={isLarge ? 30 : 18} aria-hidden /> {name}
          <kbd className="key hidden sm:inline short:hidden">{key}</kbd>
        </button>
      ))}
    </fieldset>
  );
}
