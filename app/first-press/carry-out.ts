/** Carries out what was pressed and typed before the page could act on it. */

import type { KeptPress, KeptPresses, PressedElement } from "./keep";

/** In milliseconds: how often to look whether the page is ready, and how long to look for pressed elements then. */
const LOOK_AGAIN = 40;
const LONGEST = 5_000;

type KeptText = Extract<KeptPress, { kind: "text" }>;
type KeptField = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

const pause = (time: number) => new Promise((done) => setTimeout(done, time));

/** Carries everything out in order, as soon as nothing on the page waits any more. */
export async function carryOutPresses(kept: KeptPresses): Promise<void> {
  while (document.querySelector("[data-waiting]")) {
    showTexts(kept);
    await pause(LOOK_AGAIN);
  }
  const { list, focused } = kept;
  kept.stop();
  if (location.pathname !== kept.path) return;
  const until = performance.now() + LONGEST;
  for (const press of list) {
    const element = press.element === null ? document.body : await find(kept, press.element, until);
    if (element) carryOut(press, element);
    // The page draws the answer before the next one.
    await pause(0);
  }
  const last = list.at(-1);
  const isElsewhere = last?.kind === "press" || (document.activeElement && document.activeElement !== document.body);
  if (focused && !isElsewhere) kept.find(focused)?.focus();
}

/** Some parts of a screen come a moment after it. */
async function find(kept: KeptPresses, element: PressedElement, until: number) {
  for (;;) {
    const found = kept.find(element);
    if (found || performance.now() > until) return found;
    await pause(LOOK_AGAIN);
  }
}

/** React gives a field its first text when it takes over the page: what was typed until then is put back. */
function showTexts({ list, find }: KeptPresses): void {
  for (const press of list) {
    if (press.kind !== "text") continue;
    const field = find(press.element) as KeptField | null;
    if (field && field.value !== press.value) setText(field, press);
  }
}

function carryOut(press: KeptPress, element: HTMLElement | SVGElement): void {
  if (press.kind === "press") {
    if (element instanceof HTMLElement) element.focus();
    element.dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true, shiftKey: press.shiftKey }));
  } else if (press.kind === "key") element.dispatchEvent(new KeyboardEvent("keydown", press.init));
  else enterText(press, element as HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement);
}

function enterText(press: KeptText, field: KeptField): void {
  field.focus();
  // Another fill than the one that was seen keeps its own text.
  if (field.value !== press.before) return;
  setText(field, press);
  field.dispatchEvent(new Event("input", { bubbles: true }));
  if (field instanceof HTMLSelectElement) field.dispatchEvent(new Event("change", { bubbles: true }));
  else setCaret(field, press);
}

function setText(field: KeptField, press: KeptText): void {
  // React replaces the setter of the field itself, to tell its own changes from the player's.
  Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value")?.set?.call(field, press.value);
  if (!(field instanceof HTMLSelectElement)) setCaret(field, press);
}

function setCaret(field: HTMLInputElement | HTMLTextAreaElement, { from, to }: KeptText): void {
  if (from !== null && to !== null) field.setSelectionRange(from, to);
}
