import type { TimelineSlot } from "./slot";

/**
 * Number of slots before something only repeats itself; n if nothing repeats. A phrase written out five times has the
 * period of one.
 */
export function findPeriod(slots: readonly Pick<TimelineSlot, "content" | "duration">[]): number {
  const texts = slots.map(({ content, duration }) => JSON.stringify([content, duration]));
  const repeatsAfter = (period: number) => texts.every((text, index) => text === texts[index % period]);
  for (let period = 1; period <= texts.length / 2; period++) {
    if (texts.length % period === 0 && repeatsAfter(period)) return period;
  }
  return texts.length;
}
