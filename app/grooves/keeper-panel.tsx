/** The backbeat keeper: what stands on each backbeat of the window, and what would keep it. */

import { Check, CircleSlash, ShieldCheck } from "lucide-react";
import { useMemo } from "react";
import {
  type BackbeatCheck,
  checkBackbeats,
  findCeiling,
  type Groove,
  keepBackbeatLayer,
  type Line,
  layOut,
  listBackbeats,
  measureForm,
  openingRate,
  type Setting,
} from "~/core";
import { useBench, useContent, useWorked } from "~/stack/context";
import { useRig } from "~/ui/rig";
import { sayBackbeat, sayMend } from "~/words/groove";
import { capital } from "~/words/slot";
import { plural, sayPosition } from "~/words/time";

interface KeeperPanelProps {
  readonly groove: Groove;
  readonly setting: Setting;
  readonly onChoose: (slot: number) => void;
  readonly say: (words: string) => void;
}

export function KeeperPanel({ groove, setting, onChoose, say }: KeeperPanelProps) {
  const bench = useBench();
  const { meter, countStyle, voicing = [] } = useContent();
  const { timeline, line, phrase } = useWorked();
  const { kit, travel } = useRig();
  const checks = useMemo(
    () => checkBackbeats(timeline, line, listBackbeats(groove), measureForm(timeline, setting)),
    [timeline, line, groove, setting],
  );
  const kept = checks.filter(({ state }) => state === "kept").length;
  const layers = checks.some(({ state }) => state === "elsewhere") ? keepBackbeatLayer(voicing) : null;
  const take = (next: Line, words: string) => {
    say(bench.editLine(() => next) ? words : "Mend the line first, on the Stack: your text is kept as it is.");
  };
  if (checks.length === 0) {
    return <p className="text-sm quiet">The groove has no backbeat in the fill's window: there is none to be kept.</p>;
  }
  return (
    <div className="flex flex-col gap-2.5">
      <p className="text-sm leading-snug">
        <strong>
          {kept} of {plural(checks.length, "backbeat")} kept.
        </strong>{" "}
        {kept === checks.length
          ? "Who listens hears the groove go on through the fill."
          : setting.during === "backbeat"
            ? "The groove goes on playing it under the fill; with these changes you play it yourself."
            : "Whoever listens for it will miss it there."}
      </p>
      <ul aria-label="Backbeats in the window" className="flex flex-col gap-2">
        {checks.map((check) => (
          <li key={check.at} className="rounded-box border border-base-300 bg-base-100 px-2.5 py-2">
            <div className="flex items-center gap-2 text-sm">
              {check.state === "kept" ? (
                <Check size={16} aria-hidden className="text-success shrink-0" />
              ) : (
                <CircleSlash size={16} aria-hidden className="text-error shrink-0" />
              )}
              <span className="flex-1 leading-snug">
                <strong>{wherePlayed(check, sayPosition(check.at, openingRate(line), meter, countStyle))}</strong>{" "}
                {sayBackbeat(check.state)}
              </span>
              {check.slot === null ? null : (
                <button type="button" className="btn btn-xs btn-ghost" onClick={() => onChoose(check.slot as number)}>
                  note {check.slot + 1}
                </button>
              )}
            </div>
            {check.mends.length > 0 ? (
              <div className="flex flex-wrap gap-1.5 mt-1.5">
                {check.mends.map((mend) => {
                  const ceiling = travel && findCeiling(layOut({ ...phrase, line: mend.line }, kit), travel);
                  return (
                    <button
                      key={mend.kind}
                      type="button"
                      className="btn btn-xs"
                      onClick={() => take(mend.line, `${sayMend(mend)}: the line is so now.`)}
                    >
                      {sayMend(mend)}
                      {ceiling ? <span className="quiet font-normal">ceiling {Math.round(ceiling.bpm)}</span> : null}
                    </button>
                  );
                })}
              </div>
            ) : null}
          </li>
        ))}
      </ul>
      {layers ? (
        <div>
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => bench.setContent({ voicing: [...layers] }, "voicing")}
          >
            <ShieldCheck size={15} aria-hidden /> Voice the backbeat on the snare
          </button>
          <p className="text-sm quiet mt-1">
            A layer on top of the voicing: hands on the backbeat come home, the rest travels on.
          </p>
        </div>
      ) : null}
    </div>
  );
}

function wherePlayed({ at }: BackbeatCheck, position: string): string {
  return capital(at < 0 ? "before the fill" : `on ${position}:`);
}
