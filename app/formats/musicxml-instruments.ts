/** Which drum or cymbal a MusicXML note is on: by instrument, or by staff position. */

import { KIT_VOICES, type KitVoice } from "~/core/stroke";
import { pitchOf } from "~/engrave/heads";
import { KEYS } from "./midi-read";
import { instrumentOf } from "./musicxml-element";
import { all, attribute, childrenOf, find, type Node, numberOf, textOf } from "./xml-tree";

export interface Instrument {
  readonly name: string;
  readonly place: KitVoice | null;
}

/** Instrument names, for files without percussion keys. Order matters: "closed hi-hat" isn't just "hat". */
const NAMES: readonly (readonly [RegExp, KitVoice])[] = [
  [/half.?open/i, "hf"],
  [/open.*hat|hat.*open/i, "ho"],
  [/(pedal|foot).*hat|hat.*(pedal|foot)/i, "hp"],
  [/hi.?hat|hh/i, "hh"],
  [/bell/i, "rb"],
  [/ride/i, "rd"],
  [/china/i, "ch"],
  [/splash/i, "sp"],
  [/second crash|crash.*2/i, "c2"],
  [/crash/i, "c1"],
  [/cow/i, "cb"],
  [/cross.?stick|side.?stick|rim.?click/i, "cs"],
  [/snare/i, "sn"],
  [/(bass|kick).*drum|kick/i, "kk"],
  [/second floor|low.*floor|floor.*2/i, "f2"],
  [/floor/i, "f1"],
  [/(low|tom).*3|low tom/i, "t3"],
  [/tom.*2|mid/i, "t2"],
  [/tom/i, "t1"],
];

/** Staff position of each drum, if nothing else identifies it. */
const POSITIONS: ReadonlyMap<string, KitVoice> = new Map(
  // The plainest of several at one position.
  (["rd", "hp", "hh", "c1", "c2", "ch", "sp", "sn", "t1", "t2", "t3", "f1", "f2", "kk", "k2"] as const).map((place) => [
    pitchOf(place),
    place,
  ]),
);

/** The staff position, such as "c/5"; null for none. */
export function placeAt(position: string): KitVoice | null {
  return POSITIONS.get(position) ?? null;
}

/** A part's instruments by id. */
export function readInstruments(head: readonly Node[]): ReadonlyMap<string, Instrument> {
  const keys = new Map(
    all(head, "midi-instrument").map((one) => [
      attribute(one, "id"),
      numberOf(find(childrenOf(one), "midi-unpitched")),
    ]),
  );
  return new Map(
    all(head, "score-instrument").map((one) => {
      const id = attribute(one, "id") ?? "";
      const name = textOf(find(childrenOf(one), "instrument-name"));
      // The standard counts keys from 1.
      const key = keys.get(id);
      const byKey = key === null || key === undefined ? null : (KEYS.get(key - 1) ?? null);
      const byName = NAMES.find(([pattern]) => pattern.test(name))?.[1] ?? null;
      // Our own id is more precise than a key shared by several drums.
      const own = KIT_VOICES.find((place) => id === instrumentOf(place));
      return [id, { name: name || id, place: own ?? byKey ?? byName }];
    }),
  );
}
