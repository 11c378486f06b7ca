/** Settings of the moves, beside each group of them. */

import { useMemo, useState } from "react";
import { findMeeting, LAYER_SPEEDS, type LayerSpeed, PEDALS, type Pedals } from "~/core/moves";
import type { Hand } from "~/core/stroke";
import { cellOf } from "~/library/cell/content";
import { describeMeeting } from "~/words/cell";
import type { OfferGroup, OfferScene } from "./offers";

/** Another cell that may follow or go under. */
export interface Partner {
  readonly id: string;
  readonly name: string;
  readonly text: string;
}

export interface OfferChoices {
  readonly scene: OfferScene;
  readonly change: (part: Partial<OfferScene>) => void;
}

/** Settings of the offers, chosen beside them; only the slot is chosen in the picture. */
export function useOfferChoices(strong: Hand, position: number, partner: string, own: string): OfferChoices {
  const [chosen, setChosen] = useState<Partial<OfferScene>>({});
  const scene = useMemo(
    (): OfferScene => ({
      every: 2,
      rhythm: "",
      notes: "",
      partner,
      speed: "same",
      pedals: "hi-hat",
      ...chosen,
      strong,
      position: position,
      own,
    }),
    [chosen, strong, position, partner, own],
  );
  return { scene, change: (part) => setChosen((before) => ({ ...before, ...part })) };
}

interface GroupChoicesProps {
  readonly group: OfferGroup;
  readonly choices: OfferChoices;
  readonly partners: readonly Partner[];
  readonly size: number;
}

const EVERY = [1, 2, 3, 4, 5, 6, 7, 8] as const;
const PEDAL_NAMES: Record<Pedals, string> = { "hi-hat": "bass drum and hi-hat", "two-bass": "two pedals" };
const SPEED_NAMES: Record<LayerSpeed, string> = { half: "half speed", same: "same speed", double: "double speed" };

/** What a group's moves still need. */
export function GroupChoices({ group, choices: { scene, change }, partners, size }: GroupChoicesProps) {
  const notes = (
    <label className="text-xs flex items-center gap-1">
      these notes
      <input
        className="input input-xs w-20 font-line"
        placeholder="all"
        title="Notes to silence or ghost, such as 2-4, 6. Leave it empty for the whole cell."
        maxLength={40}
        value={scene.notes}
        onChange={(event) => change({ notes: event.target.value })}
      />
    </label>
  );
  if (group === "Dynamics") return notes;
  if (group === "Gaps" || group === "Accents") {
    return (
      <>
        <label className="text-xs flex items-center gap-1">
          every
          <select
            className="select select-xs w-14"
            value={scene.every}
            onChange={(event) => change({ every: Number(event.target.value) })}
          >
            {EVERY.map((every) => (
              <option key={every} value={every}>
                {every}
              </option>
            ))}
          </select>
        </label>
        {group === "Gaps" ? notes : null}
        {group === "Accents" ? (
          <label className="text-xs flex items-center gap-1">
            rhythm
            <input
              className="input input-xs w-24 font-line"
              placeholder="332 or x--x"
              maxLength={64}
              value={scene.rhythm}
              onChange={(event) => change({ rhythm: event.target.value })}
            />
          </label>
        ) : null}
        <span className="text-xs quiet">note {scene.position + 1} is chosen</span>
      </>
    );
  }
  if (group !== "Two cells") return null;
  const partner = cellOf(scene.partner);
  return (
    <div className="basis-full flex flex-wrap gap-2 items-center">
      <label className="text-xs flex items-center gap-1 min-w-0">
        with
        <select
          className="select select-xs w-44"
          value={scene.partner}
          onChange={(event) => change({ partner: event.target.value })}
        >
          <option value="">choose a cell</option>
          {partners.map(({ id, name, text }) => (
            <option key={id} value={text}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="text-xs flex items-center gap-1">
        feet at
        <select
          className="select select-xs w-28"
          value={scene.speed}
          onChange={(event) => change({ speed: event.target.value as LayerSpeed })}
        >
          {LAYER_SPEEDS.map((speed) => (
            <option key={speed} value={speed}>
              {SPEED_NAMES[speed]}
            </option>
          ))}
        </select>
      </label>
      <label className="text-xs flex items-center gap-1">
        on
        <select
          className="select select-xs w-40"
          value={scene.pedals}
          onChange={(event) => change({ pedals: event.target.value as Pedals })}
        >
          {PEDALS.map((pedals) => (
            <option key={pedals} value={pedals}>
              {PEDAL_NAMES[pedals]}
            </option>
          ))}
        </select>
      </label>
      {partner.length > 0 && size > 0 ? (
        <p className="text-xs quiet basis-full">
          On the feet: {describeMeeting(findMeeting(size, partner.length, scene.speed))}
        </p>
      ) : null}
    </div>
  );
}
