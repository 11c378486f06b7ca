/** What a round of a flow sounds like, and what the player is expected to play. */

import { plainScore, type Score } from "~/audio/score";
import { findLanding } from "~/core/fit";
import { type Call, type ComposedPlaying, listCalls, type Round } from "~/core/flow";
import {
  type Arrangement,
  arrange,
  type Crash,
  crashOf,
  type Groove,
  type Setting,
  type SoundingNote,
} from "~/core/groove";
import { type Expectation, expectStrokes } from "~/core/listening";
import type { Phrase } from "~/core/phrase";
import type { Player } from "~/core/player";
import { type ClickDivision, EVERY_BEAT } from "~/core/pulse";
import { LIMBS } from "~/core/stroke";
import { type Bpm, barTicks, type Meter, ticks } from "~/core/time";
import { layOut, type Timeline } from "~/core/timeline";
import type { FlowContent } from "~/library/flow/content";

/** The sound of a flow, without what is drawn. */
export interface RoundScene {
  readonly meter: Meter;
  readonly bars: number;
  readonly form: FlowContent["form"];
  readonly ahead: FlowContent["ahead"];
  /** The index of the idea that must be met; null for none. */
  readonly meets: { readonly idea: number; readonly at: number } | null;
  readonly player: Player;
  readonly groove: Groove;
  readonly setting: Setting;
  /** Whether the ideas are audible too. */
  readonly playsAlong: boolean;
  /** The clicks between beats. */
  readonly clicksBetween: ClickDivision | null;
}

export interface RoundScore {
  readonly score: Score;
  readonly timeline: Timeline;
  readonly expectation: Expectation;
  /** Expected playings: all of them, or only the one to meet. */
  readonly playings: readonly ComposedPlaying[];
  readonly calls: readonly Call[];
  /** Ticks from the start of the round to its first idea, and to the end of the player's ideas. */
  readonly ideasAt: number;
  readonly ideasEnd: number;
  /** How the next round is answered. */
  readonly crash: Crash;
}

/** Share of full level: what is played ahead stays in the background. */
const AHEAD_FORCE = 0.2;

/** The phrase of a round: the player's ideas, then the answer. */
export function phraseOfRound(
  { composed, answer }: Round,
  { meter, bars }: Pick<RoundScene, "meter" | "bars">,
  tempo: Bpm,
): Phrase {
  const line = answer ? [...composed.line, ...answer.line] : composed.line;
  const window = { start: ticks(0), length: ticks(bars * (answer ? 2 : 1) * barTicks(meter)) };
  return { meter, tempo, window, line };
}

/** The strokes of a call, once, with sticks, ending where the call starts. */
function playAhead(
  timeline: Timeline,
  call: Call,
  playings: readonly ComposedPlaying[],
  ideasAt: number,
): SoundingNote[] {
  const first = playings[call.from];
  if (!first) return [];
  const from = ideasAt + call.at - first.length;
  return (
    timeline.events
      .filter(({ slot, grace }) => slot >= first.from && slot <= first.to && grace === undefined)
      .map((event): SoundingNote => {
        const at = event.at - first.at + from;
        return {
          at: ticks(at),
          sounds: at,
          limb: event.limb,
          place: "cs",
          level: "ghost",
          force: AHEAD_FORCE,
          technique: "plain",
          lasts: null,
          role: "call",
          slot: null,
          passes: "all",
        };
      })
      // Calls before the start of the round are left out: the player has read them by then.
      .filter(({ at }) => at >= 0)
  );
}

/** One round at a tempo. `before` is the previous round's landing: its crash is on this round's first beat. */
export function makeRoundScore(scene: RoundScene, round: Round, tempo: Bpm, before: Crash | null): RoundScore {
  const { meter, form, player, groove, setting, playsAlong, ahead, meets, bars } = scene;
  const { composed } = round;
  const own = layOut({ ...phraseOfRound({ ...round, answer: null }, scene, tempo) }, player.kit);
  const timeline = round.answer ? layOut(phraseOfRound(round, scene, tempo), player.kit) : own;
  const crash = crashOf(findLanding(own, player), player);
  const arranged = arrange(
    timeline,
    groove,
    {
      ...setting,
      grooveBars: form.timeBars,
      countInBars: Math.max(1, setting.countInBars),
      ending: "crash",
      stops: false,
    },
    before ?? crash,
    player.kit,
  );
  const ideasAt = form.timeBars * barTicks(meter);
  const ideasEnd = ideasAt + bars * barTicks(meter);
  const ownSlots = own.slots.length;
  const met = meets ? composed.playings.filter(({ idea, at }) => idea === meets.idea && at === meets.at) : [];
  const playings = form.isCalled ? composed.playings : met;
  const isOwn = (slot: number) => playings.some(({ from, to }) => slot >= from && slot <= to);
  const calls = listCalls(form.isCalled ? composed.playings : met);
  const notes = arranged.notes.flatMap((note): SoundingNote[] => {
    if (note.role !== "fill") return [note];
    const slot = note.slot ?? slotBefore(timeline, note.at - ideasAt);
    if (slot >= ownSlots) return [{ ...note, role: "answer", slot: null }];
    return isOwn(slot) ? [note] : [];
  });
  if (ahead === "played") {
    for (const call of calls) notes.push(...playAhead(own, call, composed.playings, ideasAt));
  }
  const arrangement: Arrangement = {
    ...arranged,
    notes: notes.toSorted((a, b) => a.sounds - b.sounds),
  };
  const score: Score = {
    ...plainScore(arrangement, tempo, { ...EVERY_BEAT, between: scene.clicksBetween }),
    mix: { parts: playsAlong ? {} : { fill: "muted" }, limbs: {}, places: {} },
  };
  return {
    score,
    timeline,
    expectation: expectStrokes(arrangement, tempo, new Set(LIMBS)),
    playings,
    calls,
    ideasAt,
    ideasEnd,
    crash,
  };
}

/** The slot of the stroke after a grace note. */
function slotBefore({ slots }: Timeline, at: number): number {
  return slots.find((slot) => slot.at >= at)?.index ?? slots.length;
}

/** One bar to land in, after the last round: the crash, then silence. */
export function makeClosing({ meter }: Pick<RoundScene, "meter">, { hand, place }: Crash, tempo: Bpm): Score {
  const bar = barTicks(meter);
  const note = (limb: SoundingNote["limb"], where: SoundingNote["place"], force: number): SoundingNote => ({
    at: ticks(0),
    sounds: 0,
    limb,
    place: where,
    level: force > 1 ? "accent" : "normal",
    force,
    technique: "plain",
    lasts: null,
    role: "crash",
    slot: null,
    passes: "all",
  });
  return plainScore(
    {
      meter,
      countIn: ticks(0),
      length: bar,
      fillAt: 0,
      notes: [note(hand, place, 2), note("K", "kk", 1)],
      slots: [],
      slotsEnd: 0,
      clicks: [],
      countInClicks: [],
    },
    tempo,
    null,
  );
}
