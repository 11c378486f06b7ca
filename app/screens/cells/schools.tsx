import { useMemo, useState } from "react";
import { formatSlots } from "~/core/line";
import { type Cell, findSchool, stickTimelineByGrid } from "~/core/moves";
import { makeCell, makeLine } from "~/core/phrase";
import type { CountStyle } from "~/core/pulse";
import { type Hand, otherHand } from "~/core/stroke";
import { layOut, type Timeline } from "~/core/timeline";
import { PlayButton } from "~/editor/cells/play-button";
import { type CellSetting, layOutCell, scoreOf } from "~/editor/cells/preview";
import { RailView } from "~/views/rail-view";
import { takeSection } from "~/views/section";
import { describeSchool } from "~/words/cell";

interface SchoolsProps {
  readonly cell: Cell;
  readonly setting: CellSetting;
  readonly strongHand: Hand;
  readonly countStyle: CountStyle;
  readonly click: boolean;
}

/** Repeats to compare: enough to see the hands drift. */
const MOST = 8;
const NONE: ReadonlySet<number> = new Set();

/** The same cell stuck by both schools, with differences from the grid marked. */
export function Schools({ cell, setting, strongHand, countStyle, click }: SchoolsProps) {
  const [lead, setLead] = useState(strongHand);
  const laid = useMemo(() => layOutCell(cell, setting, MOST), [cell, setting]);
  const both = useMemo(() => (laid ? compareSchools(laid.timeline, lead) : null), [laid, lead]);
  if (!laid || !both) return null;
  const sides = [
    {
      name: "Hands follow the sticking",
      says: "the sticking repeats; the hands drift against the grid",
      timeline: laid.timeline,
      marked: both.shifted,
    },
    {
      name: "Hands follow the grid",
      says: "hands alternate; accents and kicks stay",
      timeline: both.grid,
      marked: NONE,
    },
  ];
  return (
    <section aria-label="Two ways to hand it out" className="panel px-3 py-2.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 mb-1">
        <h2 className="text-base">Two ways to hand it out</h2>
        <p className="text-sm quiet flex-1 min-w-60">{describeSchool(findSchool(laid.timeline, strongHand))}</p>
        <label className="text-xs flex items-center gap-1">
          lead the grid with
          <select
            className="select select-xs w-24"
            value={lead}
            onChange={(event) => setLead(event.target.value as Hand)}
          >
            {[strongHand, otherHand(strongHand)].map((hand) => (
              <option key={hand} value={hand}>
                {hand === "R" ? "the right" : "the left"}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="grid xl:grid-cols-2 gap-x-4 gap-y-2">
        {sides.map(({ name, says, timeline, marked }) => (
          <div key={name} className="min-w-0">
            <div className="flex items-center gap-2">
              <PlayButton
                id={`school ${name}`}
                what={name.toLowerCase()}
                makeScore={() =>
                  scoreOf(
                    timeline.slots.map((slot) => slot.content),
                    setting,
                    click,
                    1,
                  )
                }
              />
              <h3 className="text-sm">
                {name} <span className="quiet font-normal font-sans">{says}</span>
              </h3>
            </div>
            <RailView
              timeline={timeline}
              section={takeSection(timeline, 0)}
              strongHand={strongHand}
              countStyle={countStyle}
              cursor={null}
              marked={marked}
              label={`${name}: ${formatSlots(timeline.slots.map((slot) => slot.content)).slice(0, 64)}`}
              onPick={null}
            />
          </div>
        ))}
      </div>
      <p className="text-xs quiet mt-1">
        {both.shifted.size === 0
          ? "Here both are the same."
          : `▲ ${both.shifted.size} of ${laid.timeline.slots.length} notes are on the other hand than in the grid.`}
      </p>
    </section>
  );
}

function compareSchools(timeline: Timeline, lead: Hand): { grid: Timeline; shifted: ReadonlySet<number> } {
  const contents = stickTimelineByGrid(timeline, lead);
  const cells = timeline.cells.map((cell) => makeCell(contents.slice(cell.firstSlot, cell.firstSlot + cell.size)));
  const rate = timeline.cells[0]?.rate;
  const line = makeLine([...(rate ? [{ kind: "rate", rate } as const] : []), ...cells]);
  const { meter, tempo, window } = timeline;
  const shifted = timeline.slots.filter((slot, index) => {
    const other = contents[index];
    return other && formatSlots([other]) !== formatSlots([slot.content]);
  });
  return { grid: layOut({ meter, tempo, window, line }), shifted: new Set(shifted.map((slot) => slot.index)) };
}
