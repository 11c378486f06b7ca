/** What goes on under a fill: ostinati of the feet, and what the groove keeps up. */

import { foldPlace, type Kit } from "../kit/kit";
import { barTicks, isCompound, type Meter, type Ticks, tempoUnitTicks, ticks } from "../time";
import type { Form, SoundingNote } from "./arrange";
import type { Perform } from "./feel";
import { type Groove, listBackbeats } from "./groove";
import type { FootOstinato, Setting } from "./setting";

/**
 * Where an ostinato strikes from `from` to before `to`, ticks from a bar line. It counts the note that the tempo counts,
 * anew in each bar: quarters in 4/4 and 7/8, dotted quarters in 6/8, where the off-beats are the last of each three.
 */
export function listOstinato(pattern: FootOstinato, meter: Meter, from: number, to: number): Ticks[] {
  if (pattern === "none") return [];
  const bar = barTicks(meter);
  const pulse = tempoUnitTicks(meter);
  const parts = isCompound(meter) ? 3 : 2;
  const step = pulse / parts;
  const strikes = (index: number): boolean => {
    const part = index % parts;
    if (pattern === "eighths") return true;
    if (pattern === "off-beats") return part === parts - 1;
    return part === 0 && (pattern === "quarters" || (index / parts) % 2 === 1);
  };
  const found: Ticks[] = [];
  for (let start = Math.floor(from / bar) * bar; start < to; start += bar) {
    for (let index = 0; index * step < bar; index++) {
      const at = start + index * step;
      if (at >= from && at < to && strikes(index)) found.push(ticks(at));
    }
  }
  return found;
}

/** What goes on under the fill; a limb that the line itself needs at that moment plays the line. */
export function playUnder(
  groove: Groove,
  played: readonly SoundingNote[],
  fill: readonly SoundingNote[],
  { fillStart, fillEnd }: Form,
  { during, foot, kickOnBeats }: Setting,
  meter: Meter,
  perform: Perform,
  kit: Kit | null,
): SoundingNote[] {
  const inWindow = ({ at }: { readonly at: number }) => at >= fillStart && at < fillEnd;
  const kept = played.filter(inWindow);
  const ownFoot = kept.filter(({ limb }) => limb === "H");
  const wanted: SoundingNote[] = [];
  const strike = (limb: "K" | "H", at: Ticks): SoundingNote => {
    const home = limb === "K" ? "kk" : "hp";
    return {
      at,
      sounds: perform(at, true, limb),
      limb,
      place: kit ? foldPlace(kit, limb, home) : home,
      level: "normal",
      rimShot: false,
      role: "under",
      slot: null,
      passes: "all",
    };
  };
  if (during === "backbeat") {
    const { at, length } = listBackbeats(groove);
    wanted.push(...kept.filter((note) => note.place === "sn" && at.some((beat) => note.at % length === beat)));
  }
  if (during === "foot") {
    // A groove without a hi-hat foot is kept by the plainest one.
    const plain = listOstinato("two-and-four", meter, fillStart, fillEnd).map((at) => strike("H", at));
    wanted.push(...(ownFoot.length > 0 ? ownFoot : plain));
  }
  wanted.push(...listOstinato(foot, meter, fillStart, fillEnd).map((at) => strike("H", at)));
  if (kickOnBeats) {
    wanted.push(...listOstinato("quarters", meter, fillStart, fillEnd).map((at) => strike("K", at)));
  }
  const taken = new Set(fill.map(({ at, limb }) => `${at} ${limb}`));
  const under: SoundingNote[] = [];
  for (const note of wanted) {
    const key = `${note.at} ${note.limb}`;
    if (taken.has(key)) continue;
    taken.add(key);
    under.push({ ...note, role: "under" });
  }
  return under;
}
