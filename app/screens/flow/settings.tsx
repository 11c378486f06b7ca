/** How the ideas are combined, and their setting. */

import { LEADS, MAX_FLOW_BARS } from "~/core/flow";
import { DURINGS, FOOT_OSTINATI } from "~/core/groove";
import { DEFAULT_RATE, formatMeter, MAX_BPM, type Meter, MIN_BPM, parseMeter, ticks } from "~/core/time";
import { BeginsOn } from "~/editor/begins-on";
import { AHEADS, type FlowContent, MAX_ROUNDS, MAX_TIME_BARS } from "~/library/flow/content";
import type { ReadIdea } from "~/library/flow/ideas";
import type { GrooveChoice } from "~/library/groove/choices";
import { Check } from "~/ui/check";
import { NumberField } from "~/ui/number-field";
import { LEAD_WORDS } from "~/words/flow";
import { DURING_NAMES, FOOT_NAMES } from "~/words/groove";
import { COMMON_METERS } from "~/words/time";
import type { FlowDraft } from "./draft";

interface SettingsProps {
  readonly draft: FlowDraft;
  readonly content: FlowContent;
  readonly ideas: readonly ReadIdea[];
  readonly grooves: readonly GrooveChoice[];
  /** Whether this device has a local voice. */
  readonly hasVoice: boolean;
}

export function Settings(props: SettingsProps) {
  return (
    <section aria-label="Rules" className="panel px-3 py-2.5 flex flex-col gap-3 text-sm">
      <Form {...props} />
      <Rules {...props} />
      <Around {...props} />
    </section>
  );
}

/** The bars, and who plays them. */
function Form({ draft, content }: SettingsProps) {
  const { form, bars } = content;
  const set = (change: Partial<FlowContent["form"]>) => draft.change({ form: { ...form, ...change } });
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-display font-semibold text-base mb-1">Form</legend>
      <div className="flex flex-wrap gap-3">
        <NumberField
          label="Bars of time"
          value={form.timeBars}
          least={0}
          most={MAX_TIME_BARS}
          onValue={(timeBars) => set({ timeBars })}
        />
        <NumberField
          label="Bars of ideas"
          value={bars}
          least={1}
          most={MAX_FLOW_BARS}
          onValue={(next) => draft.change({ bars: next }, "bars")}
        />
        <NumberField
          label="Rounds"
          value={form.rounds}
          placeholder="endless"
          least={1}
          most={MAX_ROUNDS}
          onValue={(rounds) => set({ rounds })}
          onEmpty={() => set({ rounds: null })}
        />
      </div>
      <Check isSmall checked={form.kind === "trade"} onCheck={(is) => set({ kind: is ? "trade" : "solo" })}>
        Trade bars with the demo drummer
      </Check>
      <Check isSmall checked={!form.isCalled} onCheck={(is) => set({ isCalled: !is })}>
        Free solo: call only my lick
      </Check>
    </fieldset>
  );
}

function Rules({ draft, content, ideas }: SettingsProps) {
  const { rules, meter } = content;
  const set = (change: Partial<FlowContent["rules"]>) => draft.change({ rules: { ...rules, ...change } });
  const { meet } = rules;
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-display font-semibold text-base mb-1">Rules</legend>
      <div className="flex flex-wrap gap-3">
        <NumberField
          label="In a row at most"
          value={rules.inRow}
          placeholder="any"
          least={1}
          most={16}
          onValue={(inRow) => set({ inRow })}
          onEmpty={() => set({ inRow: null })}
        />
        <label className="flex-1 min-w-44">
          <span className="label-small block mb-0.5">Each idea starts with</span>
          <select
            className="select select-sm w-full"
            value={rules.lead}
            onChange={(event) => set({ lead: event.target.value as FlowContent["rules"]["lead"] })}
          >
            {LEADS.map((lead) => (
              <option key={lead} value={lead}>
                {LEAD_WORDS[lead]}
              </option>
            ))}
          </select>
        </label>
      </div>
      <Check isSmall checked={rules.endsFree} onCheck={(endsFree) => set({ endsFree })}>
        End with a hand free for the crash
      </Check>
      <Check
        isSmall
        checked={content.ideas.length > 0 && content.ideas.every(({ path, accents }) => path === "anew" && accents)}
        onCheck={(is) =>
          draft.change({
            ideas: content.ideas.map((idea) => ({ ...idea, path: is ? "anew" : "kept", accents: is })),
          })
        }
      >
        Only the sticking is fixed: new drums and accents each time
      </Check>
      <div className="flex flex-wrap gap-3 items-end">
        <label className="flex-1 min-w-40">
          <span className="label-small block mb-0.5">Lick to hit</span>
          <select
            className="select select-sm w-full"
            value={meet?.key ?? ""}
            onChange={(event) => {
              const key = event.target.value;
              set({ meet: key ? { key, at: meet?.at ?? ticks(0) } : null });
            }}
          >
            <option value="">none</option>
            {ideas.map(({ key, name }) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {meet ? (
          <BeginsOn
            start={ticks(meet.at)}
            rate={DEFAULT_RATE}
            meter={meter as Meter}
            bars={content.bars}
            onStart={(at) => set({ meet: { ...meet, at } })}
          />
        ) : null}
      </div>
    </fieldset>
  );
}

/** The groove, the feet, what is played ahead, and the tempo ladder. */
function Around({ draft, content, grooves, hasVoice }: SettingsProps) {
  const { setting, ladder, ahead, tempo } = content;
  const meter = formatMeter(content.meter as Meter);
  const set = (change: Partial<FlowContent["setting"]>) => draft.change({ setting: { ...setting, ...change } });
  const fitting = grooves.filter(({ groove }) => formatMeter(groove.meter) === meter);
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-display font-semibold text-base mb-1">Groove and calls</legend>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        <label className="col-span-2">
          <span className="label-small block mb-0.5">Groove</span>
          <select
            className="select select-sm w-full"
            value={fitting.some(({ id }) => id === content.groove) ? content.groove : ""}
            onChange={(event) => draft.change({ groove: event.target.value })}
          >
            {fitting.some(({ id }) => id === content.groove) ? null : <option value="">the simplest</option>}
            {fitting.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Meter</span>
          <select
            className="select select-sm w-full"
            value={meter}
            onChange={(event) => {
              const next = parseMeter(event.target.value);
              if (next) draft.change({ meter: { ...next }, rules: { ...content.rules, meet: null } });
            }}
          >
            {[...new Set([meter, ...COMMON_METERS])].map((one) => (
              <option key={one} value={one}>
                {one}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Under the ideas</span>
          <select
            className="select select-sm w-full"
            value={setting.during ?? "nothing"}
            onChange={(event) => set({ during: event.target.value as "nothing" })}
          >
            {DURINGS.map((during) => (
              <option key={during} value={during}>
                {DURING_NAMES[during]}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Hi-hat foot</span>
          <select
            className="select select-sm w-full"
            value={setting.foot ?? "none"}
            onChange={(event) => set({ foot: event.target.value as "none" })}
          >
            {FOOT_OSTINATI.map((foot) => (
              <option key={foot} value={foot}>
                {FOOT_NAMES[foot]}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Next idea</span>
          <select
            className="select select-sm w-full"
            value={ahead}
            onChange={(event) => draft.change({ ahead: event.target.value as FlowContent["ahead"] })}
          >
            {AHEADS.map((one) => (
              <option key={one} value={one} disabled={one === "spoken" && !hasVoice}>
                {AHEAD_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
      </div>
      {hasVoice ? null : (
        <p className="quiet text-xs">This device has no voice of its own, so the next idea can't be spoken.</p>
      )}
      <Check isSmall checked={setting.kickOnBeats ?? false} onCheck={(kickOnBeats) => set({ kickOnBeats })}>
        Bass drum on every beat
      </Check>
      <Check
        isSmall
        checked={ladder !== null}
        onCheck={(is) =>
          draft.change({ ladder: is ? { by: 4, every: 2, to: Math.min(MAX_BPM, tempo + 24) as typeof tempo } : null })
        }
      >
        Speed up after clean rounds
      </Check>
      {ladder ? (
        <div className="flex flex-wrap gap-3 pl-6">
          <NumberField
            label="By bpm"
            value={ladder.by}
            least={1}
            most={20}
            onValue={(by) => draft.change({ ladder: { ...ladder, by } })}
          />
          <NumberField
            label="After clean"
            value={ladder.every}
            least={1}
            most={16}
            onValue={(every) => draft.change({ ladder: { ...ladder, every } })}
          />
          <NumberField
            label="Up to"
            value={ladder.to}
            least={MIN_BPM}
            most={MAX_BPM}
            onValue={(to) => draft.change({ ladder: { ...ladder, to: to as typeof tempo } })}
          />
        </div>
      ) : null}
    </fieldset>
  );
}

const AHEAD_WORDS = { off: "shown only", spoken: "shown and spoken", played: "shown and played softly" } as const;
