import { useId } from "react";
import { COUNT_STYLES } from "~/core";
import { currentBook } from "~/data/current";
import {
  HANDEDNESS,
  type Handedness,
  type Preferences,
  preferencesSchema,
  savePreferences,
  THEMES,
} from "~/data/preferences";
import { usePreferences } from "~/ui/preferences";
import { COUNT_STYLE_NAMES } from "~/words/time";
import type { Route } from "./+types/setup";

export const meta: Route.MetaFunction = () => [{ title: "Setup · Dime Stack" }];

/** Stores changed preferences; the root loads them again. */
export async function clientAction({ request }: Route.ClientActionArgs) {
  const change = preferencesSchema.partial().parse(await request.json());
  await savePreferences(await currentBook(), change);
  return { ok: true };
}

const HANDS: Record<Handedness, { name: string; does: string }> = {
  right: {
    name: "Right-handed",
    does: "The right hand is drawn solid and leads what ships with the app; the kit sounds with the floor tom on the right.",
  },
  left: {
    name: "Left-handed",
    does: "The left hand is drawn solid; rudiments and grooves open mirrored; the kit sounds mirrored.",
  },
  open: {
    name: "Open-handed",
    does: "A right-handed kit with the left hand on the hi-hat: grooves change hands, fills stay.",
  },
};
const THEME_NAMES: Record<Preferences["theme"], string> = {
  system: "As the device",
  daylight: "Daylight",
  backline: "Backline",
};

export default function Setup() {
  const [preferences, change] = usePreferences();
  const count = useId();
  return (
    <main className="w-full max-w-3xl mx-auto px-4 py-6">
      <h1 className="text-3xl mb-5">Setup</h1>
      <div className="flex flex-col gap-4">
        <fieldset className="panel p-4">
          <legend className="font-display font-semibold text-lg float-left mb-2 w-full">Hands</legend>
          <div className="clear-both flex flex-col gap-2">
            {HANDEDNESS.map((hands) => (
              <label key={hands} className="flex gap-3 items-start cursor-pointer">
                <input
                  type="radio"
                  name="hands"
                  className="radio radio-sm mt-0.5"
                  checked={preferences.hands === hands}
                  onChange={() => change({ hands })}
                />
                <span>
                  <strong className="font-semibold">{HANDS[hands].name}</strong>
                  <span className="block text-sm quiet">{HANDS[hands].does}</span>
                </span>
              </label>
            ))}
          </div>
        </fieldset>
        <section className="panel p-4 grid sm:grid-cols-2 gap-4">
          <div>
            <label htmlFor={count} className="font-display font-semibold text-lg block mb-1">
              Counting of new fills
            </label>
            <select
              id={count}
              className="select w-full"
              value={preferences.countStyle}
              onChange={(event) => change({ countStyle: event.target.value as Preferences["countStyle"] })}
            >
              {COUNT_STYLES.map((style) => (
                <option key={style} value={style}>
                  {COUNT_STYLE_NAMES[style]}
                </option>
              ))}
            </select>
          </div>
          <fieldset>
            <legend className="font-display font-semibold text-lg mb-1">Light</legend>
            <div className="join">
              {THEMES.map((theme) => (
                <input
                  key={theme}
                  type="radio"
                  name="theme"
                  aria-label={THEME_NAMES[theme]}
                  className="join-item btn btn-sm"
                  checked={preferences.theme === theme}
                  onChange={() => change({ theme })}
                />
              ))}
            </div>
          </fieldset>
        </section>
        <section className="panel p-4 text-sm">
          <h2 className="text-lg mb-1">Ears</h2>
          <p>
            Drums and headphones are loud enough to harm hearing for good. Keep the volume low, wear protection at the
            kit, and take breaks. If your ears ring or sounds seem dull after playing, stop and ask a clinician.
          </p>
        </section>
      </div>
    </main>
  );
}
