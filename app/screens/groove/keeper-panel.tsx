/** The backbeat keeper: what the fill has on each backbeat of the window, and what would keep it. */

import { useMemo } from "react";
import { type BackbeatCheck, checkBackbeats, keepBackbeatLayer, measureForm, type Setting } from "~/core/groove";
import { type Line, openingRate } from "~/core/phrase";
import { findCeiling } from "~/core/player";
import { layOut } from "~/core/timeline";
import { useWorked } from "~/editor/context";
import { useFill, useOpenFill } from "~/editor/fill/place";
import { usePlayer } from "~/session/player";
import { useSay } from "~/session/session";
import { Check, CircleSlash, ShieldCheck } from "~/ui/icons";
import { describeBpm } from "~/words/ceiling";
import { FIX_LINE_FIRST } from "~/words/editing";
import { describeBackbeat, describeBackbeatFix } from "~/words/groove";
import { capital } from "~/words/slot";
import { describePosition, plural } from "~/words/time";

interface KeeperPanelProps {
  readonly setting: Setting;
  readonly onChoose: (slot: number) => void;
}

export function KeeperPanel({ setting, onChoose }: KeeperPanelProps) {
  const { editor, ostinato } = useOpenFill();
  const say = useSay();
  const { meter, countStyle, voicing = [] } = useFill();
  const { timeline, line, phrase } = useWorked();
  const player = usePlayer();
  const checks = useMemo(
    () => checkBackbeats(timeline, line, measureForm(timeline, setting)),
    [timeline, line, setting],
  );
  const kept = checks.filter(({ state }) => state === "kept").length;
  const layers = checks.some(({ state }) => state === "elsewhere") ? keepBackbeatLayer(voicing) : null;
  const take = (next: Line, words: string) => {
    say(editor.editLine(() => next) ? words : FIX_LINE_FIRST);
  };
  if (checks.length === 0) {
    return <p className="text-sm quiet">The groove has no backbeat where the fill is.</p>;
  }
  return (
    <div className="flex flex-col gap-2.5">
      <p className="text-sm leading-snug">
        <strong>
          {kept} of {plural(checks.length, "backbeat")} kept.
        </strong>{" "}
        {kept === checks.length
          ? "The backbeat carries through the fill."
          : setting.during === "backbeat"
            ? "The groove keeps it under the fill. With these changes you play it yourself."
            : "Listeners will miss it there."}
      </p>
      <ul aria-label="Backbeats in the fill" className="flex flex-col gap-2">
        {checks.map((check) => (
          <li key={check.at} className="rounded-box border border-base-300 bg-base-100 px-2.5 py-2">
            <div className="flex items-center gap-2 text-sm">
              {check.state === "kept" ? (
                <Check size={16} aria-hidden className="text-success shrink-0" />
              ) : (
                <CircleSlash size={16} aria-hidden className="text-error shrink-0" />
              )}
              <span className="flex-1 leading-snug">
                <strong>{wherePlayed(check, describePosition(check.at, openingRate(line), meter, countStyle))}</strong>{" "}
                {describeBackbeat(check.state)}
              </span>
              {check.slot === null ? null : (
                <button type="button" className="btn btn-xs btn-ghost" onClick={() => onChoose(check.slot as number)}>
                  note {check.slot + 1}
                </button>
              )}
            </div>
            {check.fixes.length > 0 ? (
              <div className="flex flex-wrap gap-1.5 mt-1.5">
                {check.fixes.map((fix) => {
                  const fixed = layOut({ ...phrase, line: fix.line }, player.kit);
                  const ceiling = findCeiling(fixed, player, ostinato(fixed));
                  return (
                    <button
                      key={fix.kind}
                      type="button"
                      className="btn btn-xs"
                      onClick={() => take(fix.line, `${describeBackbeatFix(fix)}: done.`)}
                    >
                      {describeBackbeatFix(fix)}
                      {ceiling ? <span className="quiet font-normal">top tempo {describeBpm(ceiling.bpm)}</span> : null}
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
            onClick={() => editor.setContent({ voicing: [...layers] }, "voicing")}
          >
            <ShieldCheck size={15} aria-hidden /> Move the backbeat to the snare
          </button>
          <p className="text-sm quiet mt-1">
            Adds a layer to the orchestration: the backbeat stays on the snare, everything else still moves.
          </p>
        </div>
      ) : null}
    </div>
  );
}

function wherePlayed({ at }: BackbeatCheck, position: string): string {
  return capital(at < 0 ? "before the fill" : `on ${position}:`);
}
