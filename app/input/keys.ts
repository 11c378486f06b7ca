/** The computer keyboard as pads: one key per limb. It knows who plays, but not where or how hard. */

import type { Limb } from "~/core/stroke";
import type { OnHit } from "./raw-hit";

/** Where you type letters, they aren't strokes. */
const TYPED = "input:not([type=range]):not([type=radio]):not([type=checkbox]), textarea, select";

/** Listens until closed. Held keys count once; key combinations belong to the browser. */
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

/** "KeyJ" as printed on most keyboards: "J". */
export function nameCode(code: string): string {
  return code.replace(/^(Key|Digit|Numpad)/, "").replace(/([a-z])([A-Z])/g, "$1 $2");
}
