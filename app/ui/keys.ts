/** Keys as tables write them, and as people read them. */

/** The name of a pressed key: "k", "Shift+k", "Alt+ArrowUp", "?". */
export function nameKey(event: { key: string; shiftKey: boolean; altKey: boolean }): string {
  const letter = /^[A-Za-z]$/.test(event.key);
  const named = event.key.length > 1;
  const key = letter ? event.key.toLowerCase() : event.key;
  const shift = event.shiftKey && (letter || named) ? "Shift+" : "";
  return `${event.altKey ? "Alt+" : ""}${shift}${key}`;
}

const FACES: Record<string, string> = { ArrowRight: "→", ArrowLeft: "←", ArrowUp: "↑", ArrowDown: "↓", "Shift+": "⇧" };

/** What stands on the key: "⇧k", "Alt+↑". */
export function nameKeyCap(key: string): string {
  return key.replace(/Arrow\w+|Shift\+(?=.$)/, (found) => FACES[found] ?? found);
}

/** Whether what is typed goes into a field, not to the screen's keys. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof Element &&
    target.matches(
      "input:not([type=range]):not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable]",
    )
  );
}
