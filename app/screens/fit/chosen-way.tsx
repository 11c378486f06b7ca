import { useMemo } from "react";
import { useHint } from "~/commands/commands";
import { findLanding, listEndings } from "~/core/fit";
import { type SearchContent, toSpec } from "~/library/search/content";
import { usePlayer } from "~/session/player";
import { Bookmark, Check, CircleAlert, Layers } from "~/ui/icons";
import { describeEnding } from "~/words/closing";
import { describeLanding, describeLead } from "~/words/verdict";
import type { FoundWay } from "~/workers/search";
import { FIT_COMMANDS } from "./commands";
import { layOutWay, lineOf } from "./draft";

interface ChosenWayProps {
  readonly content: SearchContent;
  readonly way: FoundWay;
  readonly onKeep: (way: FoundWay) => void;
  readonly onOpen: (way: FoundWay) => void;
}

/** The playing way in full: its line, how it lands, and what each ending needs. */
export function ChosenWay({ content, way, onKeep, onOpen }: ChosenWayProps) {
  const hint = useHint();
  const player = usePlayer();
  const { landing, endings } = useMemo(() => {
    const { meter, tempo, window } = toSpec(content);
    const phrase = { meter, tempo, window, line: lineOf(content, way.cells) };
    return {
      landing: findLanding(layOutWay(content, way.cells, player.kit), player),
      endings: listEndings(phrase, player),
    };
  }, [content, way, player]);
  const told = describeLanding(landing);
  return (
    <section aria-label="The chosen result" className="panel px-3 py-2.5">
      <div className="flex flex-wrap items-center gap-2">
        <p className="font-line text-sm flex-1 min-w-52 break-words">{way.cells.join(" ")}</p>
        <button type="button" className="btn btn-sm" title={hint(FIT_COMMANDS, "keep")} onClick={() => onKeep(way)}>
          <Bookmark size={15} aria-hidden /> Keep
        </button>
        <button type="button" className="btn btn-sm" onClick={() => onOpen(way)}>
          <Layers size={15} aria-hidden /> Open on the Stack
        </button>
      </div>
      <p className="text-sm mt-1">
        <span className="font-semibold">{told.headline}.</span> {told.detail}. {describeLead(landing).headline}.
      </p>
      <ul className="grid sm:grid-cols-2 gap-x-4 text-xs mt-1">
        {endings.map((ending) => {
          const { name, does } = describeEnding(ending);
          return (
            <li key={ending.kind} className="flex gap-1.5 items-start">
              {ending.good ? (
                <Check size={14} className="text-accent shrink-0 mt-px" aria-label="good" />
              ) : (
                <CircleAlert size={14} className="text-error shrink-0 mt-px" aria-label="take care" />
              )}
              <span>
                <span className="font-semibold">{name}</span>: {does}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
