/**
 * Presses and typing before a page can act on them. The page keeps them from its first moment and carries them out when
 * it is ready; elements that wait for that are inside `[data-waiting]`.
 */

/** Where something was pressed, in words that stay the same when the page is drawn again. */
export interface PressedElement {
  /** A tag, with the number of a note if it has one. */
  readonly selector: string;
  /** Its label, or its text. */
  readonly name: string;
  /** Its position among the elements like it. */
  readonly position: number;
}

export type KeptPress =
  | { readonly kind: "press"; readonly element: PressedElement; readonly shiftKey: boolean }
  | { readonly kind: "key"; readonly element: PressedElement | null; readonly init: KeyboardEventInit }
  | {
      readonly kind: "text";
      readonly element: PressedElement;
      /** What was in the field before. */
      readonly before: string;
      value: string;
      /** The caret or the chosen text, in characters; null in fields without. */
      from: number | null;
      to: number | null;
    };

export interface KeptPresses {
  readonly list: KeptPress[];
  /** The element with the focus, if the player moved it. */
  focused: PressedElement | null;
  /** The address whose elements these are. */
  readonly path: string;
  /** Set by the page when its elements act by themselves, except those inside `[data-waiting]`. */
  isHydrated: boolean;
  find(element: PressedElement): HTMLElement | SVGElement | null;
  /** Keeps no more. */
  stop(): void;
}

declare global {
  interface Window {
    keptPresses?: KeptPresses;
  }
}

/** Begins to keep them. The page contains this function as text, so it uses nothing from outside. */
export function keepPresses(): void {
  type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;
  const PRESSABLE =
    "[data-slot], button, a[href], [role='button'], [role='option'], input, textarea, select, [tabindex]";
  const FIELD = "input:not([type='checkbox'], [type='radio'], [type='button']), textarea, select";
  /** Nobody presses more often before looking. */
  const MOST = 50;
  const list: KeptPress[] = [];
  const fieldsBefore = new Map<Element, string>();

  const nameOf = (element: Element) =>
    element.getAttribute("aria-label") ??
    (element.matches(FIELD) ? (element as Field).labels?.[0]?.textContent : element.textContent)?.trim() ??
    "";
  const alike = (selector: string, name: string) =>
    [...document.querySelectorAll<HTMLElement | SVGElement>(selector)].filter((other) => nameOf(other) === name);
  const signOf = (element: Element): PressedElement => {
    const slot = element.getAttribute("data-slot");
    const selector = element.tagName.toLowerCase() + (slot === null ? "" : `[data-slot="${slot}"]`);
    const name = nameOf(element);
    return { selector, name, position: Math.max(0, alike(selector, name).indexOf(element as HTMLElement)) };
  };
  const defaultOf = (field: Field) =>
    "options" in field
      ? ([...field.options].find(({ defaultSelected }) => defaultSelected)?.value ?? "")
      : field.defaultValue;
  const closest = (event: Event, selector: string) =>
    event.target instanceof Element ? event.target.closest(selector) : null;
  const waits = (event: Event) => !kept.isHydrated || closest(event, "[data-waiting]") !== null;
  const keep = (event: Event, press: KeptPress) => {
    event.preventDefault();
    event.stopImmediatePropagation();
    if (list.length < MOST) list.push(press);
  };

  const onClick = (event: MouseEvent) => {
    const element = closest(event, PRESSABLE);
    if (!element) return;
    // A link waits only for what was pressed before it; until then, the browser or the page follows it.
    const isLink = element.matches("a");
    if (isLink ? list.length === 0 || event.ctrlKey || event.metaKey || event.shiftKey : !waits(event)) return;
    // The browser puts the caret into fields.
    if (element.matches(FIELD)) return;
    element.setAttribute("data-kept", "");
    const before = list.at(-1);
    const pressed = signOf(element);
    const isAgain =
      element.matches("[data-play]") &&
      before?.kind === "press" &&
      before.element.selector === pressed.selector &&
      before.element.name === pressed.name;
    // Pressing Play once more because nothing happened isn't meant to stop it.
    if (isAgain) {
      event.preventDefault();
      event.stopImmediatePropagation();
    } else keep(event, { kind: "press", element: pressed, shiftKey: event.shiftKey });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const { key, code, ctrlKey, altKey, shiftKey, metaKey } = event;
    if (closest(event, "dialog") || (kept.isHydrated && !document.querySelector("[data-waiting]"))) return;
    if (key === "Tab" || key === "Shift" || key === "Control" || key === "Alt" || key === "Meta") return;
    const field = closest(event, FIELD);
    // Fields take letters themselves; the page decides about the rest.
    if (field && key !== "Escape" && key !== "Enter" && !altKey) return;
    const element = closest(event, PRESSABLE);
    // Buttons turn these into a press.
    if (element?.matches("button, a") && (key === "Enter" || key === " ")) return;
    // The browser's own.
    if ((ctrlKey || metaKey) && "rtwnlpcva0+-=".includes(key)) return;
    const last = list.at(-1);
    if (key === " " && last?.kind === "key" && last.init.key === " ") {
      event.preventDefault();
      event.stopImmediatePropagation();
      return;
    }
    const init = { key, code, ctrlKey, altKey, shiftKey, metaKey, bubbles: true, cancelable: true };
    keep(event, { kind: "key", element: element && signOf(element), init });
  };
  const onBeforeInput = (event: Event) => {
    const field = closest(event, FIELD) as Field | null;
    if (field && waits(event) && !fieldsBefore.has(field)) fieldsBefore.set(field, field.value);
  };
  const onInput = (event: Event) => {
    const field = closest(event, FIELD) as Field | null;
    if (!field || !waits(event)) return;
    event.stopImmediatePropagation();
    const element = signOf(field);
    const known = list.find(
      (one) => one.kind === "text" && one.element.name === element.name && one.element.position === element.position,
    );
    const { value } = field;
    const hasCaret = "selectionStart" in field;
    const from = hasCaret ? field.selectionStart : null;
    const to = hasCaret ? field.selectionEnd : null;
    if (known?.kind === "text") Object.assign(known, { value, from, to });
    else list.push({ kind: "text", element, before: fieldsBefore.get(field) ?? defaultOf(field), value, from, to });
  };
  const onFocus = (event: Event) => {
    const element = closest(event, PRESSABLE);
    if (element && waits(event)) kept.focused = signOf(element);
  };

  const listeners: readonly [string, (event: never) => void][] = [
    ["click", onClick],
    ["keydown", onKeyDown],
    ["beforeinput", onBeforeInput],
    ["input", onInput],
    ["change", onInput],
    ["focusin", onFocus],
  ];
  const kept: KeptPresses = {
    list,
    focused: null,
    path: location.pathname,
    isHydrated: false,
    find: ({ selector, name, position }) => {
      const found = alike(selector, name);
      return found[position] ?? found[0] ?? null;
    },
    stop: () => {
      for (const [kind, listener] of listeners) window.removeEventListener(kind, listener as EventListener, true);
      delete window.keptPresses;
    },
  };
  window.keptPresses = kept;
  for (const [kind, listener] of listeners) window.addEventListener(kind, listener as EventListener, true);
}
