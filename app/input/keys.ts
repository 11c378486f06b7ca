/** The computer keyboard as pads: a key a limb. It knows who plays, but not where or how hard. */

import type { Limb } from "~/core/stroke";
import type { OnHit } from "./raw-hit";

/** Where letters are typed, and are no strokes. */
const TYPED = "input:not([type=range]):not([type=radio]):not([type=checkbox]), textarea, select";

/** Listens until it is closed. Held keys count once; keys with others held down are the browser's. */
export function openKeys(keys: () => Readonly<Record<Limb, string>>, onHit: OnHit): () => void {
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.target instanceof Element && event.target.matches(TYPED)) return;
    const found = (Object.entries(keys()) as [Limb, string][]).find(([, code]) => code === event.code);
    if (!found) return;
    event.preventDefault();
    onHit({ at: event.timeStamp || performance.now(), place: null, limb: found[0], velocity: null });
  };
  window.addEventListener("keydown", onKeyDown);
  return () => window.removeEventListener("keydown", onKeyDown);
}

/** "KeyJ" as it stands on most keyboards: "J". */
export function nameCode(code: string): string {
  return code.replace(/^(Key|Digit|Numpad)/, "").replace(/([a-z])([A-Z])/g, "$1 $2");
}
