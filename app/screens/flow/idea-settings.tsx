import { openingRate } from "~/core/phrase";
import { formatRate } from "~/core/time";
import { type FlowIdea, MAX_GROWTH, MAX_TAIL, MAX_TIMES } from "~/library/flow/content";
import type { ReadIdea } from "~/library/flow/ideas";
import { Check } from "~/ui/check";
import { NumberField } from "~/ui/number-field";
import { Unfold } from "~/ui/unfold";
import { PATH_WORDS } from "~/words/flow";
import { describeRate, OFFERED_RATES } from "~/words/time";
import type { FlowDraft } from "./draft";

interface IdeaSettingsProps {
  readonly idea: FlowIdea;
  readonly read: ReadIdea;
  readonly draft: FlowDraft;
}

/** The less common settings of an idea. */
export function IdeaSettings({ idea, read, draft }: IdeaSettingsProps) {
  const { key, least, most, tail, path, accents, changesEnd, rate } = idea;
  const set = (change: Partial<FlowIdea>, kind?: string) => draft.changeIdea(key, change, kind);
  const own = formatRate(openingRate(read.versions[0] ?? []));
  return (
    <Unfold
      face="Change"
      label={`How ${read.name} is played`}
      name={`Change how ${read.name} is played`}
      className="btn btn-xs"
      sheetClassName="w-80 flex flex-col gap-3 text-sm"
    >
      <div className="flex flex-wrap gap-3">
        <NumberField
          label="At least"
          value={least}
          least={0}
          most={MAX_TIMES}
          onValue={(next) => set({ least: next })}
        />
        <NumberField
          label="At most"
          value={most}
          placeholder="any"
          least={1}
          most={MAX_TIMES}
          onValue={(next) => set({ most: next })}
          onEmpty={() => set({ most: null })}
        />
        <label>
          <span className="label-small block mb-0.5">Note value</span>
          <select
            className="select select-sm w-40"
            value={rate ?? ""}
            onChange={(event) => set({ rate: event.target.value || null })}
          >
            <option value="">its own{rate === null ? ` (${nameRateText(own)})` : ""}</option>
            {OFFERED_RATES.map((one) => (
              <option key={one} value={one}>
                {nameRateText(one)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <label>
        <span className="label-small block mb-0.5">Where it is played</span>
        <select
          className="select select-sm w-full"
          value={path}
          onChange={(event) => set({ path: event.target.value as FlowIdea["path"] })}
        >
          <option value="kept">{PATH_WORDS.kept}</option>
          {read.versions.length > 1 || path === "versions" ? (
            <option value="versions">{PATH_WORDS.versions}</option>
          ) : null}
          <option value="anew">{PATH_WORDS.anew}</option>
        </select>
      </label>
      <Check isSmall checked={accents} onCheck={(next) => set({ accents: next })}>
        Move its accents to other notes
      </Check>
      <Check isSmall checked={changesEnd} onCheck={(next) => set({ changesEnd: next })}>
        When repeated, end the last one with another cell
      </Check>
      <Check
        isSmall
        checked={tail !== null}
        onCheck={(next) => set({ tail: next ? { slots: Math.min(4, MAX_TAIL), times: 2 } : null })}
      >
        Grow with each round, then shrink
      </Check>
      {tail ? (
        <div className="flex gap-3 pl-6">
          <NumberField
            label="Last notes"
            value={tail.slots}
            least={1}
            most={MAX_TAIL}
            onValue={(slots) => set({ tail: { ...tail, slots } })}
          />
          <NumberField
            label="Added up to"
            value={tail.times}
            least={1}
            most={MAX_GROWTH}
            onValue={(times) => set({ tail: { ...tail, times } })}
          />
        </div>
      ) : null}
    </Unfold>
  );
}

function nameRateText(rate: string): string {
  const [slots = "4", quarters = "1"] = rate.split("/");
  return describeRate({ slots: Number(slots), quarters: Number(quarters) });
}
