/** About a cell: how it falls when repeated, its relatives, its facts, and how two schools stick it. */

import { memo, useMemo } from "react";
import type { Cell } from "~/core/moves";
import type { Meter } from "~/core/time";
import { type CellSetting, layOutCell } from "~/editor/cells/preview";
import type { BookEntry } from "~/library/cell/entries";
import type { Preferences } from "~/library/preferences";
import { usePlayer } from "~/session/player";
import { takeSection } from "~/views/section";
import { StackView } from "~/views/stack-view";
import { plural } from "~/words/time";
import { Facts } from "./facts";
import { Family } from "./family";
import { Schools } from "./schools";

interface CellStudyProps {
  readonly cell: Cell;
  readonly setting: CellSetting;
  readonly entries: readonly BookEntry[];
  readonly openId: string;
  /** The rudiment its recipe starts from. */
  readonly from: string | null;
  readonly meters: readonly Meter[];
  readonly preferences: Preferences;
  readonly onPick: (place: number) => void;
}

export const CellStudy = memo(function CellStudy(props: CellStudyProps) {
  const { cell, setting, entries, openId, from, meters, preferences, onPick } = props;
  const { cellMeter, countStyle, click } = preferences;
  const strong = usePlayer().hands.leading;
  const laid = useMemo(() => layOutCell(cell, setting), [cell, setting]);
  const section = useMemo(() => (laid ? takeSection(laid.timeline, 0) : null), [laid]);
  if (!laid || !section) return null;
  return (
    <>
      <div className="grid md:grid-cols-2 xl:grid-cols-1 2xl:grid-cols-2 gap-2.5 items-start">
        <section aria-label="Repeated" className="panel px-3 py-2 min-w-0">
          <div className="flex items-baseline gap-2">
            <h2 className="text-base">Repeated</h2>
            <p className="text-sm quiet">
              {laid.cycle.repeats === 1
                ? `fits every ${laid.cycle.bars === 1 ? "bar" : plural(laid.cycle.bars, "bar")} of ${cellMeter}`
                : `lines up again after ${plural(laid.cycle.bars, "bar")} of ${cellMeter}, ${plural(laid.cycle.repeats, "repeat")}`}
              {laid.repeats < laid.cycle.repeats ? `; ${laid.repeats} shown` : ""}
            </p>
          </div>
          <div className="pt-1">
            <StackView
              timeline={laid.timeline}
              section={section}
              strongHand={strong}
              countStyle={countStyle}
              onPick={(slot) => onPick(slot % cell.length)}
              label="Stack of the cell, repeated"
              cursor={null}
            />
          </div>
        </section>
        <Family cell={cell} entries={entries} openId={openId} from={from} />
      </div>
      <Facts cell={cell} facts={laid.facts} setting={setting} meters={meters} />
      <Schools cell={cell} setting={setting} strongHand={strong} countStyle={countStyle} click={click} />
    </>
  );
});
