/** The rules as sentences with controls inside. */

import { type ReactNode, useState } from "react";
import type { RuleKind, SearchRule } from "~/core/search";
import type { Hand, Level } from "~/core/stroke";
import { MAX_RULES, type SearchQuestion, searchRuleSchema } from "~/library/search/content";
import { Plus, X } from "~/ui/icons";
import { describeRule } from "~/words/search";
import { listSlots, newRules, placeSayer, type SearchDraft } from "./draft";
import { MostPick, NumberPick, WhoPick } from "./picks";

interface RulesProps {
  readonly draft: SearchDraft;
  readonly content: SearchQuestion;
  readonly strongHand: Hand;
}

export function Rules({ draft, content, strongHand }: RulesProps) {
  const { rules } = content;
  const set = (index: number, rule: SearchRule) => {
    if (searchRuleSchema.safeParse(rule).success) draft.change({ rules: rules.with(index, rule) }, `rule ${index}`);
  };
  return (
    <section aria-label="Rules" className="panel px-3 py-2.5">
      <h2 className="text-base mb-1">Rules</h2>
      <ol className="flex flex-col divide-y divide-base-300">
        {rules.map((rule, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a rule is its place
          <li key={index} className="py-1.5 flex items-start gap-1.5">
            <p className="text-sm flex-1 leading-8">
              <Sentence rule={rule} content={content} onChange={(next) => set(index, next)} />
            </p>
            <button
              type="button"
              className="btn btn-xs btn-ghost btn-square mt-1"
              aria-label={`Remove the rule: ${describeRule(rule, placeSayer(content))}`}
              onClick={() => draft.change({ rules: rules.toSpliced(index, 1) })}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ol>
      {rules.length === 0 ? <p className="text-sm quiet py-1">No rules. The cells can come in any order.</p> : null}
      {rules.length < MAX_RULES ? (
        <label className="text-sm flex items-center gap-2 mt-1.5">
          <Plus size={15} aria-hidden className="text-primary" />
          <span className="sr-only">Add a rule</span>
          <select
            className="select select-sm flex-1"
            value=""
            onChange={(event) => {
              const found = newRules(content, strongHand).find(({ name }) => name === event.target.value);
              if (found) draft.change({ rules: [...rules, found.rule] });
            }}
          >
            <option value="">add a rule about …</option>
            {newRules(content, strongHand).map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
      ) : null}
    </section>
  );
}

interface SentenceProps<Rule = SearchRule> {
  readonly rule: Rule;
  readonly content: SearchQuestion;
  readonly onChange: (rule: Rule) => void;
}

function Sentence<Kind extends RuleKind>(props: SentenceProps<SearchRule<Kind>>): ReactNode {
  return SENTENCES[props.rule.kind](props);
}

type SlotRule = SearchRule<"slot">;

function SlotSentence({ rule, content, onChange }: SentenceProps<SlotRule>) {
  const say = placeSayer(content);
  const slots = listSlots(content);
  const places = slots.includes(rule.slot) ? slots : [...slots, rule.slot];
  const { want } = rule;
  const put = (change: Partial<SlotRule["want"]>) => onChange({ ...rule, want: { ...want, ...change } });
  return (
    <>
      On{" "}
      <select
        aria-label="Where"
        className="select select-xs w-28"
        value={rule.slot}
        onChange={(event) => onChange({ ...rule, slot: Number(event.target.value) })}
      >
        {places.map((slot) => (
          <option key={slot} value={slot}>
            {say(slot)}
          </option>
        ))}
      </select>{" "}
      there{" "}
      <select
        aria-label="Is or is not"
        className="select select-xs w-20"
        value={want.not ? "not" : "is"}
        onChange={(event) => put({ not: event.target.value === "not" })}
      >
        <option value="is">is</option>
        <option value="not">is not</option>
      </select>{" "}
      <WhoPick label="Who" who={want.who} onChange={(who) => put({ who })} />{" "}
      <select
        aria-label="At which level"
        className="select select-xs w-28"
        value={want.level ?? ""}
        onChange={(event) => put({ level: (event.target.value || null) as Level | null })}
      >
        <option value="">at any level</option>
        <option value="accent">accented</option>
        <option value="normal">normal</option>
        <option value="ghost">ghosted</option>
      </select>
      .
    </>
  );
}

type SizesRule = SearchRule<"sizes">;

function SizesSentence({ rule, onChange }: SentenceProps<SizesRule>) {
  const [typed, setTyped] = useState<string | null>(null);
  const sizes = (text: string) =>
    text
      .split(/[\s,-]+/)
      .filter(Boolean)
      .map(Number);
  const next = { ...rule, sizes: sizes(typed ?? "") };
  const isBad = typed !== null && !searchRuleSchema.safeParse(next).success;
  return (
    <>
      The sizes are{" "}
      <input
        aria-label="Sizes"
        aria-invalid={isBad}
        className={`input input-xs w-28 font-line ${isBad ? "input-error" : ""}`}
        value={typed ?? rule.sizes.join("-")}
        placeholder="5-5-6"
        onChange={(event) => {
          setTyped(event.target.value);
          onChange({ ...rule, sizes: sizes(event.target.value) });
        }}
        onBlur={() => {
          if (!isBad) setTyped(null);
        }}
      />{" "}
      <select
        aria-label="In which order"
        className="select select-xs w-28"
        value={rule.ordered ? "so" : "any"}
        onChange={(event) => onChange({ ...rule, ordered: event.target.value === "so" })}
      >
        <option value="so">in this order</option>
        <option value="any">in any order</option>
      </select>
      .
      {isBad ? (
        <span className="block text-xs text-error leading-tight">
          Write sizes as numbers from 1 to 64, such as 5-5-6.
        </span>
      ) : null}
    </>
  );
}

/** The controls of each kind of rule, inside its sentence. */
const SENTENCES: { readonly [Kind in RuleKind]: (props: SentenceProps<SearchRule<Kind>>) => ReactNode } = {
  starts: ({ rule, onChange }) => (
    <>
      It starts with <WhoPick label="Who starts" who={rule.who} onChange={(who) => onChange({ ...rule, who })} />.
    </>
  ),
  ends: ({ rule, onChange }) => (
    <>
      It ends with <WhoPick label="Who ends" who={rule.who} onChange={(who) => onChange({ ...rule, who })} />.
    </>
  ),
  "hand-run": ({ rule, onChange }) => (
    <>
      No hand plays more than{" "}
      <NumberPick
        label="Most of a hand in a row"
        value={rule.most}
        from={1}
        to={8}
        onChange={(most) => onChange({ ...rule, most })}
      />{" "}
      in a row, across cells too.
    </>
  ),
  "foot-run": ({ rule, onChange }) => (
    <>
      No foot plays more than{" "}
      <NumberPick
        label="Most of a foot in a row"
        value={rule.most}
        from={0}
        to={8}
        onChange={(most) => onChange({ ...rule, most })}
      />{" "}
      in a row, across cells too.
    </>
  ),
  slot: (props) => <SlotSentence {...props} />,
  backbeat: () => "A hand keeps the backbeat: on every second beat, and not ghosted.",
  sizes: (props) => <SizesSentence {...props} />,
  "no-equal-neighbours": () => "No cell comes twice in a row in the same form.",
  "on-beat": ({ rule, onChange }) => (
    <>
      Cells that begin on a beat: from{" "}
      <NumberPick
        label="Fewest on a beat"
        value={rule.least}
        from={0}
        to={16}
        onChange={(least) => onChange({ ...rule, least })}
      />{" "}
      to <MostPick label="Most on a beat" value={rule.most} to={16} onChange={(most) => onChange({ ...rule, most })} />.
    </>
  ),
  lead: ({ rule, onChange }) => (
    <>
      When it repeats, it starts with{" "}
      <select
        aria-label="Which hand leads a repeat"
        className="select select-xs w-32"
        value={rule.lead}
        onChange={(event) => onChange({ ...rule, lead: event.target.value === "stays" ? "stays" : "flips" })}
      >
        <option value="stays">the same hand</option>
        <option value="flips">the other hand</option>
      </select>
      .
    </>
  ),
};
