/** Easier and busier versions of the phrase, each with its ceiling, to play before you apply one. */

import { useMemo } from "react";
import type { Phrase } from "~/core/phrase";
import { listVersions, type Player, type Variant } from "~/core/player";
import { useOpenFill } from "~/editor/fill/place";
import { Check, Play, Square } from "~/ui/icons";
import { useLater } from "~/views/use-followed";
import { describeBpm } from "~/words/ceiling";
import { describeVariant } from "~/words/kit";
import { plural } from "~/words/time";

interface VersionsProps {
  readonly phrase: Phrase;
  readonly player: Player;
  readonly chosen: string | null;
  readonly isPlaying: boolean;
  readonly onChoose: (variant: Variant, name: string) => void;
  readonly onTake: (variant: Variant, name: string) => void;
}

export function Versions(props: VersionsProps) {
  const { phrase, player } = props;
  // This lays out some twenty lines, so a change of tempo doesn't wait for it.
  const settled = useLater(phrase);
  const { ostinato } = useOpenFill();
  const { simpler, busier } = useMemo(() => listVersions(settled, player, ostinato), [settled, player, ostinato]);
  return (
    <div className="flex flex-col gap-3">
      <p className="text-sm quiet leading-snug">
        Accents and the backbeat stay in all of them. Press one to hear it. Nothing changes until you apply it.
      </p>
      <List
        {...props}
        name="Easier"
        variants={simpler}
        empty="No simple change makes this faster. Work on the tempo."
      />
      <List {...props} name="Busier" variants={busier} empty="There is nothing left to add." />
    </div>
  );
}

interface ListProps extends VersionsProps {
  readonly name: string;
  readonly variants: readonly Variant[];
  readonly empty: string;
}

function List({ name, variants, empty, phrase, chosen, isPlaying, onChoose, onTake }: ListProps) {
  return (
    <section aria-label={name}>
      <h2 className="text-base mb-1">{name}</h2>
      {variants.length === 0 ? <p className="text-sm quiet">{empty}</p> : null}
      <ul className="flex flex-col gap-1.5">
        {variants.map((variant) => {
          const { name: title, does } = describeVariant(variant);
          const isChosen = chosen === variant.kind;
          const isOver = variant.bpm !== null && variant.bpm < phrase.tempo;
          return (
            <li
              key={variant.kind}
              className={`panel relative px-2.5 py-1.5 flex items-center gap-2 ${isChosen ? "border-primary border-2" : "hover:border-primary"}`}
            >
              <span className="w-14 shrink-0 text-center leading-none">
                <span className={`font-display font-bold text-xl ${isOver ? "text-error" : "text-accent"}`}>
                  {variant.bpm === null ? "any" : describeBpm(variant.bpm)}
                </span>
                <span className="block text-xs quiet">{isOver ? "too fast" : "bpm"}</span>
              </span>
              <button
                type="button"
                aria-pressed={isChosen}
                className="flex-1 min-w-0 text-left cursor-pointer after:absolute after:inset-0"
                onClick={() => onChoose(variant, title)}
              >
                <span className="block text-sm font-semibold leading-tight">
                  {isChosen && isPlaying ? (
                    <Square size={11} className="inline" aria-label="sounding" fill="currentColor" />
                  ) : (
                    <Play size={11} className="inline" aria-hidden fill="currentColor" />
                  )}{" "}
                  {title}
                </span>
                <span className="block text-xs quiet leading-tight">
                  {does ? `${does}; ` : ""}
                  {plural(variant.changed.length, "note")} changed
                </span>
              </button>
              <button
                type="button"
                className="btn btn-xs btn-ghost btn-square relative z-1"
                aria-label={`Apply: ${title}`}
                title="Apply it to the line"
                onClick={() => onTake(variant, title)}
              >
                <Check size={14} aria-hidden />
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
