/** The kit: choose one, make your own, move its surfaces and set their sounds. */

import { useState } from "react";
import {
  addSurface,
  basePlace,
  checkKit,
  fixKit,
  type Kit,
  type KitPiece,
  type KitProblem,
  mirrorKit,
  openKit,
  PLAYED_BY,
  type PlayedBy,
} from "~/core/kit";
import { canPlay, KIT_VOICE_NAMES, KIT_VOICES, type KitVoice, LIMBS } from "~/core/stroke";
import type { KitContent } from "~/library/kit/content";
import { MAX_ANGLE, MAX_HEIGHT, MAX_SIZE, MIN_SIZE } from "~/library/kit/kit";
import { MAX_NAME } from "~/library/phrase/phrase";
import type { ChosenKit } from "~/session/player";
import { FlipHorizontal2, Plus, Trash2, TriangleAlert } from "~/ui/icons";
import { describeKitProblem, PLAYED_BY_NAMES } from "~/words/kit";
import type { KitDraft } from "./kit-draft";

export interface KitChoice {
  readonly id: string;
  readonly name: string;
}

interface KitPanelProps {
  readonly chosen: ChosenKit;
  readonly kit: Kit;
  readonly shipped: readonly KitChoice[];
  readonly own: readonly KitChoice[];
  /** Null for a shipped kit. */
  readonly draft: KitDraft | null;
  readonly content: KitContent | null;
  readonly surface: KitVoice | null;
  readonly onSurface: (place: KitVoice | null) => void;
  readonly onKit: (id: string) => void;
  readonly onMakeOwn: () => void;
  readonly onDelete: () => void;
}

export function KitPanel(props: KitPanelProps) {
  const { chosen, kit, shipped, own, draft, content, surface, onSurface, onKit, onMakeOwn, onDelete } = props;
  return (
    <div className="flex flex-col gap-3">
      <label className="text-sm">
        <span className="block font-semibold mb-0.5">Your kit</span>
        <select className="select select-sm w-full" value={chosen.id} onChange={(event) => onKit(event.target.value)}>
          {own.length > 0 ? (
            <optgroup label="Your own">
              {own.map(({ id, name }) => (
                <option key={id} value={id}>
                  {(id === chosen.id && content ? content.name : name) || "Untitled kit"}
                </option>
              ))}
            </optgroup>
          ) : null}
          <optgroup label="Ready-made">
            {shipped.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      {draft && content ? (
        <OwnKit
          draft={draft}
          content={content}
          kit={kit}
          surface={surface}
          onSurface={onSurface}
          onMakeOwn={onMakeOwn}
          onDelete={onDelete}
        />
      ) : (
        <>
          <p className="text-sm quiet leading-snug">
            This kit comes with the app and is set up for the hands chosen in Setup. To move, add or remove drums and
            cymbals, copy it.
          </p>
          <button type="button" className="btn btn-sm btn-primary self-start" onClick={onMakeOwn}>
            Copy to my kits
          </button>
        </>
      )}
    </div>
  );
}

interface OwnKitProps {
  readonly draft: KitDraft;
  readonly content: KitContent;
  readonly kit: Kit;
  readonly surface: KitVoice | null;
  readonly onSurface: (place: KitVoice | null) => void;
  readonly onMakeOwn: () => void;
  readonly onDelete: () => void;
}

function OwnKit({ draft, content, kit, surface, onSurface, onMakeOwn, onDelete }: OwnKitProps) {
  const problems = checkKit(kit);
  const missing = KIT_VOICES.filter(
    (place) => basePlace(place) === place && !kit.surfaces.some((one) => one.place === place),
  );
  const [adding, setAdding] = useState<KitVoice | "">("");
  const toAdd = missing.find((place) => place === adding) ?? missing[0];
  const chosen = kit.surfaces.find(({ place }) => place === surface) ?? null;
  return (
    <>
      <label className="text-sm">
        <span className="sr-only">Name of the kit</span>
        <input
          className="input input-sm w-full font-display font-semibold"
          data-edits
          placeholder="Name this kit"
          maxLength={MAX_NAME}
          value={content.name}
          onChange={(event) => draft.change({ name: event.target.value }, "name")}
        />
      </label>
      <Problems problems={problems} onFix={(problem) => draft.changeKit((now) => fixKit(now, problem))} />
      <p className="text-sm quiet leading-snug">
        Drag a drum or cymbal on the plan, or choose it and use the arrow keys: 1 cm at a time, 5 cm with Shift.
      </p>
      {chosen ? (
        <SurfaceFields
          key={chosen.place}
          surface={chosen}
          onChange={(change, kind) => draft.changeSurface(chosen.place, change, `${chosen.place} ${kind}`)}
          onRemove={() => {
            draft.changeKit(({ surfaces }) => ({ surfaces: surfaces.filter((one) => one.place !== chosen.place) }));
            onSurface(null);
          }}
        />
      ) : null}
      {toAdd ? (
        <div className="flex gap-2">
          <select
            aria-label="Drum or cymbal to add"
            className="select select-sm flex-1 min-w-0"
            value={toAdd}
            onChange={(event) => setAdding(event.target.value as KitVoice)}
          >
            {missing.map((place) => (
              <option key={place} value={place}>
                {KIT_VOICE_NAMES[place].replace("closed ", "")}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => {
              draft.changeKit((now) => addSurface(now, toAdd));
              onSurface(toAdd);
            }}
          >
            <Plus size={14} aria-hidden /> Add
          </button>
        </div>
      ) : null}
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="btn btn-sm font-normal" onClick={() => draft.changeKit(mirrorKit)}>
          <FlipHorizontal2 size={14} aria-hidden /> Mirror
        </button>
        <button
          type="button"
          className="btn btn-sm font-normal"
          title="Low hi-hat, the ride on its side"
          onClick={() => draft.changeKit(openKit)}
        >
          For open-handed playing
        </button>
        <button type="button" className="btn btn-sm font-normal" onClick={onMakeOwn}>
          Copy
        </button>
        <button type="button" className="btn btn-sm font-normal" onClick={onDelete}>
          <Trash2 size={14} aria-hidden /> Delete
        </button>
      </div>
    </>
  );
}

interface KitProblemsProps {
  readonly problems: readonly KitProblem[];
  readonly onFix: ((problem: KitProblem) => void) | null;
}

function Problems({ problems, onFix }: KitProblemsProps) {
  if (problems.length === 0) return null;
  return (
    <ul aria-label="Problems with this kit" className="flex flex-col gap-1.5">
      {problems.map((problem) => {
        const { what, remedy } = describeKitProblem(problem);
        return (
          <li key={JSON.stringify({ ...problem, reach: 0 })} className="text-sm flex flex-wrap items-center gap-1.5">
            <TriangleAlert size={15} aria-hidden className="text-error shrink-0" />
            <span className="flex-1 min-w-40 leading-snug">{what}</span>
            {onFix ? (
              <button type="button" className="btn btn-xs" onClick={() => onFix(problem)}>
                {remedy}
              </button>
            ) : null}
          </li>
        );
      })}
    </ul>
  );
}

interface SurfaceFieldsProps {
  readonly surface: KitPiece;
  readonly onChange: (change: Partial<KitPiece>, kind: string) => void;
  readonly onRemove: () => void;
}

function SurfaceFields({ surface, onChange, onRemove }: SurfaceFieldsProps) {
  const { place } = surface;
  const name = KIT_VOICE_NAMES[place].replace("closed ", "");
  const number = (
    key: "x" | "y" | "height" | "size" | "angle" | "midi",
    label: string,
    least: number,
    most: number,
  ) => (
    <label className="text-xs">
      <span className="block quiet">{label}</span>
      <input
        type="number"
        className="input input-xs w-full"
        aria-label={`${name}: ${label}`}
        min={least}
        max={most}
        value={Math.round(surface[key])}
        onChange={(event) => {
          if (event.target.value === "") return;
          onChange({ [key]: Number(event.target.value) }, key);
        }}
      />
    </label>
  );
  return (
    <section aria-label={name} className="rounded-box border border-base-300 bg-base-100 px-2.5 py-2">
      <div className="flex items-center gap-2 mb-1">
        <h2 className="text-base flex-1 first-letter:uppercase">{name}</h2>
        <button type="button" className="btn btn-xs btn-ghost" onClick={onRemove}>
          <Trash2 size={13} aria-hidden /> Remove
        </button>
      </div>
      <div className="grid grid-cols-3 gap-x-2 gap-y-1">
        {number("x", "cm to the right", -250, 250)}
        {number("y", "cm in front", -250, 250)}
        {number("height", "cm high", 0, MAX_HEIGHT)}
        {number("size", "cm wide", MIN_SIZE, MAX_SIZE)}
        {number("angle", "degrees of lean", 0, MAX_ANGLE)}
        {number("midi", "MIDI note", 0, 127)}
        <label className="text-xs col-span-2">
          <span className="block quiet">played by</span>
          <select
            className="select select-xs w-full"
            value={surface.player}
            onChange={(event) => onChange({ player: event.target.value as PlayedBy }, "player")}
          >
            {PLAYED_BY.filter((player) => LIMBS.some((limb) => canPlay(limb, place) && isBy(limb, player))).map(
              (player) => (
                <option key={player} value={player}>
                  {PLAYED_BY_NAMES[player]}
                </option>
              ),
            )}
          </select>
        </label>
      </div>
    </section>
  );
}

function isBy(limb: (typeof LIMBS)[number], player: PlayedBy): boolean {
  return (limb === "R" || limb === "L") === (player === "hands");
}
