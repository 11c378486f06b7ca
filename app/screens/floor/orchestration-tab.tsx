/** The Floor's Orchestration tab: the named orchestrations, the layers of the current one, and strokes set by hand. */

import { addSurface, basePlace, type Kit } from "~/core/kit";
import { placeStrokes } from "~/core/line";
import type { Orchestration } from "~/core/orchestration";
import type { Line } from "~/core/phrase";
import { type Hand, isHand } from "~/core/stroke";
import { placeByHand } from "~/core/timeline";
import { useWorked } from "~/editor/context";
import { useFillNow, useOpenFill } from "~/editor/fill/place";
import {
  addOrchestration,
  dropOrchestration,
  listOrchestrations,
  nameOrchestration,
} from "~/library/fill/orchestrations";
import { useSay } from "~/session/session";
import type { KitDraft } from "./kit-draft";
import { Layers } from "./layers";
import { Named } from "./named";
import type { Trials } from "./use-trials";

interface OrchestrationTabProps {
  readonly kit: Kit;
  readonly strongHand: Hand;
  /** Null on a shipped kit. */
  readonly draft: KitDraft | null;
  readonly named: Trials["named"];
  readonly editLine: (change: (line: Line) => Line) => boolean;
}

const NO_LAYERS: Orchestration = [];

export function OrchestrationTab({ kit, strongHand, draft, named, editLine }: OrchestrationTabProps) {
  const { editor, playback } = useOpenFill();
  const content = useFillNow();
  const { timeline } = useWorked();
  const say = useSay();
  const add = () => {
    const count = listOrchestrations(content).length;
    if (named.change((now) => addOrchestration(now, `No. ${count + 1}`))) {
      say("You're now editing a copy. The original hasn't changed.");
    }
  };
  const byHand = timeline.events.filter(
    (event) => event.grace === undefined && isHand(event.limb) && placeByHand(timeline, event) !== null,
  );
  const reset = () =>
    editLine((line) =>
      placeStrokes(
        line,
        byHand.map((event) => [event, null]),
      ),
    );
  return (
    <>
      <Named
        content={content}
        heard={named.heard}
        isPlaying={playback.playing}
        onHear={named.hear}
        onTake={named.take}
        onAdd={add}
        onName={(number, name) => {
          const renamed = nameOrchestration(content, number, name).orchestrations;
          editor.setContent({ orchestrations: renamed }, "name orchestration");
        }}
        onDrop={(number) => named.change((now) => dropOrchestration(now, number))}
      />
      <Layers
        voicing={content.voicing ?? NO_LAYERS}
        kit={kit}
        timeline={timeline}
        strongHand={strongHand}
        onChange={(next, kind) => editor.setContent({ voicing: next.length > 0 ? [...next] : undefined }, kind)}
        onAddSurface={draft ? (place) => draft.changeKit((now) => addSurface(now, basePlace(place))) : null}
      />
      {byHand.length > 0 ? (
        <p className="text-sm mt-3 flex flex-wrap items-center gap-2">
          {byHand.length === 1 ? "1 stroke is" : `${byHand.length} strokes are`} set by hand.
          <button type="button" className="btn btn-xs" onClick={reset}>
            Reset to the layers
          </button>
        </p>
      ) : null}
    </>
  );
}
