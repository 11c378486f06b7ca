/** Inputs: keys as pads, the surface of each pad, velocity, and latency. */

import { useEffect, useState } from "react";
import { useStore } from "zustand";
import { plainScore } from "~/audio/score";
import type { Arrangement } from "~/core/groove";
import { type Fitted, fitLatency } from "~/core/practice";
import { clickBeats, EVERY_BEAT, pulseOf } from "~/core/pulse";
import { KIT_VOICE_NAMES, KIT_VOICES, type KitVoice, LIMBS, type Limb } from "~/core/stroke";
import { bpm, type Seconds, seconds, ticks, WHOLE } from "~/core/time";
import { DEFAULT_LISTENING, type Listening } from "~/formats/listening";
import { nameCode } from "~/input/keys";
import type { MidiTrouble } from "~/input/midi";
import type { RawHit } from "~/input/raw-hit";
import { MIDI_TROUBLE } from "~/listening/midi-note";
import { usePreferences } from "~/session/preferences";
import { useSound } from "~/session/session";
import { useInputs } from "~/session/use-inputs";
import { describeLimb } from "~/words/practice";

const TAP_ID = "tap-along";
const TAP_BPM = bpm(90);
const BEAT = 60 / TAP_BPM;
const METER = { beats: 4, unit: 4 } as const;
/** Only clicks. */
const CLICKS: Arrangement = {
  meter: METER,
  countIn: ticks(0),
  length: WHOLE,
  fillAt: 0,
  notes: [],
  slots: [],
  slotsEnd: 0,
  clicks: clickBeats(pulseOf(METER), 0, WHOLE),
  countInClicks: [],
};

export function Inputs() {
  const [preferences, change] = usePreferences();
  const sound = useSound();
  const { listening } = preferences;
  const [learning, setLearning] = useState<Limb | null>(null);
  const [last, setLast] = useState<RawHit | null>(null);
  const [offsets, setOffsets] = useState<readonly Seconds[]>([]);
  const isTapping = useStore(sound.playing, ({ id }) => id === TAP_ID);
  const put = (part: Partial<Listening>) => change({ listening: { ...listening, ...part } });
  const source = listening.source === "midi" ? "midi" : "keys";
  const onHit = (hit: RawHit) => {
    setLast(hit);
    if (!isTapping) return;
    const located = sound.locateIn(TAP_ID, hit.at);
    if (!located) return;
    const beats = located.seconds / BEAT;
    setOffsets((before) => [...before, seconds((beats - Math.round(beats)) * BEAT)].slice(-40));
  };
  const midi = useInputs({ ...listening, source }, onHit, learning === null);

  useEffect(() => {
    if (!learning) return;
    const onKeyDown = (event: KeyboardEvent) => {
      event.preventDefault();
      if (event.code && event.code !== "Escape" && event.code !== "Space") {
        const taken = LIMBS.find((limb) => limb !== learning && listening.keys[limb] === event.code);
        // Two limbs can't share a key, so they swap.
        const keys = { ...listening.keys, [learning]: event.code };
        if (taken) keys[taken] = listening.keys[learning];
        put({ keys });
      }
      setLearning(null);
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  });
  useEffect(() => () => sound.stop(TAP_ID), [sound]);
  const tap = () => {
    if (isTapping) {
      sound.stop(TAP_ID);
      return;
    }
    setOffsets([]);
    const score = plainScore(CLICKS, TAP_BPM, EVERY_BEAT);
    void sound.play(TAP_ID, () => score);
  };
  const latency = fitLatency(offsets);
  return (
    <section id="inputs" aria-label="Inputs" className="panel p-4 flex flex-col gap-3 text-sm">
      <h2 className="text-lg">Inputs</h2>
      <div>
        <h3 className="font-semibold mb-1">Keys as pads</h3>
        <ul className="flex flex-wrap gap-2">
          {LIMBS.map((limb) => (
            <li key={limb}>
              <button type="button" className="btn btn-sm" onClick={() => setLearning(limb)}>
                {describeLimb(limb)}{" "}
                <kbd className="key">
                  {learning === limb ? "press a key" : nameCode(listening.keys[limb] ?? DEFAULT_LISTENING.keys[limb])}
                </kbd>
              </button>
            </li>
          ))}
        </ul>
      </div>
      <div>
        <h3 className="font-semibold mb-1">Electronic drums (MIDI)</h3>
        {listening.source === "midi" ? (
          <Pads listening={listening} last={last} trouble={midi?.trouble ?? null} put={put} />
        ) : (
          <p className="flex flex-wrap items-center gap-2">
            <button type="button" className="btn btn-sm" onClick={() => put({ source: "midi" })}>
              Listen to electronic drums
            </button>
            <span className="quiet">The browser asks for permission then.</span>
          </p>
        )}
      </div>
      <div>
        <h3 className="font-semibold mb-1">Latency, by tapping along</h3>
        <p className="quiet mb-1.5">
          Tap one {source === "keys" ? "key" : "pad"} with the clicks for about ten seconds. The app then subtracts this
          delay from every hit. Now: {Math.round(listening.latency[source])} ms.
        </p>
        <p className="flex flex-wrap items-center gap-2">
          <button type="button" className="btn btn-sm" onClick={tap}>
            {isTapping ? "Stop the clicks" : "Start the clicks"}
          </button>
          <span role="status">{sayLatency(latency, offsets.length)}</span>
          {latency ? (
            <button
              type="button"
              className="btn btn-sm btn-primary"
              onClick={() => {
                const found = Math.round(Math.min(500, Math.max(-250, latency.value * 1000)));
                put({ latency: { ...listening.latency, [source]: found } });
              }}
            >
              Use {Math.round(latency.value * 1000)} ms
            </button>
          ) : null}
          {listening.latency[source] === 0 ? null : (
            <button
              type="button"
              className="btn btn-sm"
              onClick={() => put({ latency: { ...listening.latency, [source]: 0 } })}
            >
              Remove the correction
            </button>
          )}
        </p>
      </div>
    </section>
  );
}

function sayLatency(latency: Fitted | null, taps: number): string {
  if (!latency) return taps === 0 ? "" : `${taps} taps so far.`;
  return `${Math.round(latency.value * 1000)} ms late, give or take ${Math.max(1, Math.round(latency.margin * 1000))} (95 %, ${latency.count} taps).`;
}

interface PadsProps {
  readonly listening: Listening;
  readonly last: RawHit | null;
  readonly trouble: MidiTrouble | null;
  readonly put: (part: Partial<Listening>) => void;
}

/** Hit a pad, then say what it is. */
function Pads({ listening, last, trouble, put }: PadsProps) {
  const { pads, curve } = listening;
  const note = last?.note;
  return (
    <div className="flex flex-col gap-2">
      <p role="status">
        {trouble
          ? MIDI_TROUBLE[trouble]
          : note === undefined
            ? "Hit a pad. It shows up here, and you choose its drum or cymbal."
            : `Note ${note}, velocity ${last?.velocity}: ${last?.place ? KIT_VOICE_NAMES[last.place] : "not known yet"}.`}
      </p>
      {note === undefined ? null : (
        <label className="flex items-center gap-2">
          The pad sending note {note} is the
          <select
            className="select select-sm w-40"
            value={pads[note] ?? last?.place ?? ""}
            onChange={(event) => put({ pads: { ...pads, [note]: event.target.value as KitVoice } })}
          >
            <option value="" disabled>
              choose
            </option>
            {KIT_VOICES.map((place) => (
              <option key={place} value={place}>
                {KIT_VOICE_NAMES[place]}
              </option>
            ))}
          </select>
        </label>
      )}
      {Object.keys(pads).length > 0 ? (
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
          {Object.entries(pads).map(([learned, place]) => (
            <span key={learned}>
              {learned} = {KIT_VOICE_NAMES[place]}
            </span>
          ))}
          <button type="button" className="btn btn-xs" onClick={() => put({ pads: {} })}>
            Forget learned pads
          </button>
        </p>
      ) : null}
      <label className="flex items-center gap-2">
        Velocity curve
        <input
          type="range"
          className="range range-xs w-40"
          min={0.3}
          max={3}
          step={0.1}
          value={curve}
          onChange={(event) => put({ curve: Number(event.target.value) })}
        />
        <span className="quiet">
          {curve === 1 ? "as it comes" : curve < 1 ? "lifts soft hits" : "presses soft hits down"}
        </span>
      </label>
    </div>
  );
}
