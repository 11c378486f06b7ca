/** What to practise today, in which order and for how long: what is due, near its goal, or neglected. */

/** Days between returns of what has been learned: each clean return makes the next gap longer. Our estimates. */
export const RETURN_DAYS = [1, 3, 7, 16, 35, 75] as const;

/** A whole number of days; day 0 is any day, as long as it is the same one everywhere. */
export type Day = number;

/** Where a phrase stands with its player. */
export interface Progress {
  readonly id: string;
  readonly stepsPassed: number;
  readonly steps: number;
  /** The highest tempo at which the whole was clean; null before. */
  readonly best: number | null;
  readonly goal: number;
  readonly lastPractised: Day | null;
  /** Set once all steps are passed: how often it has come back clean, and when it is to come back. */
  readonly learned: { readonly returns: number; readonly due: Day } | null;
  /** The name of the lesson in which it comes next; absent for one that no lesson has reached. */
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

/** The next return after one that was clean or not. Not clean: back to the day after. */
export function nextReturn(returns: number, isClean: boolean, today: Day): { returns: number; due: Day } {
  const next = isClean ? returns + 1 : 0;
  return { returns: next, due: today + (RETURN_DAYS[Math.min(next, RETURN_DAYS.length - 1)] as number) };
}

/** Beats a minute from its goal within which a phrase is near it, as a share. */
const NEAR_SHARE = 0.12;
/** Days after which what is not learned yet has been neglected. */
const NEGLECTED_DAYS = 5;
/** A return is short: it is only to be seen whether it is still there. */
const MINUTES = { due: 3, near: 8, going: 8, neglected: 7, next: 10, new: 10 } as const;
/** Less is not worth sitting down for. */
const MIN_MINUTES = 2;
/** New things in one day. */
const MAX_NEW = 1;
const WARM_UP = 3;

const ORDER = { due: 0, near: 1, going: 2, neglected: 3, next: 4, new: 5 } as const;

/** From so many minutes on, so many of them go to improvising at the end. */
const IMPROVISE = [
  { from: 45, minutes: 8 },
  { from: 20, minutes: 5 },
] as const;

export interface TodayPlan {
  /** Minutes of easy strokes first. */
  readonly warmUp: number;
  /** Minutes of improvising at the end; 0 where there is nothing to improvise between, or no time. */
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

/** What weighs within one kind: the longest overdue, the nearest to its goal, the longest neglected first. */
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
 * Fills the minutes in order; what does not fit waits for another day. Equal ones stay in the order given. `canImprovise`:
 * whether there are ideas to move between.
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
  // What is over goes to what is being learned, not to what only came back.
  const last = items.findLast(({ reason }) => reason.code !== "due") ?? items.at(-1);
  const improvise = canImprovise && items.length === 0 ? minutes - warmUp : kept;
  return {
    warmUp,
    improvise,
    items: items.map((item) => (item === last ? { ...item, minutes: item.minutes + left } : item)),
  };
}
