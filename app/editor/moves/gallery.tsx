/** The bench of moves: the result of each move on a cell, as a small picture that you can hear and apply. */

import { memo, useId, useLayoutEffect, useMemo, useState } from "react";
import { useKey } from "~/commands/commands";
import { nameKeyCap } from "~/commands/keys";
import { formatSlots } from "~/core/line";
import type { Move } from "~/core/moves";
import type { Hand } from "~/core/stroke";
import { CellCoins } from "~/views/coins";
import { describeMove, describeRefusal } from "~/words/moves";
import { PlayButton } from "../cells/play-button";
import { type CellSetting, scoreOf } from "../cells/preview";
import { GroupChoices, type OfferChoices, type Partner } from "./group-choices";
import { type Attempt, OFFER_GROUPS, OFFERS, type Offer, type OfferGroup, tryOffer } from "./offers";

interface MoveGalleryProps {
  readonly attempt: Attempt;
  /** Slots of the current cell. */
  readonly size: number;
  readonly choices: OfferChoices;
  readonly partners: readonly Partner[];
  readonly setting: CellSetting;
  readonly click: boolean;
  readonly onApply: (move: Move) => void;
  /** The result of a move may not be playable at its position: why not, or null. */
  readonly check?: (move: Move) => string | null;
}

export const MoveGallery = memo(function MoveGallery(props: MoveGalleryProps) {
  const { attempt, size, choices, partners, setting, click, onApply, check } = props;
  const { scene } = choices;
  const began = performance.now();
  // Read by the benchmark: from computing the offers to having them on the page.
  useLayoutEffect(() => {
    performance.measure("moves", { start: began });
  });
  const [group, setGroup] = useState<OfferGroup | null>(null);
  const offers = useMemo(() => OFFERS.map((entry) => tryOffer(entry, scene, attempt)), [attempt, scene]);
  const shown = group ? [group] : OFFER_GROUPS;
  return (
    <div>
      <fieldset className="flex flex-wrap gap-1 mb-2">
        <legend className="sr-only">Which moves</legend>
        {[null, ...OFFER_GROUPS].map((name) => (
          <button
            key={name ?? "all"}
            type="button"
            aria-pressed={group === name}
            className={`badge text-xs cursor-pointer h-6 ${group === name ? "badge-neutral" : "border-base-300 bg-base-100"}`}
            onClick={() => setGroup(name)}
          >
            {name ?? "All moves"}
          </button>
        ))}
      </fieldset>
      {shown.map((name) => (
        <section key={name} aria-label={name} className="mb-3">
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1 mb-1.5 min-h-7">
            <h3 className="text-base">{name}</h3>
            <GroupChoices group={name} choices={choices} partners={partners} size={size} />
          </div>
          <ul className="grid grid-cols-2 gap-1.5">
            {offers
              .filter(({ entry }) => entry.group === name)
              .map((offer) => (
                <OfferCard
                  key={offer.entry.id}
                  offer={offer}
                  trouble={offer.cell && check ? check(offer.move) : null}
                  strongHand={scene.strong}
                  setting={setting}
                  click={click}
                  onApply={onApply}
                />
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
});

interface OfferCardProps {
  readonly offer: Offer;
  readonly trouble: string | null;
  readonly strongHand: Hand;
  readonly setting: CellSetting;
  readonly click: boolean;
  readonly onApply: (move: Move) => void;
}

// Cards out of sight are neither laid out nor painted: see `offer-card` in the style sheet.
function OfferCard({ offer, trouble, strongHand, setting, click, onApply }: OfferCardProps) {
  const { entry, move, cell, refused } = offer;
  const told = useId();
  const key = useKey(`move-${entry.id}`, entry.key);
  const { name, does } = describeMove(move);
  const why = refused ? describeRefusal(refused) : trouble;
  return (
    <li
      className={`offer-card panel relative flex flex-col min-w-0 ${why ? "border-dashed" : "hover:border-primary focus-within:border-primary"}`}
    >
      <button
        type="button"
        aria-label={name}
        aria-describedby={told}
        aria-disabled={why !== null}
        aria-keyshortcuts={key || undefined}
        title={`${does} (${nameKeyCap(key)})`}
        className={`text-left px-2 pt-1.5 pb-1 flex-1 min-w-0 after:absolute after:inset-0 ${why ? "cursor-not-allowed" : "cursor-pointer"}`}
        onClick={() => {
          if (!why) onApply(move);
        }}
      >
        <OfferWords name={name} hotkey={key} told={told} does={does} why={why} />
      </button>
      {cell && !why ? (
        <div className="flex items-center gap-1 pl-2 pr-1 pb-1">
          <div className="min-w-0 flex-1">
            <CellCoins cell={cell} strongHand={strongHand} label={formatSlots(cell)} />
          </div>
          <PlayButton
            id={`offer ${entry.id}`}
            what={`“${name}”`}
            isSmall
            className="relative z-1 shrink-0"
            makeScore={() => scoreOf(cell, setting, click)}
          />
        </div>
      ) : null}
    </li>
  );
}

interface OfferWordsProps {
  readonly name: string;
  readonly hotkey: string;
  readonly told: string;
  readonly does: string;
  readonly why: string | null;
}

const OfferWords = memo(function OfferWords({ name, hotkey, told, does, why }: OfferWordsProps) {
  return (
    <>
      <span className="flex items-baseline gap-1.5">
        <span className={`text-sm font-semibold leading-tight min-w-0 ${why ? "quiet" : ""}`}>{name}</span>
        <kbd className="key ml-auto shrink-0">{nameKeyCap(hotkey)}</kbd>
      </span>
      <span id={told} className={why ? "block text-xs quiet leading-snug mt-1" : "sr-only"}>
        {why ?? does}
      </span>
    </>
  );
});
