/** One thing that the sums say, with its sign. */

import { Check, CircleAlert, CircleDashed, Minus } from "lucide-react";
import type { Tone, Verdict } from "~/words/verdict";

export const TONES: Record<Tone, { icon: typeof Check; className: string; says: string }> = {
  good: { icon: Check, className: "text-accent", says: "good" },
  open: { icon: CircleDashed, className: "text-primary", says: "open" },
  bad: { icon: CircleAlert, className: "text-error", says: "take care" },
  plain: { icon: Minus, className: "quiet", says: "" },
};

interface EntryProps {
  readonly verdict: Verdict;
  readonly large?: boolean;
  /** Takes the whole width on a phone. */
  readonly wide?: boolean;
  readonly title?: string;
}

export function Entry({ verdict, large = false, wide = false, title }: EntryProps) {
  const { icon: Icon, className, says } = TONES[verdict.tone];
  return (
    <li className={`flex gap-2 px-3 py-2 min-w-0 ${wide ? "col-span-2 lg:col-span-1" : ""}`} title={title}>
      <Icon
        size={large ? 22 : 18}
        className={`${className} shrink-0 mt-0.5`}
        aria-label={says || undefined}
        aria-hidden={says === ""}
      />
      <div className="min-w-0">
        <p
          className={`font-display font-semibold leading-tight ${large ? "text-lg" : "text-base"} ${verdict.tone === "plain" ? "" : className}`}
        >
          {verdict.headline}
        </p>
        <p className="text-sm quiet leading-snug">{verdict.detail}</p>
      </div>
    </li>
  );
}
