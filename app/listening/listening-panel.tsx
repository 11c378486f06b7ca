import { lazy, memo, type ReactNode, Suspense } from "react";
import { Link } from "react-router";
import { STRICTNESSES } from "~/core/listening";
import { type Hand, KIT_VOICE_NAMES, KIT_VOICES, LIMBS, otherHand } from "~/core/stroke";
import { DEFAULT_LISTENING, isSelfJudged, type Listening, SOURCES, type Source } from "~/formats/listening";
import { nameCode } from "~/input/keys";
import type { MidiState } from "~/input/midi";
import { MidiNote } from "~/listening/midi-note";
import { Check } from "~/ui/check";
import { Bot, Ear, Keyboard, Plug } from "~/ui/icons";
import { STRICTNESS_WORDS } from "~/words/practice";
import { capital, LIMB_NAMES } from "~/words/slot";

const DrummerFields = lazy(() => import("./drummer-fields"));

const SOURCE_WORDS: Record<Source, { readonly name: string; readonly icon: typeof Ear; readonly does: string }> = {
  self: {
    name: "I decide",
    icon: Ear,
    does: "For an acoustic kit. After each repeat, say whether it was clean, nearly, or not yet.",
  },
  keys: {
    name: "Keyboard",
    icon: Keyboard,
    does: "Use computer keys as pads. They tell which limb plays, but not how loud.",
  },
  midi: {
    name: "Electronic drums (MIDI)",
    icon: Plug,
    does: "An electronic kit or pads over MIDI. Your browser asks for permission first.",
  },
  drummer: {
    name: "Demo drummer",
    icon: Bot,
    does: "The demo drummer plays it for you, with the mistakes you set.",
  },
};

interface ListeningPanelProps {
  readonly listening: Listening;
  readonly midi: MidiState | null;
  /** Until you give it a fault, the simulated drummer's weak hand is the player's. */
  readonly strongHand: Hand;
  readonly onChange: (change: Partial<Listening>) => void;
  /** Whether there is a plan with steps to advance through; a flow has none. */
  readonly hasPlan?: boolean;
}

/** The status and settings of each source. */
const SOURCE_SETTINGS: Readonly<
  Record<Source, (props: Pick<ListeningPanelProps, "listening" | "midi" | "onChange">) => ReactNode>
> = {
  self: () => null,
  keys: ({ listening }) => <KeyList keys={listening.keys} />,
  midi: ({ midi }) => <MidiNote midi={midi} />,
  drummer: ({ listening, onChange }) => (
    <Suspense fallback={null}>
      <DrummerFields drummer={listening.drummer} onChange={(drummer) => onChange({ drummer })} />
    </Suspense>
  ),
};

/** Who judges, with which source, and how strictly. */
export const ListeningPanel = memo(function ListeningPanel({
  listening,
  midi,
  strongHand,
  onChange,
  hasPlan = true,
}: ListeningPanelProps) {
  const { source, strictness, drummer } = listening;
  const choose = (next: Source) => {
    const isUnset = next === "drummer" && drummer.weakLate === 0;
    onChange(isUnset ? { source: next, drummer: { ...drummer, weakHand: otherHand(strongHand) } } : { source: next });
  };
  return (
    <section aria-label="Listening" className="panel px-3 py-2.5 flex flex-col gap-2.5 text-sm">
      <fieldset>
        <legend className="font-display font-semibold text-base mb-1">Who judges</legend>
        <div className="grid grid-cols-2 gap-1">
          {SOURCES.map((one) => {
            const { name, icon: Icon } = SOURCE_WORDS[one];
            return (
              <label
                key={one}
                className={`flex items-center gap-2 px-2 min-h-9 py-1 leading-tight rounded-field border cursor-pointer has-focus-visible:outline-2 ${one === source ? "border-primary bg-base-200 font-semibold" : "border-base-300"}`}
              >
                <input
                  type="radio"
                  name="source"
                  className="sr-only"
                  checked={one === source}
                  onChange={() => choose(one)}
                />
                <Icon size={15} aria-hidden className="shrink-0" /> {name}
              </label>
            );
          })}
        </div>
        <p className="quiet mt-1">{SOURCE_WORDS[source].does}</p>
      </fieldset>
      {SOURCE_SETTINGS[source]({ listening, midi, onChange })}
      {isSelfJudged(source) ? null : (
        <label className="flex flex-wrap items-center gap-x-2">
          Strictness
          <select
            className="select select-sm w-32"
            value={strictness}
            onChange={(event) => onChange({ strictness: event.target.value as Listening["strictness"] })}
          >
            {STRICTNESSES.map((one) => (
              <option key={one} value={one}>
                {STRICTNESS_WORDS[one].name}
              </option>
            ))}
          </select>
          <span className="quiet basis-full mt-1">{capital(STRICTNESS_WORDS[strictness].does)}.</span>
        </label>
      )}
      <div className="flex flex-col gap-1.5 border-t border-base-300 pt-2">
        <Check isSmall checked={listening.playsAlong} onCheck={(playsAlong) => onChange({ playsAlong })}>
          {hasPlan ? "Play the fill along with me" : "Play the ideas along with me"}
        </Check>
        {hasPlan ? (
          <>
            <Check isSmall checked={listening.goesOn} onCheck={(goesOn) => onChange({ goesOn })}>
              Go to the next step automatically
            </Check>
            <label className="flex items-center gap-2">
              Hit this pad for the next step
              <select
                className="select select-xs w-32"
                value={listening.nextPad ?? ""}
                onChange={(event) => onChange({ nextPad: (event.target.value || null) as Listening["nextPad"] })}
              >
                <option value="">no pad</option>
                {KIT_VOICES.map((place) => (
                  <option key={place} value={place}>
                    {KIT_VOICE_NAMES[place]}
                  </option>
                ))}
              </select>
            </label>
          </>
        ) : null}
        <label className="flex items-center gap-2">
          Remind me to take a break after
          <select
            className="select select-xs w-24"
            value={listening.breakAfter}
            onChange={(event) => onChange({ breakAfter: Number(event.target.value) })}
          >
            {[0, 10, 15, 20, 25, 40].map((minutes) => (
              <option key={minutes} value={minutes}>
                {minutes === 0 ? "never" : `${minutes} min`}
              </option>
            ))}
          </select>
        </label>
        <Link className="underline" to="/setup#inputs">
          Keys, pads and latency in Setup
        </Link>
      </div>
    </section>
  );
});

function KeyList({ keys }: { readonly keys: Listening["keys"] }) {
  return (
    <p className="flex flex-wrap gap-x-3 gap-y-1">
      {LIMBS.map((limb) => (
        <span key={limb}>
          <kbd className="key">{nameCode(keys[limb] ?? DEFAULT_LISTENING.keys[limb])}</kbd> {LIMB_NAMES[limb]}
        </span>
      ))}
    </p>
  );
}
