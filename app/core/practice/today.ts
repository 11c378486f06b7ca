/** What to practise today, in which order and for how long: what is due, close to its goal, or neglected. */

/** Days between reviews of what is learned: each clean review lengthens the next gap. Our estimates. */
export const RETURN_DAYS = [1, 3, 7, 16, 35, 75] as const;

/** An integer number of days; day 0 can be any day, as long as it is the same everywhere. */
export type Day = number;

/** The player's progress with a phrase. */
export interface Progress {
  readonly id: string;
  readonly stepsPassed: number;
  readonly steps: number;
  /** The highest tempo at which the whole was clean; null before that. */
  readonly best: number | null;
  readonly goal: number;
  readonly lastPractised: Day | null;
  /** Set once all steps are passed: number of clean reviews, and the date of the next one. */
  readonly learned: { readonly returns: number; readonly due: Day } | null;
  /** The next lesson it appears in; absent if no lesson has reached it. */
  readonly nextIn?: string;
}

export type TodayReason =
  | { readonly code: "due"; readonly daysOver: number }
  | { readonly code: "near"; readonly missing: number }
  | { readonly code: "going"; readonly daysAgo: number }
  | { readonly code: "neglected"; readonly daysAgo: number }
  | { readonly code: "next"; readonly lesson: string }
  | { readonly code: "new" };

export interface TodayItem {
  readonly id: string;
  readonly minutes: number;
  readonly reason: TodayReason;
}

/** The next review. After one that wasn't clean, it is due the next day. */
export function nextReturn(returns: number, isClean: boolean, today: Day): { returns: number; due: Day } {
  const next = isClean ? returns + 1 : 0;
  return { returns: next, due: today + (RETURN_DAYS[Math.min(next, RETURN_DAYS.length - 1)] as number) };
}

/** A phrase within this share of its goal is close to it. */
const NEAR_SHARE = 0.12;
/** A phrase not learned yet is neglected after this many days. */
const NEGLECTED_DAYS = 5;
/** A review is short: it only checks that the phrase is still there. */
const MINUTES = { due: 3, near: 8, going: 8, neglected: 7, next: 10, new: 10 } as const;
/** A shorter session isn't worth sitting down for. */
const MIN_MINUTES = 2;
/** New phrases per day. */
const MAX_NEW = 1;
const WARM_UP = 3;

const ORDER = { due: 0, near: 1, going: 2, neglected: 3, next: 4, new: 5 } as const;

/** Sessions of at least this many minutes end with this many minutes of improvising. */
const IMPROVISE = [
  { from: 45, minutes: 8 },
  { from: 20, minutes: 5 },
] as const;

export interface TodayPlan {
  /** Minutes of easy warm-up strokes first. */
  readonly warmUp: number;
  /** Minutes of improvising at the end; 0 if there is nothing to improvise with, or no time. */
  readonly improvise: number;
  readonly items: readonly TodayItem[];
}

function reasonFor({ learned, best, goal, lastPractised, nextIn }: Progress, today: Day): TodayReason | null {
  if (learned) return learned.due <= today ? { code: "due", daysOver: today - learned.due } : null;
  if (lastPractised === null) return nextIn === undefined ? { code: "new" } : { code: "next", lesson: nextIn };
  const missing = Math.max(0, goal - (best ?? 0));
  if (best !== null && missing <= goal * NEAR_SHARE) return { code: "near", missing: Math.ceil(missing) };
  const daysAgo = today - lastPractised;
  return daysAgo >= NEGLECTED_DAYS ? { code: "neglected", daysAgo } : { code: "going", daysAgo };
}

/** Order within one kind: longest overdue, closest to the goal, longest neglected first. */
function weigh(reason: TodayReason): number {
  switch (reason.code) {
    case "due":
      return -reason.daysOver;
    case "near":
      return reason.missing;
    case "going":
      return reason.daysAgo;
    case "neglected":
      return -reason.daysAgo;
    case "next":
    case "new":
      return 0;
  }
}

/**
 * Fills the minutes in order; what doesn't fit waits for another day. Ties keep the given order. `canImprovise`:
 * whether there are ideas to improvise with.
 */
export function planToday(all: readonly Progress[], minutes: number, today: Day, canImprovise = false): TodayPlan {
  const warmUp = minutes >= 4 * WARM_UP ? WARM_UP : 0;
  const kept = canImprovise ? (IMPROVISE.find(({ from }) => minutes >= from)?.minutes ?? 0) : 0;
  let left = minutes - warmUp - kept;
  let fresh = 0;
  const wanted = all
    .flatMap((progress) => {
      const reason = reasonFor(progress, today);
      return reason ? [{ id: progress.id, reason }] : [];
    })
    .sort((a, b) => ORDER[a.reason.code] - ORDER[b.reason.code] || weigh(a.reason) - weigh(b.reason));
  const items: TodayItem[] = [];
  for (const { id, reason } of wanted) {
    if (left < MIN_MINUTES) break;
    if ((reason.code === "new" || reason.code === "next") && ++fresh > MAX_NEW) continue;
    const given = Math.min(left, MINUTES[reason.code]);
    items.push({ id, minutes: given, reason });
    left -= given;
  }
  // Spare minutes go to what is being learned, not to reviews.
  const last = items.findLast(({ reason }) => reason.code !== "due") ?? items.at(-1);
  const improvise = canImprovise && items.length === 0 ? minutes - warmUp : kept;
  return {
    warmUp,
    improvise,
    items: items.map((item) => (item === last ? { ...item, minutes: item.minutes + left } : item)),
  };
}
