/** What continues under a fill: foot ostinatos, and what the groove keeps playing. */

import { foldPlace, type Kit } from "../kit/kit";
import type { Circumstances } from "../player/motions";
import { isBackbeat, type Pulse } from "../pulse/pulse";
import { homePlace, isHand, type KitVoice, type Limb } from "../stroke/stroke";
import { barTicks, isCompound, type Meter, type Ticks, tempoUnitTicks, ticks } from "../time/time";
import type { Timeline, TimelineEvent } from "../timeline/timeline";
import { followsSwing, isSwung, makePerform, type Perform } from "./feel";
import type { FootOstinato, Setting } from "./setting";
import type { LoopForm, SoundingNote } from "./sounding";

/**
 * The strokes of an ostinato from `from` to below `to`, in ticks from a bar line. It follows the note that the tempo
 * counts, restarting each bar: quarters in 4/4 and 7/8, dotted quarters in 6/8, where off-beats are the last of each
 * three.
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

/** What an arrangement is made from, as far as it plays under or beside the fill. */
interface OstinatoScene {
  readonly pulse: Pulse;
  readonly form: LoopForm;
  readonly setting: Setting;
  readonly perform: Perform;
  readonly kit: Kit | null;
  /** Ticks from the start of the loop at which everything stops; its length if nothing does. */
  readonly stopsAt: number;
}

/** Where a foot keeps playing. */
function foldFor(kit: Kit | null, limb: Limb): KitVoice {
  const home = homePlace(limb);
  return kit ? foldPlace(kit, limb, home) : home;
}

/** The setting's foot ostinatos from `from` to below `to`. */
function listFeet({ foot, kickOnBeats }: Setting, meter: Meter, from: number, to: number) {
  return [
    ...listOstinato(foot, meter, from, to).map((at) => ({ limb: "H", at }) as const),
    ...(kickOnBeats ? listOstinato("quarters", meter, from, to).map((at) => ({ limb: "K", at }) as const) : []),
  ];
}

/** The foot pattern where a groove has none of its own: the simplest one. */
const PLAINEST: FootOstinato = "two-and-four";

function strike(limb: "K" | "H", at: Ticks, { perform, kit }: OstinatoScene): SoundingNote {
  return {
    at,
    sounds: perform(at, true, limb),
    limb,
    place: foldFor(kit, limb),
    level: "normal",
    force: 1,
    technique: "plain",
    lasts: null,
    role: "under",
    slot: null,
    passes: "all",
  };
}

function playFeet(from: number, to: number, scene: OstinatoScene): SoundingNote[] {
  return listFeet(scene.setting, scene.pulse.meter, from, to).map(({ limb, at }) => strike(limb, at, scene));
}

/** Removes notes of limbs that play something else at that moment. */
function leaveBusyLimbs(wanted: readonly SoundingNote[], playing: readonly SoundingNote[]): SoundingNote[] {
  const taken = new Set(playing.map(({ at, limb }) => `${at} ${limb}`));
  return wanted.flatMap((note): SoundingNote[] => {
    const key = `${note.at} ${note.limb}`;
    if (taken.has(key)) return [];
    taken.add(key);
    return [{ ...note, role: "under" }];
  });
}

/** What continues under the fill. A limb that the line needs at that moment plays the line instead. */
export function playOstinato(
  played: readonly SoundingNote[],
  fill: readonly SoundingNote[],
  scene: OstinatoScene,
): SoundingNote[] {
  const { fillStart, fillEnd } = scene.form;
  const kept = played.filter(({ at }) => at >= fillStart && at < fillEnd);
  return leaveBusyLimbs([...keepUp(kept, scene), ...playFeet(fillStart, fillEnd, scene)], fill);
}

/** The part of the groove that continues. */
function keepUp(kept: readonly SoundingNote[], scene: OstinatoScene): readonly SoundingNote[] {
  const { pulse, form, setting } = scene;
  switch (setting.during) {
    case "nothing":
      return [];
    case "groove":
      return kept;
    case "backbeat":
      return kept.filter(({ place, at }) => place === "sn" && isBackbeat(at, pulse));
    case "foot": {
      const ownFoot = kept.filter(({ limb }) => limb === "H");
      if (ownFoot.length > 0) return ownFoot;
      return listOstinato(PLAINEST, pulse.meter, form.fillStart, form.fillEnd).map((at) => strike("H", at, scene));
    }
  }
}

/**
 * What a fill plays over, besides its own line, for its top tempo: swing and foot patterns. `groove` holds the groove's
 * notes in the fill's bars, as events from the fill's first bar line. Null if there is nothing.
 */
export function circumstancesOf(
  timeline: Timeline,
  setting: Setting,
  groove: readonly TimelineEvent[],
  kit: Kit | null,
): Circumstances | null {
  const { meter, window, end } = timeline;
  const swing = setting.follows && isSwung(setting.feel) ? setting.feel.swing : null;
  const perform = makePerform({ swing, push: {} }, meter, timeline.tempo);
  const [from, to] = [window.start, Math.max(end, window.start)];
  const own = groove.filter(({ limb, at }) => !isHand(limb) && at >= from && at < to);
  const feet = [...listKept(setting, own, meter, from, to), ...listFeet(setting, meter, from, to)].map(
    ({ limb, at }) => ({ limb, at: perform(at, true, null), place: foldFor(kit, limb) }),
  );
  if (!swing && feet.length === 0) return null;
  return {
    moments: timeline.events.map(({ at, slot }) => {
      const cell = timeline.cells[timeline.slots[slot]?.cell ?? -1];
      return perform(at, cell !== undefined && followsSwing(cell.rate), null);
    }),
    feet,
  };
}

/** The part of `own`, everything a groove's feet play from `from` to below `to`, that continues. */
function listKept(
  { during }: Setting,
  own: readonly TimelineEvent[],
  meter: Meter,
  from: number,
  to: number,
): readonly { readonly limb: Limb; readonly at: Ticks }[] {
  if (during === "groove") return own;
  if (during !== "foot") return [];
  const foot = own.filter(({ limb }) => limb === "H");
  return foot.length > 0 ? foot : listOstinato(PLAINEST, meter, from, to).map((at) => ({ limb: "H", at }));
}

/** The foot ostinatos through the groove too, if they continue. The groove's own foot notes take precedence. */
export function playThroughout(groove: readonly SoundingNote[], scene: OstinatoScene): SoundingNote[] {
  const { form, setting, stopsAt } = scene;
  if (setting.feetIn === "fill" || setting.stops) return [];
  const before = playFeet(0, form.fillStart, scene);
  const after = playFeet(form.fillEnd, stopsAt, scene);
  return leaveBusyLimbs([...before, ...after], groove);
}
