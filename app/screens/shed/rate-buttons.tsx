import { Check, CircleDashed, X } from "lucide-react";
import type { Result } from "~/core/listening";

const BUTTONS = [
  { result: "clean", name: "Clean", key: "1", icon: Check },
  { result: "nearly", name: "Nearly", key: "2", icon: CircleDashed },
  { result: "no", name: "Not yet", key: "3", icon: X },
] as const;

/** The player's own judgement of the last repeat. */
export function RateButtons({
  onRate,
  isLarge = false,
}: {
  readonly onRate: (result: Result) => void;
  readonly isLarge?: boolean;
}) {
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
