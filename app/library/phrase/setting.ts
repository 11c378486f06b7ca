/** How a fill sits in its groove. */

import type { Feel, Setting } from "~/core/groove";
import type { FeelContent, SettingContent } from "./schema";

export type { FeelContent, SettingContent } from "./schema";

/** A fill's complete setting, in a groove with that feel. */
export function toSetting(
  content: SettingContent | undefined,
  bars: Pick<Setting, "grooveBars" | "countInBars">,
  grooveFeel: Feel,
): Setting {
  return {
    ...bars,
    ending: content?.ending ?? "crash",
    during: content?.during ?? "nothing",
    foot: content?.foot ?? "none",
    kickOnBeats: content?.kickOnBeats ?? false,
    feetIn: content?.feetIn ?? "throughout",
    stops: content?.stops ?? false,
    feel: content?.feel ? toFeel(content.feel) : grooveFeel,
    follows: content?.follows ?? true,
  };
}

/** Without the defaults. */
export function toFeel(feel: FeelContent): Feel {
  const said = Object.entries(feel.push).filter(([, by]) => by !== undefined && by !== 0);
  return { swing: feel.swing, push: Object.fromEntries(said) };
}

export function keepFeel({ swing, push }: Feel): FeelContent {
  return { swing: swing && { ...swing }, push: { ...push } };
}
