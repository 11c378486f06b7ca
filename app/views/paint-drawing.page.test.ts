import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyLine } from "~/core/testing/arbitraries";
import { lineOf } from "~/core/testing/lines";
import { runs } from "~/core/testing/seed";
import { barTicks, bpm, type Meter, makeMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { drawStaff } from "~/engrave/draw/staff";
import { makeScore } from "~/engrave/score";
import type { Drawing } from "~/ink/ink";
import { Painter } from "./paint-drawing";

const METER = makeMeter(4, 4) as Meter;
const nameOf = (slot: number) => `note ${slot}`;

function draw(line: Parameters<typeof layOut>[0]["line"]): Drawing {
  const timeline = layOut({
    meter: METER,
    tempo: bpm(90),
    window: { start: ticks(0), length: barTicks(METER) },
    line,
  });
  return drawStaff(makeScore(timeline, timeline.slots.slice(0, 40), "beats").slice(0, 3), { meter: METER, width: 600 });
}

function paintedBy(painter: Painter, frame: Element, drawing: Drawing): string {
  painter.paint(frame, drawing, nameOf);
  return frame.innerHTML;
}

const paintedAnew = (drawing: Drawing) => paintedBy(new Painter(), document.createElement("div"), drawing);

/** Attribute order isn't visible. */
function inOrder(html: string): string {
  return html.replace(/<(\w+) ([^>]*)>/g, (_, name, attributes: string) => {
    const each = attributes.match(/[\w:-]+="[^"]*"/g) ?? [];
    return `<${name} ${each.toSorted().join(" ")}>`;
  });
}

describe("painting over a drawing", () => {
  test("leaves what a new painting shows, after any sequence of scores", () => {
    fc.assert(
      fc.property(fc.array(anyLine, { minLength: 2, maxLength: 4 }), (lines) => {
        const frame = document.createElement("div");
        const painter = new Painter();
        for (const line of lines) {
          const drawing = draw(line);
          expect(inOrder(paintedBy(painter, frame, drawing))).toBe(inOrder(paintedAnew(drawing)));
        }
      }),
      runs(25),
    );
  });

  test("keeps the elements that look the same", () => {
    const frame = document.createElement("div");
    const painter = new Painter();
    painter.paint(frame, draw(lineOf("@4 RLRL RLRL RLRL RLRL")), nameOf);
    const before = [...frame.querySelectorAll("*")];
    const changes: MutationRecord[] = [];
    const watch = new MutationObserver((records) => changes.push(...records));
    watch.observe(frame, { attributes: true, childList: true, subtree: true, characterData: true });
    painter.paint(frame, draw(lineOf("@4 RLRL RLRL RLRL RLLL")), nameOf);
    changes.push(...watch.takeRecords());
    watch.disconnect();
    expect([...frame.querySelectorAll("*")]).toEqual(before);
    // Only the letter under one note, which is also placed by its width.
    expect([...new Set(changes.map(({ target }) => target))].map((target) => target.textContent)).toEqual(["L"]);
  });
});
