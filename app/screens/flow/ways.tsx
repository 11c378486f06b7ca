import type { FlowContent } from "~/library/flow/content";
import { CircleAlert } from "~/ui/icons";
import { describeFlowLoosened, describeFlowTrouble } from "~/words/flow";
import { describeCount, describeRoughly } from "~/words/search";
import { plural } from "~/words/time";
import { isCounted } from "./drawer";
import type { Flow } from "./use-flow";

/** The number of ways, always visible; or what to do if there is none. */
export function Ways({ flow, content }: { readonly flow: Flow; readonly content: FlowContent }) {
  const { counted, ideas } = flow;
  const names = ideas.map(({ name }) => name);
  if (flow.countFailed) {
    return (
      <div role="alert" className="flex flex-wrap items-center gap-2 text-sm">
        <CircleAlert size={17} aria-hidden className="text-error shrink-0" />
        <p>Counting stopped: these ideas may be too much for this device.</p>
        <button type="button" className="btn btn-xs" onClick={flow.countAgain}>
          Try again
        </button>
      </div>
    );
  }
  if (!counted) return <p className="quiet text-sm">Counting…</p>;
  if (!isCounted(counted)) {
    return (
      <p role="alert" className="flex gap-2 text-sm">
        <CircleAlert size={17} aria-hidden className="text-error shrink-0 mt-px" />
        {describeFlowTrouble(counted, names)}
      </p>
    );
  }
  const { total, loosen, bars } = counted;
  if (total === 0n) {
    return (
      <div role="alert" className="flex gap-2 text-sm">
        <CircleAlert size={17} aria-hidden className="text-error shrink-0 mt-px" />
        <p>
          {describeFlowTrouble({ code: "no-ways" }, names)} {describeFlowLoosened(loosen, bars, names).join(" ")}
        </p>
      </div>
    );
  }
  const roughly = describeRoughly(total);
  return (
    <p className="text-sm" role="status">
      <span className={`font-display font-bold text-accent break-all ${total > 10n ** 12n ? "text-base" : "text-xl"}`}>
        {total > 10n ** 18n && roughly ? roughly : describeCount(total)}
      </span>{" "}
      {total === 1n ? "way" : "ways"} to fill {plural(content.bars, "bar")}.{" "}
      <span className="quiet">
        {flow.factors.some((one) => one > 1) || content.ideas.some(({ weight }) => weight > 1)
          ? "Weighted ideas come more often."
          : "Each is equally likely."}
      </span>
    </p>
  );
}
