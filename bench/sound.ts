/** Measurements of the kit's sounds: loudness, brightness, laptop loudness, and creation time. */

import { readFileSync } from "node:fs";
import { HEADROOM } from "../app/audio/kit-sounds";
import { integratedLoudness, laptopLoss, momentaryLoudness } from "../app/audio/loudness";
import { mixDown } from "../app/audio/mixdown";
import { plainScore } from "../app/audio/score";
import { energyAbove } from "../app/audio/signal";
import { SOUND_KITS, type SoundKit, type SoundSetup, USUAL_SETUP } from "../app/audio/sound-setup";
import { spotsOf } from "../app/audio/spots";
import { synthesise } from "../app/audio/synthesis";
import { readTakes } from "../app/audio/takes-file";
import { arrange, STRAIGHT } from "../app/core/groove";
import { usualSurface } from "../app/core/kit";
import { readStickLine } from "../app/core/line";
import { makeLine } from "../app/core/phrase";
import { KIT_VOICE_NAMES, KIT_VOICES, type KitVoice, type Level } from "../app/core/stroke";
import { EIGHTHS, LEFT_CRASH, USUAL } from "../app/core/testing/settings";
import { bpm, ticks } from "../app/core/time";
import { layOut } from "../app/core/timeline";

const RATE = 48_000;
const shown = (value: number, digits = 1) => value.toFixed(digits).padStart(8);

const takes = readTakes(readFileSync("app/audio/takes/cymbals.wav"));

function measure(kit: SoundKit, place: KitVoice, level: Level, technique: "plain" | "rim-shot" = "plain") {
  const wish = { kit, place, level, technique, variation: 0, scale: 1, isWeak: false };
  const began = performance.now();
  const samples = synthesise(wish, RATE, takes);
  const took = performance.now() - began;
  const [all, above] = energyAbove(samples, 1_000, RATE);
  return {
    loudness: momentaryLoudness(samples, RATE) + HEADROOM,
    bright: (100 * above) / all,
    loss: laptopLoss(samples, RATE),
    took,
  };
}

const tell = (name: string, { loudness, bright, loss, took }: ReturnType<typeof measure>) =>
  console.log(
    name.padEnd(22),
    shown(loudness),
    `${shown(bright).slice(1)}%`,
    shown(-loss),
    `${shown(took, 0).slice(3)} ms`,
  );
for (const kit of SOUND_KITS) {
  console.log(
    `\n${`the ${kit} kit, accents`.padEnd(22)}`,
    "LUFS".padStart(8),
    "> 1 kHz".padStart(8),
    "laptop".padStart(8),
    "to make".padStart(8),
  );
  for (const place of KIT_VOICES) tell(KIT_VOICE_NAMES[place], measure(kit, place, "accent"));
  tell("snare, rim shot", measure(kit, "sn", "accent", "rim-shot"));
  tell("snare, normal", measure(kit, "sn", "normal"));
  tell("snare, ghost", measure(kit, "sn", "ghost"));
}

const KIT = { surfaces: (["sn", "t1", "t2", "f1", "hh", "rd", "c1", "c2", "kk", "hp"] as const).map(usualSurface) };
const line = readStickLine("@4 >RlrR/t1 >L/t1rlK >R/f1LKK >RL>R/f1K").line ?? makeLine([]);
const meter = { beats: 4, unit: 4 } as const;
const timeline = layOut({ meter, tempo: bpm(100), window: { start: ticks(0), length: ticks(40_320) }, line }, KIT);
const setting = { ...USUAL, grooveBars: 1, feel: STRAIGHT };
const score = plainScore(arrange(timeline, EIGHTHS, setting, LEFT_CRASH, KIT), timeline.tempo, null);
console.log("\na groove with a fill, four times, with the room");
for (const kit of SOUND_KITS) {
  const setup: SoundSetup = { ...USUAL_SETUP, kit, spots: spotsOf(KIT), weaker: "L", room: 0.5 };
  const began = performance.now();
  const { left, right } = mixDown(() => score, 4, { setup, takes, sampleRate: RATE, ringOut: 1 });
  const took = performance.now() - began;
  const peak = [left, right].reduce(
    (most, channel) => channel.reduce((so, one) => Math.max(so, Math.abs(one)), most),
    0,
  );
  console.log(
    kit.padEnd(22),
    `${integratedLoudness([left, right], RATE).toFixed(1)} LUFS, peak ${(20 * Math.log10(peak)).toFixed(1)} dB,`,
    `${(left.length / RATE / (took / 1000)).toFixed(0)} times faster than it sounds`,
  );
}
