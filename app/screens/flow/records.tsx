import { type FlowEvent, type FlowRecord, factorOf, missShare } from "~/core/flow";
import type { FlowContent } from "~/library/flow/content";
import type { ReadIdea } from "~/library/flow/ideas";
import { Check } from "~/ui/check";
import { plural } from "~/words/time";
import type { FlowDraft } from "./draft";

/** Number of joins shown: the least clean ones. */
const SHOWN = 5;

interface RecordsProps {
  readonly draft: FlowDraft;
  readonly content: FlowContent;
  readonly ideas: readonly ReadIdea[];
  readonly record: FlowRecord;
  /** The latest judgement. */
  readonly last: readonly FlowEvent[];
  readonly rounds: number;
}

/** The latest judgement, which joins fall apart, and whether weights adapt. */
export function Records({ draft, content, ideas, record, last, rounds }: RecordsProps) {
  const nameOf = (key: string) => ideas.find((idea) => idea.key === key)?.name;
  const joins = Object.entries(record.joins)
    .flatMap(([key, results]) => {
      const [before = "", after = ""] = key.split(" ");
      const names = [nameOf(before), nameOf(after)];
      return names[0] && names[1] ? [{ key, names, results }] : [];
    })
    .sort((a, b) => missShare(b.results) - missShare(a.results))
    .slice(0, SHOWN);
  return (
    <section aria-label="How clean you are" className="panel px-3 py-2.5 flex flex-col gap-2 text-sm">
      <h2 className="text-base flex items-baseline gap-2">
        How clean you are <span className="quiet font-normal text-sm">{rounds > 0 ? plural(rounds, "round") : ""}</span>
      </h2>
      <p aria-live="polite" className="min-h-5">
        {last.length > 0 ? sayLast(last, nameOf) : "Play a round. Each idea and each change is judged separately."}
      </p>
      {joins.length > 0 ? (
        <table className="w-full">
          <caption className="sr-only">Changes from one idea to the next, the least clean first</caption>
          <thead>
            <tr className="text-left quiet">
              <th scope="col" className="font-normal">
                Changes
              </th>
              <th scope="col" className="font-normal text-right">
                clean
              </th>
            </tr>
          </thead>
          <tbody>
            {joins.map(({ key, names, results }) => (
              <tr key={key} className="border-t border-base-300">
                <td className="py-1 pr-2">
                  {names[0]} <span aria-hidden>→</span>
                  <span className="sr-only"> into </span> {names[1]}
                  {!content.isHeld && factorOf(results) > 1 ? (
                    <span className="text-primary font-semibold text-xs"> × {factorOf(results)}</span>
                  ) : null}
                </td>
                <td className="text-right tabular-nums">
                  {results.filter((result) => result === "clean").length} of {results.length}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      <Check isSmall checked={content.isHeld} onCheck={(isHeld) => draft.change({ isHeld })}>
        Don't bring back missed ideas more often
      </Check>
    </section>
  );
}

const RESULT_SENTENCES = { clean: "clean", nearly: "nearly clean", no: "not clean yet" } as const;

function sayLast(heard: readonly FlowEvent[], nameOf: (key: string) => string | undefined): string {
  const said = heard.flatMap(({ of, key, result }) => {
    if (of === "idea") return [`${nameOf(key) ?? "It"}: ${RESULT_SENTENCES[result]}.`];
    if (result === "clean") return [];
    const [before = "", after = ""] = key.split(" ");
    return [
      `The change from ${nameOf(before) ?? "one"} to ${nameOf(after) ?? "the next"}: ${RESULT_SENTENCES[result]}.`,
    ];
  });
  return said.slice(-2).join(" ");
}
