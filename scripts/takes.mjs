/**
 * Takes the recorded cymbals out of a sound bank, as app/audio/takes has them:
 *
 *   node scripts/takes.mjs PATH/FluidR3Mono_GM.sf3
 *
 * The bank is in Debian's package fluidr3mono-gm-soundfont, under the MIT licence; its notice stands beside the takes.
 * Each take begins at its onset, is as long as it is said here, and the whole is under a megabyte.
 */
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { OggVorbisDecoder } from "@wasm-audio-decoders/ogg-vorbis";
import wavefile from "wavefile";

/** Its name here and in the bank, and how many seconds to take. */
const TAKES = [
  ["hatClosed", "Hi-Hat Closed(L)", 0.45],
  ["hatFoot", "Hi-Hat Foot(L)", 0.4],
  ["hatOpen", "Hi-Hat Half-Open(L)", 1.9],
  ["ride", "Ride1(L)", 2.1],
  ["bell", "BellRide(R)", 1.9],
  ["crashLeft", "Crsh 1(L)", 2.5],
  ["crashRight", "Crsh 2(L)", 2.5],
  ["china", "China Crash(L)", 1.7],
  ["splash", "Splash(L)", 1.2],
];
/** Cymbals have nothing audible above half of this. Hz. */
const RATE = 32_000;
/** The onset is the first sample louder than this share of the peak. */
const ONSET = 0.04;
/** The end is faded out. */
const FADE = 0.25;
const FULL_SCALE = 32_000;

const OUT = fileURLToPath(new URL("../app/audio/takes", import.meta.url));
const HEADER_BYTES = 46;

const [path] = process.argv.slice(2);
if (!path) {
  console.error("Say where the sound bank is: node scripts/takes.mjs PATH/FluidR3Mono_GM.sf3");
  process.exit(1);
}
const bank = readFileSync(path);

/** A part of the RIFF file: its start and its bytes. */
function part(name) {
  const at = name === "smpl" ? bank.indexOf(name) : bank.lastIndexOf(name);
  if (at < 0) throw new Error(`${path} has no part "${name}": is it an sf3 sound bank?`);
  return { at: at + 8, length: bank.readUInt32LE(at + 4) };
}

/** The samples of a take; the bank stores each as an Ogg Vorbis file. */
async function decode(name) {
  const headers = part("shdr");
  const data = part("smpl");
  for (let at = headers.at; at < headers.at + headers.length; at += HEADER_BYTES) {
    if (bank.toString("latin1", at, at + 20).split("\0")[0] !== name) continue;
    const [from, to] = [bank.readUInt32LE(at + 20), bank.readUInt32LE(at + 24)];
    const decoder = new OggVorbisDecoder();
    await decoder.ready;
    const { channelData, sampleRate } = await decoder.decodeFile(bank.subarray(data.at + from, data.at + to));
    decoder.free();
    return { samples: channelData[0], sampleRate };
  }
  throw new Error(`${path} has no take "${name}"`);
}

/** Resampled with the package's windowed sinc and low-pass. */
function atRate({ samples, sampleRate }) {
  const file = new wavefile.WaveFile();
  file.fromScratch(1, sampleRate, "32f", samples);
  file.toSampleRate(RATE, { method: "sinc", LPF: true });
  return file.getSamples(false, Float32Array);
}

const all = [];
const index = {};
for (const [name, called, seconds] of TAKES) {
  const samples = atRate(await decode(called));
  const peak = samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  const onset = samples.findIndex((sample) => Math.abs(sample) > ONSET * peak);
  const length = Math.min(Math.round(seconds * RATE), samples.length - onset);
  const fadeFrom = Math.round(length * (1 - FADE));
  index[name] = { at: all.length, length };
  for (let at = 0; at < length; at++) {
    const left = at < fadeFrom ? 1 : (length - at) / (length - fadeFrom);
    all.push(Math.round((samples[onset + at] / peak) * left * FULL_SCALE));
  }
  console.log(
    name.padEnd(11),
    `${(length / RATE).toFixed(2)} s, ${((onset / RATE) * 1000).toFixed(1)} ms cut off before it`,
  );
}
const file = new wavefile.WaveFile();
file.fromScratch(1, RATE, "16", Int16Array.from(all));
const bytes = file.toBuffer();
writeFileSync(join(OUT, "cymbals.wav"), bytes);
writeFileSync(join(OUT, "cymbals.json"), `${JSON.stringify({ rate: RATE, takes: index }, null, 2)}\n`);
console.log(`${bytes.length} bytes`);
