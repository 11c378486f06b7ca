import { useId } from "react";
import { Link, useRouteLoaderData } from "react-router";
import { COUNT_STYLES, PLAYER_LEVELS } from "~/core";
import { currentBook } from "~/data/current";
import type { KitRow } from "~/data/database";
import {
  HANDEDNESS,
  type Handedness,
  type Preferences,
  preferencesSchema,
  savePreferences,
  THEMES,
} from "~/data/preferences";
import { Inputs } from "~/setup/inputs";
import { usePreferences } from "~/ui/preferences";
import { type ShippedKit, useRig } from "~/ui/rig";
import { LEVEL_OF_PLAYER } from "~/words/kit";
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
    does: "The left hand is drawn solid; rudiments and grooves open mirrored; the kits that ship stand mirrored.",
  },
  open: {
    name: "Open-handed",
    does: "A right-handed kit with the left hand on a low hi-hat and the ride on its side: grooves change hands, fills stay.",
  },
};
const THEME_NAMES: Record<Preferences["theme"], string> = {
  system: "As the device",
  daylight: "Daylight",
  backline: "Backline",
};

export default function Setup() {
  const [preferences, change] = usePreferences();
  const [count, kit, level] = [useId(), useId(), useId()];
  const { chosen } = useRig();
  const root = useRouteLoaderData<{ kits: readonly ShippedKit[]; own: readonly KitRow[] }>("root");
  const kits = root?.kits ?? [];
  const own = (root?.own ?? []).map(({ id, content }) => ({ id, name: content.name }));
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
        <section className="panel p-4 grid sm:grid-cols-2 gap-4">
          <div>
            <label htmlFor={kit} className="font-display font-semibold text-lg block mb-1">
              Kit
            </label>
            <select
              id={kit}
              className="select w-full"
              value={chosen?.id ?? preferences.kit}
              onChange={(event) => change({ kit: event.target.value })}
            >
              {[...own, ...kits].map(({ id, name }) => (
                <option key={id} value={id}>
                  {name || "Untitled kit"}
                </option>
              ))}
            </select>
            <p className="text-sm quiet mt-1">
              Sound, staff and ceiling follow it. Move its surfaces on the{" "}
              <Link to="/floor" className="underline">
                Floor
              </Link>
              .
            </p>
          </div>
          <div>
            <label htmlFor={level} className="font-display font-semibold text-lg block mb-1">
              Speed of your limbs
            </label>
            <select
              id={level}
              className="select w-full"
              value={preferences.level}
              onChange={(event) => change({ level: event.target.value as Preferences["level"] })}
            >
              {PLAYER_LEVELS.map((one) => (
                <option key={one} value={one}>
                  {LEVEL_OF_PLAYER[one].name}
                </option>
              ))}
            </select>
            <p className="text-sm quiet mt-1">
              An estimate: {LEVEL_OF_PLAYER[preferences.level].does}. Your own numbers come from the tests in the Log,
              or go in on the Floor.
            </p>
          </div>
        </section>
        <Inputs />
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
