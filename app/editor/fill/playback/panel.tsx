/** How you hear the fill while learning: layers, part, tempo, and clicks. */

import type { Preferences } from "~/library/preferences";
import { AS_WRITTEN } from "~/session/practice";
import { usePractise } from "~/session/session";
import { X } from "~/ui/icons";
import { Mixer } from "~/ui/mixer";
import { ClicksPart } from "./clicks-part";
import { LayersPart } from "./layers-part";
import { LoopPart } from "./loop-part";
import { TempoPart } from "./tempo-part";

interface PracticePanelProps {
  readonly preferences: Preferences;
  readonly onPreferences: (change: Partial<Preferences>) => void;
  readonly onClose: () => void;
}

export default function PracticePanel({ preferences, onPreferences, onClose }: PracticePanelProps) {
  const practise = usePractise();
  return (
    <section
      aria-label="Practise"
      className="practice-dock basis-full order-first border-b border-base-300 pb-2.5 mb-0.5 max-h-[46dvh] sm:max-h-[56dvh] overflow-y-auto"
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
      }}
    >
      <div className="flex items-center gap-2 mb-1.5">
        <h2 className="text-lg">Practise</h2>
        <button type="button" className="btn btn-xs ml-auto font-normal" onClick={() => practise(AS_WRITTEN)}>
          Reset practice
        </button>
        <button type="button" className="btn btn-xs btn-square btn-ghost" aria-label="Close" onClick={onClose}>
          <X size={15} aria-hidden />
        </button>
      </div>
      <div className="grid gap-x-6 gap-y-3 md:grid-cols-3 lg:grid-cols-1">
        <div className="md:col-span-3 lg:col-span-1 lg:order-1">
          <LayersPart />
        </div>
        <LoopPart />
        <TempoPart />
        <div className="lg:order-2">
          <ClicksPart preferences={preferences} onPreferences={onPreferences} />
        </div>
      </div>
      <div className="mt-2.5">
        <Mixer preferences={preferences} onPreferences={onPreferences} isRow />
      </div>
    </section>
  );
}
