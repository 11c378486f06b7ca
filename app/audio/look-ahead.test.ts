import { describe, expect, test } from "vitest";
import { arrange, plainGroove } from "~/core/groove";
import { readStickLine } from "~/core/line";
import { LEFT_CRASH, USUAL } from "~/core/testing/settings";
import { bpm, type Meter, makeMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { LookAhead } from "./look-ahead";
import { Schedule } from "./schedule";
import { plainScore } from "./score";

const METER = makeMeter(4, 4) as Meter;

function busyScore() {
  const { line } = readStickLine("@8 [>RLrrLKRL]x3 'RLK{RR}L(RK)LK");
  if (!line) throw new Error("the line");
  const timeline = layOut({ meter: METER, tempo: bpm(132), window: { start: ticks(0), length: ticks(40_320) }, line });
  return plainScore(arrange(timeline, plainGroove(METER), USUAL, LEFT_CRASH), timeline.tempo, null);
}

interface Page {
  /** Seconds between calls when nothing is in the way, and the time that scheduling takes. */
  readonly every: number;
  readonly costs: number;
  /** Once a second, the page is blocked for this long. */
  readonly blocked: number;
  readonly isHidden?: boolean;
}

/** Two minutes of a page: how many events were scheduled too late. */
function playOn({ every, costs, blocked, isHidden = false }: Page): { events: number; late: number } {
  const score = busyScore();
  const schedule = new Schedule(() => score, 0.06);
  const ahead = new LookAhead(0);
  let [events, late, now, nextBlock] = [0, 0, 0, 0.9];
  while (now < 120) {
    for (const { time } of schedule.take(ahead.until(now, isHidden))) {
      events++;
      if (time < now + costs) late++;
    }
    now += costs + every;
    if (now >= nextBlock) {
      now += blocked;
      nextBlock += 1;
    }
  }
  return { events, late };
}

describe("two minutes without a late event", () => {
  test.each<[string, Page]>([
    ["on a free page", { every: 0.05, costs: 0.002, blocked: 0 }],
    ["with the page held up for a tenth of every second", { every: 0.05, costs: 0.002, blocked: 0.1 }],
    ["with that, on a processor six times slower", { every: 0.05, costs: 0.03, blocked: 0.1 }],
    ["in the background, called once a second", { every: 1, costs: 0.002, blocked: 0, isHidden: true }],
  ])("%s", (_, page) => {
    const { events, late } = playOn(page);
    expect(events).toBeGreaterThan(1_000);
    expect(late).toBe(0);
  });
  test("a page blocked for longer than its look-ahead isn't caught by the same block again", () => {
    expect(playOn({ every: 0.05, costs: 0.002, blocked: 0.35 }).late).toBeLessThan(20);
    // A simulation in which nothing can be late would prove nothing.
    expect(playOn({ every: 0.05, costs: 0.002, blocked: 3 }).late).toBeGreaterThan(100);
  });
});
