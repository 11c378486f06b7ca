/** Reads a browser's trace: what the page's own thread did after each press, until the first frame and until it rests. */

export const CATEGORIES = [
  "-*",
  "devtools.timeline",
  "disabled-by-default-devtools.timeline",
  "blink.user_timing",
  "toplevel",
];
const MARK = "press ";
/** The page rests once its thread has done nothing worth mentioning for this long. Microseconds. */
const REST = 100_000;
const WORTH_MENTIONING = 2_000;
const INPUTS = new Set(["keydown", "click", "input", "change", "pointerdown", "mousedown"]);
const KINDS = {
  style: new Set(["UpdateLayoutTree", "RecalculateStyles"]),
  layout: new Set(["Layout"]),
  paint: new Set(["PrePaint", "Paint", "Layerize", "Commit", "UpdateLayer", "Layout::Paint"]),
};

/** Total microseconds of `events` inside a stretch of time; nested events of one kind count once. */
function sum(events, from, to) {
  let total = 0;
  let covered = from;
  for (const { ts, dur } of events) {
    const start = Math.max(ts, covered);
    const end = Math.min(ts + dur, to);
    if (end > start) {
      total += end - start;
      covered = end;
    }
  }
  return total;
}

/**
 * What each press of a trace cost, in milliseconds. `own`: the work that its first frame waits for, which is handling
 * the press and drawing the frame; slices in between give way to it. `shown`: from the press until that frame is handed
 * on, with all waiting. `settled`: from the press until the thread rests. The longest task; and the parts of all work.
 */
export function readPresses(trace) {
  const all = trace.filter((event) => event.ts > 0);
  const marks = all.filter(({ name }) => name?.startsWith(MARK)).toSorted((a, b) => a.ts - b.ts);
  const [{ pid, tid } = {}] = marks;
  const mine = all
    .filter((event) => event.pid === pid && event.tid === tid && event.ph === "X")
    .toSorted((a, b) => a.ts - b.ts);
  const named = (names) => mine.filter(({ name }) => names.has(name));
  const tasks = named(new Set(["RunTask"]));
  const commits = named(new Set(["Commit"]));
  const parts = Object.fromEntries(Object.entries(KINDS).map(([kind, names]) => [kind, named(names)]));
  const inputs = mine.filter(({ name, args }) => name === "EventDispatch" && INPUTS.has(args?.data?.type));
  const presses = [];
  for (const [index, { ts }] of marks.entries()) {
    const next = marks[index + 1]?.ts ?? Number.POSITIVE_INFINITY;
    const input = inputs.find((event) => event.ts > ts && event.ts < next);
    if (!input) continue;
    const pressed = input.ts;
    const frame = commits.find((commit) => commit.ts > pressed);
    if (!frame || frame.ts > next) continue;
    const shown = frame.ts + frame.dur;
    let rests = shown;
    let longest = 0;
    for (const task of tasks) {
      const end = task.ts + task.dur;
      if (end < pressed || task.ts >= next) continue;
      if (task.ts > rests + REST) break;
      if (task.dur >= WORTH_MENTIONING) rests = Math.max(rests, end);
      longest = Math.max(longest, end - Math.max(pressed, task.ts));
    }
    const work = sum(tasks, pressed, rests);
    const [style, layout, paint] = ["style", "layout", "paint"].map((kind) => sum(parts[kind], pressed, rests));
    const handled = inputs.filter(({ ts }) => ts >= pressed && ts < frame.ts);
    const isWaitedFor = (task) =>
      [...handled, frame].some(({ ts }) => ts >= task.ts && ts < task.ts + task.dur) && task.ts + task.dur > pressed;
    presses.push({
      own: sum(tasks.filter(isWaitedFor), pressed, shown) / 1000,
      shown: (shown - pressed) / 1000,
      settled: (rests - pressed) / 1000,
      longest: longest / 1000,
      script: (work - style - layout - paint) / 1000,
      style: style / 1000,
      layout: layout / 1000,
      paint: paint / 1000,
    });
  }
  return presses;
}

/** The page's own work in a stretch of a trace, in milliseconds for each second. */
export function readLoad(trace) {
  const marks = trace.filter(({ name }) => name?.startsWith(MARK)).toSorted((a, b) => a.ts - b.ts);
  const [from, to] = [marks[0], marks.at(-1)];
  const tasks = trace
    .filter(({ pid, tid, ph, name }) => pid === from.pid && tid === from.tid && ph === "X" && name === "RunTask")
    .toSorted((a, b) => a.ts - b.ts);
  return (sum(tasks, from.ts, to.ts) / (to.ts - from.ts)) * 1000;
}

/** The longer tasks after a press, for looking at: when, how long, and what they were made of. Milliseconds. */
export function describeTasks(trace, number = 0, least = 1) {
  const marks = trace.filter(({ name }) => name?.startsWith(MARK)).toSorted((a, b) => a.ts - b.ts);
  const { ts: from, pid, tid } = marks[number];
  const to = marks[number + 1]?.ts ?? Number.POSITIVE_INFINITY;
  const mine = trace.filter(
    (event) => event.pid === pid && event.tid === tid && event.ph === "X" && event.ts > from && event.ts < to,
  );
  return mine
    .filter(({ name, dur }) => name === "RunTask" && dur >= least * 1000)
    .map((task) => {
      const inside = mine.filter(
        ({ ts, dur, name }) => name !== "RunTask" && ts >= task.ts && ts + dur <= task.ts + task.dur,
      );
      const byName = new Map();
      for (const { name, dur, args } of inside) {
        const type = args?.data?.type ?? args?.data?.functionName;
        const words = type ? `${name} ${type}` : name;
        byName.set(words, (byName.get(words) ?? 0) + dur / 1000);
      }
      const parts = [...byName].filter(([, ms]) => ms >= 0.4).toSorted((a, b) => b[1] - a[1]);
      const words = parts.slice(0, 8).map(([name, ms]) => `${name} ${ms.toFixed(1)}`);
      return `${((task.ts - from) / 1000).toFixed(1).padStart(7)} ${(task.dur / 1000).toFixed(1).padStart(6)}  ${words.join(", ")}`;
    });
}
