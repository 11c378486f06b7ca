/** The sign of a verdict: its icon, its colour, and a word for screen readers. */

import type { VerdictTone } from "~/words/verdict";
import { Check, CircleAlert, CircleDashed, Minus } from "./icons";

export const TONES: Record<VerdictTone, { icon: typeof Check; className: string; says: string }> = {
  good: { icon: Check, className: "text-accent", says: "good" },
  open: { icon: CircleDashed, className: "text-primary", says: "open" },
  bad: { icon: CircleAlert, className: "text-error", says: "take care" },
  plain: { icon: Minus, className: "quiet", says: "" },
};
