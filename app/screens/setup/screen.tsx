import { useId } from "react";
import { Link } from "react-router";
import { PLAYER_LEVELS } from "~/core/player";
import { COUNT_STYLES } from "~/core/pulse";
import { SIXES } from "~/engrave/notation";
import { HANDEDNESS, type Handedness, LETTER_KEYS, type Preferences, THEMES } from "~/library/preferences";
import { usePlayerSession } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { LEVEL_OF_PLAYER } from "~/words/kit";
import { SIXES_NAMES } from "~/words/score";
import { COUNT_STYLE_NAMES } from "~/words/time";
import { type StorageFacts, YourData } from "./data";
import { Inputs } from "./inputs";
import { SoundSettings } from "./sound";

const HANDS: Record<Handedness, { name: string; does: string }> = {
  right: {
    name: "Right-handed",
    does: "Your right hand leads and is drawn solid. The floor tom is on your right.",
  },
  left: {
    name: "Left-handed",
    does: "Your left hand leads and is drawn solid. Rudiments, grooves and the supplied kits are mirrored.",
  },
  open: {
    name: "Open-handed",
    does: "A right-handed kit, with your left hand on a low hi-hat and the ride on the left. Grooves change hands; fills stay as they are.",
  },
};
const THEME_NAMES: Record<Preferences["theme"], string> = {
  system: "System",
  daylight: "Light",
  backline: "Dark",
};

const LETTER_KEY_NAMES: Record<Preferences["letterKeys"], string> = {
  always: "Always on",
  chosen: "On while a note is chosen",
  off: "Off",
};

const PARTS = [
  { id: "hands", name: "Hands" },
  { id: "reading", name: "Counting, theme, keys" },
  { id: "kit", name: "Kit and speed" },
  { id: "sound", name: "Sound" },
  { id: "data", name: "Your data" },
  { id: "inputs", name: "Pads and delays" },
  { id: "ears", name: "Your ears" },
] as const;

export function SetupScreen({ facts }: { readonly facts: StorageFacts | null }) {
  const [preferences, change] = usePreferences();
  const [count, sixes, kit, level, letters] = [useId(), useId(), useId(), useId(), useId()];
  const { chosen, kits } = usePlayerSession();
  const own = kits.own.map(({ id, content }) => ({ id, name: content.name }));
  return (
    <main className="w-full max-w-5xl mx-auto px-4 py-5 grid gap-x-8 items-start content-start lg:grid-cols-[11rem_minmax(0,1fr)]">
      <h1 className="text-3xl mb-4 lg:col-span-2">Setup</h1>
      <nav
        aria-label="On this page"
        className="lg:sticky lg:top-4 mb-4 flex lg:flex-col flex-wrap gap-x-1 gap-y-0.5 text-sm"
      >
        {PARTS.map(({ id, name }) => (
          <a key={id} href={`#${id}`} className="px-2.5 py-1.5 rounded-field hover:bg-base-300">
            {name}
          </a>
        ))}
      </nav>
      <div className="flex flex-col gap-4 min-w-0">
        <fieldset id="hands" className="panel p-4">
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
        <section id="reading" aria-label="Counting, theme and keys" className="panel p-4 grid sm:grid-cols-2 gap-4">
          <div>
            <label htmlFor={count} className="font-display font-semibold text-lg block mb-1">
              Count new fills
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
          <div>
            <label htmlFor={sixes} className="font-display font-semibold text-lg block mb-1">
              Write six notes in a beat
            </label>
            <select
              id={sixes}
              className="select w-full"
              value={preferences.sixes}
              onChange={(event) => change({ sixes: event.target.value as Preferences["sixes"] })}
            >
              {SIXES.map((way) => (
                <option key={way} value={way}>
                  {SIXES_NAMES[way]}
                </option>
              ))}
            </select>
          </div>
          <fieldset>
            <legend className="font-display font-semibold text-lg mb-1">Theme</legend>
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
          <div className="sm:col-span-2">
            <label htmlFor={letters} className="font-display font-semibold text-lg block mb-1">
              Letter keys
            </label>
            <select
              id={letters}
              className="select w-full sm:w-80"
              value={preferences.letterKeys}
              onChange={(event) => change({ letterKeys: event.target.value as Preferences["letterKeys"] })}
            >
              {LETTER_KEYS.map((when) => (
                <option key={when} value={when}>
                  {LETTER_KEY_NAMES[when]}
                </option>
              ))}
            </select>
            <p className="text-sm quiet mt-1">
              Letters, digits and signs by themselves are commands. Turn them off if you dictate, or if keys are pressed
              by chance. Every command is also in “Find a command” (Ctrl+K). To give a command another key, press Keys
              on its screen, then “Change keys”.
            </p>
          </div>
        </section>
        <section id="kit" aria-label="Kit and speed" className="panel p-4 grid sm:grid-cols-2 gap-4">
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
              {[...own, ...kits.shipped].map(({ id, name }) => (
                <option key={id} value={id}>
                  {name || "Untitled kit"}
                </option>
              ))}
            </select>
            <p className="text-sm quiet mt-1">
              Sound, staff and top tempo follow your kit. To move its drums and cymbals, go to the{" "}
              <Link to="/floor" className="underline">
                Floor
              </Link>{" "}
              of a fill.
            </p>
          </div>
          <div>
            <label htmlFor={level} className="font-display font-semibold text-lg block mb-1">
              Your speed
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
              An estimate: {LEVEL_OF_PLAYER[preferences.level].does}. For your own numbers, take the tests in the Log or
              type them in on the Floor.
            </p>
          </div>
        </section>
        <SoundSettings />
        <div id="data">{facts ? <YourData facts={facts} /> : null}</div>
        <div id="inputs">
          <Inputs />
        </div>
        <section id="ears" className="panel p-4 text-sm">
          <h2 className="text-lg mb-1">Protect your ears</h2>
          <p>
            Drums and headphones are loud enough to damage your hearing for good. Keep the volume low, wear ear
            protection at the kit, and take breaks. If your ears ring or sounds seem dull afterwards, stop and see a
            doctor or an audiologist.
          </p>
        </section>
      </div>
    </main>
  );
}
