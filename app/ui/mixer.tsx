import type { Preferences } from "~/library/preferences";
import { Fader } from "./volume-control";

const FADERS = [
  ["fillVolume", "Fill"],
  ["grooveVolume", "Groove"],
  ["clickVolume", "Clicks"],
  ["countInVolume", "Count-in"],
] as const;

interface MixerProps {
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
  /** Side by side, where there is little height. */
  readonly isRow?: boolean;
  /** Content before the faders. */
  readonly children?: React.ReactNode;
}

/** The balance of the parts. */
export function Mixer({ preferences, onPreferences, isRow = false, children }: MixerProps) {
  const isMoved = FADERS.some(([field]) => preferences[field] !== 0.5);
  return (
    <fieldset>
      <legend className={isRow ? "sr-only" : "text-sm font-semibold mb-1"}>Volume</legend>
      <div className={isRow ? "flex flex-wrap items-center gap-x-6 gap-y-1.5" : "flex flex-col gap-1.5 items-start"}>
        {isRow ? (
          <span className="text-sm font-semibold max-sm:basis-full lg:basis-full" aria-hidden>
            Volume
          </span>
        ) : null}
        {children}
        {FADERS.map(([field, name]) => (
          <Fader key={field} value={preferences[field]} onValue={(value) => onPreferences({ [field]: value })}>
            <span className={isRow ? "max-sm:w-18 lg:w-18" : "w-18"}>
              {name}
              <span className="sr-only"> volume</span>
            </span>
          </Fader>
        ))}
        <button
          type="button"
          className="btn btn-xs font-normal"
          disabled={!isMoved}
          onClick={() => onPreferences(Object.fromEntries(FADERS.map(([field]) => [field, 0.5])))}
        >
          Reset levels
        </button>
      </div>
    </fieldset>
  );
}
