/** What plays under a phrase in its groove, and what answers it. */

import type { Landing } from "../fit/landing";
import type { Kit } from "../kit/kit";
import type { Ostinato } from "../player/motions";
import { type Player, reachCrash } from "../player/player";
import { ticks } from "../time/time";
import type { Timeline, TimelineEvent } from "../timeline/timeline";
import { type Groove, layOutGroove } from "./groove";
import { circumstancesOf } from "./ostinato";
import type { Setting } from "./setting";
import type { Crash } from "./sounding";

/** What continues under a phrase, for its top tempo. */
export function ostinatoUnder(groove: Groove, setting: Setting, kit: Kit): Ostinato {
  const needsGroove = setting.during === "groove" || setting.during === "foot";
  return (timeline) => {
    const laid = needsGroove ? layOutGroove(groove, timeline.meter, timeline.tempo, kit) : null;
    return circumstancesOf(timeline, setting, laid ? roundAndRound(laid, timeline.end) : [], kit);
  };
}

/** A groove's events, repeated up to a time. */
function roundAndRound({ events, end }: Timeline, until: number): TimelineEvent[] {
  const rounds = Math.ceil(until / end);
  return Array.from({ length: rounds }, (_, round) =>
    events.map((event) => ({ ...event, at: ticks(event.at + round * end) })),
  ).flat();
}

/** The hand that crashes on one, and its crash; the leading hand if nothing lands. */
export function crashOf(landing: Landing | null, player: Player): Crash {
  const hand = landing?.hands[0];
  if (hand) return { hand: hand.hand, place: hand.crash };
  return { hand: player.hands.leading, place: reachCrash(player, player.hands.leading, null).place };
}
