/** Key names in command tables, and as people read them. */

type Pressed = Pick<KeyboardEvent, "key" | "shiftKey" | "altKey" | "ctrlKey" | "metaKey"> & {
  /** Where the key is, whatever the layout types with it. */
  readonly code?: string;
};

/** The name of a pressed key: "k", "Shift+k", "Alt+ArrowUp", "Mod+z" (Ctrl or Cmd), "?". */
export function nameKey({ key: pressed, code, shiftKey, altKey, ctrlKey, metaKey }: Pressed): string {
  // With Option, a digit's key types another sign.
  const digit = altKey && !ctrlKey && !metaKey ? /^(?:Digit|Numpad)(\d)$/.exec(code ?? "")?.[1] : undefined;
  if (digit !== undefined) return `Alt+${digit}`;
  // Many layouts type brackets with Option, or with AltGr, which counts as Ctrl and Alt.
  if (altKey && !metaKey && /^[^\p{L}\p{N}\s]$/u.test(pressed)) return pressed;
  const letter = /^[A-Za-z]$/.test(pressed);
  const named = pressed.length > 1 || pressed === " ";
  const key = letter ? pressed.toLowerCase() : pressed === " " ? "Space" : pressed;
  const shift = shiftKey && (letter || named) ? "Shift+" : "";
  return `${ctrlKey || metaKey ? "Mod+" : ""}${altKey ? "Alt+" : ""}${shift}${key}`;
}

const FACES: Record<string, string> = { ArrowRight: "→", ArrowLeft: "←", ArrowUp: "↑", ArrowDown: "↓" };

/** The label of a key: "⇧k", "Alt+↑", "Ctrl+Z". */
export function nameKeyCap(key: string): string {
  return key
    .replace(/Arrow\w+/, (found) => FACES[found] ?? found)
    .replace(/^Mod\+(Shift\+)?(.+)$/, (_, shift, rest) => `Ctrl+${shift ?? ""}${rest.toUpperCase()}`)
    .replace(/^Shift\+(?=.$)/, "⇧");
}

/** A single letter, digit or sign, which dictation software may type by accident. */
export function isLetterKey(key: string): boolean {
  return /^(Shift\+)?\S$/u.test(key);
}

/** Whether typing goes into a field rather than to the commands. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof Element &&
    target.matches(
      "input:not([type=range]):not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable]",
    )
  );
}

const PRESSABLE = "button, a, summary, input, select, [role=button], [role=menuitem], [role=tab], [role=option]";
/** In drawings, the arrow keys choose notes, which commands do. */
const MOVABLE =
  "input, select, [role=tab], [role=grid], [role=listbox]:not(.drawing, .drawing *), [role=tablist], [role=menu], [role=slider]";

/** Keys that the focused element needs: Space and Enter press buttons, arrows move sliders, tabs and lists. */
export function keepsKey(key: string, focused: Element): boolean {
  if (key === "Space" || key === "Enter") return focused.closest(PRESSABLE) !== null;
  return /^(Shift\+)?(Arrow|Home|End)/.test(key) && focused.closest(MOVABLE) !== null;
}
