/** The details of a verdict: the full sentence, and possible actions. */

import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { useChoice } from "~/editor/choice";
import { useWorked } from "~/editor/context";
import CycleTable from "~/editor/cycle-table";
import { useOpenFill } from "~/editor/fill/place";
import { useCeiling } from "~/editor/fill/use-ceiling";
import { addressOf } from "~/library/fill/address";
import { usePlayer } from "~/session/player";
import { describeCeiling } from "~/words/ceiling";
import { Endings } from "./endings";
import FixLength from "./fix-length";
import type { VerdictId } from "./verdict";

const TITLES: Record<VerdictId, string> = {
  length: "Length",
  repeats: "Repeats",
  landing: "Endings",
  lead: "Lead",
  tempo: "Top tempo",
};

interface DetailPanelProps {
  readonly id: VerdictId;
  /** The verdict's sentence; null if the panel has its own. */
  readonly told: string | null;
}

export default function DetailPanel({ id, told }: DetailPanelProps) {
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    panel.current?.scrollIntoView({ block: "nearest" });
  }, []);
  return (
    <section
      ref={panel}
      aria-label={TITLES[id]}
      className="border-t border-base-300 px-3 py-2.5 flex flex-col gap-2 scroll-mb-24"
    >
      {told ? <p className="text-sm">{told}.</p> : null}
      {id === "length" ? <FixLength /> : null}
      {id === "repeats" ? <Repeats /> : null}
      {id === "landing" ? <Endings /> : null}
      {id === "tempo" ? <Limit /> : null}
    </section>
  );
}

function Repeats() {
  const { timeline } = useWorked();
  const { slot } = useChoice(timeline);
  return <CycleTable cell={slot?.cell ?? null} />;
}

/** What limits the top tempo, and where to change that. */
function Limit() {
  const { row } = useOpenFill();
  const { timeline } = useWorked();
  const { kit } = usePlayer();
  const { detail } = describeCeiling(timeline, useCeiling(timeline), kit);
  return (
    <p className="text-sm">
      {detail}. The notes that limit it have a dotted ring. We work it out from your kit and your speed:{" "}
      <Link to={addressOf(row.id, "floor")} className="underline">
        change them on the Floor
      </Link>
      .
    </p>
  );
}
