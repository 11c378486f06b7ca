/** Expectations about the page, retried until they hold. */

import { computeAccessibleDescription, computeAccessibleName, isInaccessible } from "dom-accessibility-api";
import { expect as plainExpect } from "vitest";
import { isChecked, Locator, PATIENCE } from "./locator";

type Text = string | RegExp;

/** All of these wait. */
interface Expected {
  readonly not: Expected;
  toHaveCount(count: number): Promise<void>;
  /** It exists and is visible. */
  toBeVisible(): Promise<void>;
  toBeHidden(): Promise<void>;
  toBeAttached(): Promise<void>;
  toBeFocused(): Promise<void>;
  toBeChecked(): Promise<void>;
  toBeDisabled(): Promise<void>;
  toBeEnabled(): Promise<void>;
  toContainText(text: Text): Promise<void>;
  /** All of its text; with a list, one per match. */
  toHaveText(text: Text | readonly Text[]): Promise<void>;
  toHaveValue(value: Text): Promise<void>;
  toHaveAttribute(name: string, value?: Text): Promise<void>;
  toHaveAccessibleName(name: Text): Promise<void>;
  toHaveAccessibleDescription(description: Text): Promise<void>;
}

const textOf = (element: HTMLElement) => (element.textContent ?? "").replace(/\s+/g, " ").trim();
const equals = (is: string, wanted: Text) => (wanted instanceof RegExp ? wanted.test(is) : is === wanted.trim());
const contains = (is: string, wanted: Text) => (wanted instanceof RegExp ? wanted.test(is) : is.includes(wanted));

function told(pass: boolean, wanted: unknown, is: unknown) {
  return { pass, message: () => `expected ${JSON.stringify(String(wanted))}, is ${JSON.stringify(is)}` };
}

const isVisible = (element: HTMLElement) => !isInaccessible(element);

plainExpect.extend({
  toHaveCount: (found: Locator, count: number) => told(found.all().length === count, count, found.all().length),
  toBeVisible: (found: Locator) => told(isVisible(found.get()), "visible", found.all().length),
  toBeHidden: (found: Locator) => told(!found.all().some(isVisible), "hidden", found.all().length),
  toBeAttached: (found: Locator) => told(found.all().length > 0, "on the page", found.all().length),
  toBeFocused: (found: Locator) =>
    told(found.get() === document.activeElement, "focus", document.activeElement?.outerHTML),
  toBeChecked: (found: Locator) => told(isChecked(found.get()), "checked", "not"),
  toBeDisabled: (found: Locator) => told(found.get().matches(":disabled, [aria-disabled=true]"), "disabled", "not"),
  toBeEnabled: (found: Locator) => told(!found.get().matches(":disabled, [aria-disabled=true]"), "enabled", "not"),
  toContainText: (found: Locator, text: Text) => told(contains(textOf(found.get()), text), text, textOf(found.get())),
  toHaveText(found: Locator, text: Text | readonly Text[]) {
    const wanted = Array.isArray(text) ? (text as readonly Text[]) : [text as Text];
    const are = Array.isArray(text) ? found.all().map(textOf) : [textOf(found.get())];
    const isSo = are.length === wanted.length && wanted.every((one, at) => equals(are[at] ?? "", one));
    return told(isSo, wanted, are);
  },
  toHaveValue(found: Locator, value: Text) {
    const is = (found.get() as HTMLInputElement).value;
    return told(equals(is, value) || is === value, value, is);
  },
  toHaveAttribute(found: Locator, name: string, value?: Text) {
    const is = found.get().getAttribute(name);
    return told(is !== null && (value === undefined || equals(is, value)), value ?? name, is);
  },
  toHaveAccessibleName(found: Locator, name: Text) {
    const is = computeAccessibleName(found.get());
    return told(equals(is, name), name, is);
  },
  toHaveAccessibleDescription(found: Locator, description: Text) {
    const is = computeAccessibleDescription(found.get());
    return told(equals(is, description), description, is);
  },
});

export function expect(found: Locator): Expected;
export function expect<Value>(value: Value): ReturnType<typeof plainExpect<Value>>;
export function expect(value: unknown): unknown {
  return value instanceof Locator ? plainExpect.poll(() => value, PATIENCE) : plainExpect(value);
}
/** For values that aren't on the page: retried until they match. */
expect.poll = <Value>(ask: () => Value) => plainExpect.poll(ask, PATIENCE);
