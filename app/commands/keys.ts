/** Keys as tables write them, and as people read them. */

type Pressed = Pick<KeyboardEvent, "key" | "shiftKey" | "altKey" | "ctrlKey" | "metaKey">;

/** The name of a pressed key: "k", "Shift+k", "Alt+ArrowUp", "Mod+z" (Ctrl or Cmd), "?". */
export function nameKey({ key: pressed, shiftKey, altKey, ctrlKey, metaKey }: Pressed): string {
  const letter = /^[A-Za-z]$/.test(pressed);
  const named = pressed.length > 1 || pressed === " ";
  const key = letter ? pressed.toLowerCase() : pressed === " " ? "Space" : pressed;
  const shift = shiftKey && (letter || named) ? "Shift+" : "";
  return `${ctrlKey || metaKey ? "Mod+" : ""}${altKey ? "Alt+" : ""}${shift}${key}`;
}

const FACES: Record<string, string> = { ArrowRight: "→", ArrowLeft: "←", ArrowUp: "↑", ArrowDown: "↓" };

/** What stands on the key: "⇧k", "Alt+↑", "Ctrl+Z". */
export function nameKeyCap(key: string): string {
  return key
    .replace(/Arrow\w+/, (found) => FACES[found] ?? found)
    .replace(/^Mod\+(Shift\+)?(\w)$/, (_, shift, letter) => `Ctrl+${shift ?? ""}${letter.toUpperCase()}`)
    .replace(/^Shift\+(?=.$)/, "⇧");
}

/** A letter, digit or sign by itself: what somebody who dictates may say by chance. */
export function isLetterKey(key: string): boolean {
  return /^(Shift\+)?\S$/u.test(key);
}

/** Whether what is typed goes into a field, not to the commands. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof Element &&
    target.matches(
      "input:not([type=range]):not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable]",
    )
  );
}

const PRESSABLE = "button, a, summary, input, select, [role=button], [role=menuitem], [role=tab], [role=option]";
const MOVABLE = "input, select, [role=tab], [role=grid], [role=listbox], [role=tablist], [role=menu], [role=slider]";

/** What the focus keeps for itself: Space and Enter press buttons, arrows move sliders, tabs and lists. */
export function keepsKey(key: string, focused: Element): boolean {
  if (key === "Space" || key === "Enter") return focused.closest(PRESSABLE) !== null;
  return /^(Shift\+)?(Arrow|Home|End)/.test(key) && focused.closest(MOVABLE) !== null;
}
