/** Sound: the sound kit, the room, the hands, the levels, and the output latency. */

import { useEffect, useState } from "react";
import { SOUND_KITS } from "~/audio/sound-setup";
import { KIT_VOICE_NAMES } from "~/core/stroke";
import { useHear } from "~/session/hear";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useSound } from "~/session/session";
import { Check } from "~/ui/check";
import { Play } from "~/ui/icons";
import { Mixer } from "~/ui/mixer";
import { Fader } from "~/ui/volume-control";
import { capital } from "~/words/slot";
import { describeOutputLatency, SOUND_KIT_NAMES } from "~/words/sound";
import { listTaste } from "./taste";

/** Milliseconds between checks of the browser's output latency. */
const LOOK_EVERY = 1_000;

export function SoundSettings() {
  const [preferences, change] = usePreferences();
  const sound = useSound();
  const { kit, hands } = usePlayer();
  const hear = useHear();
  return (
    <section id="sound" aria-labelledby="sound-title" className="panel p-4 flex flex-col gap-4">
      <h2 id="sound-title" className="text-lg">
        Sound
      </h2>
      <fieldset>
        <legend className="font-semibold text-sm mb-1.5">Sounds of the kit</legend>
        <div className="grid gap-2 sm:grid-cols-3">
          {SOUND_KITS.map((one) => (
            <label
              key={one}
              className={`flex gap-2.5 items-start rounded-box border p-3 cursor-pointer ${
                preferences.sounds === one ? "border-primary bg-base-200" : "border-base-300"
              }`}
            >
              <input
                type="radio"
                name="sounds"
                className="radio radio-sm mt-0.5"
                checked={preferences.sounds === one}
                onChange={() => change({ sounds: one })}
              />
              <span>
                <strong className="font-semibold">{SOUND_KIT_NAMES[one].name}</strong>
                <span className="block text-sm quiet">{SOUND_KIT_NAMES[one].does}</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <div>
        <h3 className="font-semibold text-sm mb-1.5">Hear it</h3>
        <div className="flex flex-wrap gap-1.5">
          <button
            type="button"
            className="btn btn-sm btn-primary"
            onClick={() => void sound.strike(listTaste(kit, hands))}
          >
            <Play size={14} aria-hidden /> A bar round the kit
          </button>
          {kit.surfaces.map(({ place }) => (
            <button key={place} type="button" className="btn btn-sm font-normal" onClick={() => hear(place)}>
              {capital(KIT_VOICE_NAMES[place])}
            </button>
          ))}
        </div>
        <p className="text-sm quiet mt-1.5">
          A larger drum or cymbal is lower and rings longer: sizes are set on the Floor, in your own kit.
        </p>
      </div>
      <div className="grid gap-4 sm:grid-cols-2">
        <div className="flex flex-col gap-2">
          <h3 className="font-semibold text-sm">Room and hands</h3>
          <Fader value={preferences.room} onValue={(room) => change({ room })} isDisabled={preferences.isDry}>
            <span className="w-18">Room</span>
          </Fader>
          <Check checked={preferences.isDry} onCheck={(isDry) => change({ isDry })}>
            Dry: no room
          </Check>
          <Check checked={preferences.weakerHand} onCheck={(weakerHand) => change({ weakerHand })}>
            The hand that doesn't lead sounds a shade softer and duller
          </Check>
        </div>
        <Mixer preferences={preferences} onPreferences={change}>
          <Fader
            value={preferences.volume}
            onValue={(volume) => change({ volume })}
            title="Keep it low on headphones, and rest your ears"
          >
            <span className="w-18">
              Master<span className="sr-only"> volume</span>
            </span>
          </Fader>
        </Mixer>
      </div>
      <OutputLatency />
      <Licence />
    </section>
  );
}

function OutputLatency() {
  const sound = useSound();
  const [latency, setLatency] = useState(sound.latency);
  useEffect(() => {
    const look = setInterval(() => setLatency(sound.latency), LOOK_EVERY);
    return () => clearInterval(look);
  }, [sound]);
  return (
    <p className="text-sm">
      {describeOutputLatency(latency)} Bluetooth adds delay that browsers can't measure: if the clicks and the lights
      disagree, use a cable.
    </p>
  );
}

/** Its text loads when it is opened. */
function Licence() {
  const [text, setText] = useState("");
  const read = () => {
    import("~/audio/takes/LICENCE.txt?raw").then(({ default: notice }) => setText(notice), console.error);
  };
  return (
    <details className="text-sm" onToggle={read}>
      <summary className="cursor-pointer">Licence of the Studio kit's recorded cymbals (MIT)</summary>
      <pre className="mt-2 text-xs whitespace-pre-wrap font-sans">{text}</pre>
    </details>
  );
}
