import { useKey } from "~/commands/commands";
import { nameKeyCap } from "~/commands/keys";
import type { Result } from "~/core/listening";
import { Check, CircleDashed, X } from "~/ui/icons";

const BUTTONS = [
  { result: "clean", command: "clean", name: "Clean", supplied: "1", icon: Check },
  { result: "nearly", command: "nearly", name: "Nearly", supplied: "2", icon: CircleDashed },
  { result: "no", command: "not-yet", name: "Not yet", supplied: "3", icon: X },
] as const;

interface RateButtonsProps {
  /** The question, for assistive technology. */
  readonly question: string;
  readonly onRate: (result: Result) => void;
  readonly isLarge?: boolean;
  /** Additional text. */
  readonly more?: React.ReactNode;
}

/** A rating button, large enough to hit with a stick. */
export function sizeOfRating(isLarge: boolean): string {
  return isLarge ? "h-28 max-sm:h-20 short:h-16 text-2xl max-sm:text-lg short:text-lg leading-tight px-2" : "h-12";
}

/** The player's own judgement of the last repeat. */
export function RateButtons({ question, onRate, isLarge = false, more }: RateButtonsProps) {
  return (
    <fieldset className={`grid gap-2 w-full ${more ? "grid-cols-2 sm:grid-cols-4 short:grid-cols-4" : "grid-cols-3"}`}>
      <legend className="sr-only">{question}</legend>
      {BUTTONS.map(({ result, command, name, supplied, icon: Icon }) => (
        <RateButton
          key={result}
          command={command}
          supplied={supplied}
          className={sizeOfRating(isLarge)}
          onPress={() => onRate(result)}
        >
          <Icon size={isLarge ? 30 : 18} aria-hidden /> {name}
        </RateButton>
      ))}
      {more}
    </fieldset>
  );
}

interface RateButtonProps {
  /** The id of the command that does the same, and its default key. */
  readonly command: string;
  readonly supplied: string;
  readonly className: string;
  readonly title?: string;
  readonly onPress: () => void;
  readonly children: React.ReactNode;
}

/** A rating button with its key. */
export function RateButton({ command, supplied, className, title, onPress, children }: RateButtonProps) {
  const key = useKey(command, supplied);
  return (
    <button
      type="button"
      className={`btn ${className}`}
      aria-keyshortcuts={key || undefined}
      title={title}
      onClick={onPress}
    >
      {children}
      {key ? <kbd className="key hidden sm:inline short:hidden">{nameKeyCap(key)}</kbd> : null}
    </button>
  );
}
