import type { TimelineSlot } from "./slot";

/**
 * How many slots something plays before it only repeats itself: n for what repeats nothing. A phrase that is written out
 * five times has the period of one of them.
 */
export function findPeriod(slots: readonly Pick<TimelineSlot, "content" | "duration">[]): number {
  const texts = slots.map(({ content, duration }) => JSON.stringify([content, duration]));
  const repeatsAfter = (period: number) => texts.every((text, index) => text === texts[index % period]);
  for (let period = 1; period <= texts.length / 2; period++) {
    if (texts.length % period === 0 && repeatsAfter(period)) return period;
  }
  return texts.length;
}
