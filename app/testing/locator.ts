/**
 * Finds things on the page as a user does, and acts as a user does. The names are those of the browser tests, so that
 * you can read both; Testing Library performs the actions, and its packages compute roles and names.
 */

import { fireEvent, type Matcher, queryAllByLabelText } from "@testing-library/dom";
import { userEvent } from "@testing-library/user-event";
import { computeAccessibleName, getRole, isInaccessible } from "dom-accessibility-api";
import { unstable_IdlePriority, unstable_scheduleCallback } from "scheduler";
import { vi } from "vitest";

/** Finds nothing that is hidden from the user. */
type Find = () => HTMLElement[];

/** Names and words match as in the browser tests: part of the text in either case, unless exact. */
function matcher(wanted: string | RegExp | undefined, exact = false): ((text: string) => boolean) | undefined {
  if (wanted === undefined) return undefined;
  if (wanted instanceof RegExp)
    return (text) => new RegExp(wanted.source, wanted.flags.replace("g", "")).test(plain(text));
  if (exact) return (text) => plain(text) === plain(wanted);
  return (text) => plain(text).toLowerCase().includes(plain(wanted).toLowerCase());
}

const plain = (text: string) => text.replace(/\s+/g, " ").trim();

/** All descendants, in order. */
function elementsIn(inside: Element): HTMLElement[] {
  const found: HTMLElement[] = [];
  const walker = document.createTreeWalker(inside, NodeFilter.SHOW_ELEMENT);
  while (walker.nextNode()) found.push(walker.currentNode as HTMLElement);
  return found;
}

/** Parts of one sentence are at most this deep below it. */
const DEEPEST = 4;

/** Collects the text of every element from its descendants, in one walk. */
function gatherTexts(inside: Node, above: readonly HTMLElement[], texts: Map<HTMLElement, string>) {
  for (let child = inside.firstChild; child; child = child.nextSibling) {
    if (child.nodeType === Node.TEXT_NODE) {
      for (const element of above) texts.set(element, (texts.get(element) ?? "") + child.nodeValue);
    } else if (child.nodeType === Node.ELEMENT_NODE) {
      gatherTexts(child, [...above.slice(1 - DEEPEST), child as HTMLElement], texts);
    }
  }
}

function innermost(inside: HTMLElement, fits: (text: string) => boolean): HTMLElement[] {
  const texts = new Map<HTMLElement, string>();
  gatherTexts(inside, [inside], texts);
  const found = [...texts].flatMap(([element, text]) => (fits(text) ? [element] : []));
  return found.filter((element) => !found.some((other) => other !== element && element.contains(other)));
}

/** Attributes for states that a role query may include. */
interface RoleOptions {
  readonly name?: string | RegExp;
  readonly exact?: boolean;
  readonly level?: number;
  readonly pressed?: boolean;
}

function isSo(element: HTMLElement, { level, pressed }: RoleOptions): boolean {
  if (level !== undefined && (element.getAttribute("aria-level") ?? element.localName.slice(1)) !== String(level))
    return false;
  return pressed === undefined || element.getAttribute("aria-pressed") === String(pressed);
}

interface TextOptions {
  readonly exact?: boolean;
}

/** Consecutive presses without a pause. */
let user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });

/** Starts with no key held and nothing under the pointer. */
export function freshHands(): void {
  user = userEvent.setup({ delay: null, pointerEventsCheck: 0 });
}

/** Long enough for a busy machine. Milliseconds. */
export const PATIENCE = { timeout: 40_000, interval: 40 };

export class Locator {
  constructor(
    readonly all: Find,
    private readonly words: string,
  ) {}

  private within(find: (inside: HTMLElement) => HTMLElement[], words: string): Locator {
    const among = () => [...new Set(this.all().flatMap(find))];
    return new Locator(among, `${this.words} › ${words}`);
  }

  private among(pick: (found: HTMLElement[]) => HTMLElement[], words: string): Locator {
    return new Locator(() => pick(this.all()), `${this.words} › ${words}`);
  }

  getByRole(role: string, options: RoleOptions = {}): Locator {
    const named = matcher(options.name, options.exact);
    // Expensive checks come last, on the remaining elements.
    const find = (inside: HTMLElement) =>
      elementsIn(inside).filter(
        (element) =>
          getRole(element) === role &&
          isSo(element, options) &&
          (!named || named(computeAccessibleName(element))) &&
          !isInaccessible(element),
      );
    return this.within(find, `${role} ${options.name ?? ""}`);
  }

  /** The innermost match, even if its text is split into parts. */
  getByText(text: string | RegExp, { exact }: TextOptions = {}): Locator {
    const fits = matcher(text, exact) ?? (() => true);
    return this.within((inside) => innermost(inside, fits), `“${text}”`);
  }

  getByLabel(text: string | RegExp, { exact }: TextOptions = {}): Locator {
    return this.within((inside) => queryAllByLabelText(inside, matcher(text, exact) as Matcher), `labelled “${text}”`);
  }

  locator(selector: string): Locator {
    return this.within((inside) => [...inside.querySelectorAll<HTMLElement>(selector)], selector);
  }

  filter({ hasText, has }: { readonly hasText?: string | RegExp; readonly has?: Locator }): Locator {
    const fits = matcher(hasText);
    return this.among(
      (found) =>
        found.filter(
          (element) =>
            (!fits || fits(element.textContent ?? "")) && (!has || has.all().some((part) => element.contains(part))),
        ),
      `with ${hasText ?? "…"}`,
    );
  }

  nth(number: number): Locator {
    return this.among((found) => found.slice(number, number + 1), `number ${number}`);
  }

  first(): Locator {
    return this.nth(0);
  }

  last(): Locator {
    return this.among((found) => found.slice(-1), "the last");
  }

  or(other: Locator): Locator {
    return new Locator(() => [...new Set([...this.all(), ...other.all()])], `${this.words} or ${other.words}`);
  }

  /** The only match. Throws if there is none, or more than one. */
  get(): HTMLElement {
    const found = this.all();
    if (found.length !== 1 || !found[0]) throw new Error(`${found.length} on the page: ${this.words}`);
    return found[0];
  }

  /** Waits for it. */
  element(): Promise<HTMLElement> {
    return vi.waitFor(() => this.get(), PATIENCE);
  }

  /** Waits until it can be pressed. */
  private async ready(): Promise<HTMLElement> {
    await settle();
    return this.without(":disabled, [aria-disabled=true]", "disabled");
  }

  /** Waits until this no longer holds. */
  private without(state: string, word: string): Promise<HTMLElement> {
    return vi.waitFor(() => {
      const element = this.get();
      if (element.matches(state)) throw new Error(`it is ${word}: ${this.words}`);
      return element;
    }, PATIENCE);
  }

  async click({ modifiers = [], force }: { modifiers?: string[]; force?: boolean } = {}): Promise<void> {
    const element = await (force ? this.element() : this.ready());
    const held = modifiers.map((key) => `{${key}>}`).join("");
    const released = modifiers.map((key) => `{/${key}}`).join("");
    if (held) await user.keyboard(held);
    await user.click(element);
    if (released) await user.keyboard(released);
  }

  async hover(): Promise<void> {
    await user.hover(await this.element());
  }

  async focus(): Promise<void> {
    (await this.element()).focus();
  }

  async blur(): Promise<void> {
    (await this.element()).blur();
  }

  async press(key: string): Promise<void> {
    await this.focus();
    await press(key);
  }

  /** Replaces a text or a slider's value. */
  async fill(value: string): Promise<void> {
    await this.ready();
    // A number field accepts nothing until its package has loaded.
    const element = await this.without("[readonly]", "not to be typed into");
    element.focus();
    fireEvent.input(element, { target: { value } });
    if (element.matches("[type=range]")) fireEvent.change(element);
    await settle();
  }

  /** Types as soon as the wanted element exists: sooner than any hand, and before later updates. */
  fillAtOnce(isAsWanted: (element: HTMLInputElement) => boolean, value: string): Promise<void> {
    return new Promise((done) => {
      const observer = new MutationObserver(() => {
        const [element] = this.all();
        if (!element || !isAsWanted(element as HTMLInputElement)) return;
        observer.disconnect();
        fireEvent.input(element, { target: { value } });
        done();
      });
      observer.observe(document.body, { subtree: true, childList: true, attributes: true });
    });
  }

  async check(): Promise<void> {
    const element = (await this.ready()) as HTMLInputElement;
    if (!isChecked(element)) await user.click(element);
  }

  async uncheck(): Promise<void> {
    const element = (await this.ready()) as HTMLInputElement;
    if (isChecked(element)) await user.click(element);
  }

  /** By value or by label. */
  async selectOption(wanted: string | { readonly label: string }): Promise<void> {
    const option = await vi.waitFor(() => {
      const options = [...(this.get() as HTMLSelectElement).options];
      const found =
        typeof wanted === "string"
          ? options.find(({ value, label }) => value === wanted || plain(label) === wanted)
          : options.find(({ label }) => plain(label) === wanted.label);
      if (!found) throw new Error(`no option ${JSON.stringify(wanted)}: ${this.words}`);
      return found;
    }, PATIENCE);
    await user.selectOptions(await this.element(), option);
  }

  async setInputFiles({ name, buffer }: { readonly name: string; readonly buffer: Uint8Array | string }) {
    const element = (await this.element()) as HTMLInputElement;
    const files = [new File([buffer as BlobPart], name)];
    Object.defineProperty(element, "files", { configurable: true, value: files });
    fireEvent.change(element);
    await settle();
  }

  async inputValue(): Promise<string> {
    return ((await this.element()) as HTMLInputElement).value;
  }

  async textContent(): Promise<string> {
    return plain((await this.element()).textContent ?? "");
  }

  async getAttribute(name: string): Promise<string | null> {
    return (await this.element()).getAttribute(name);
  }

  async allTextContents(): Promise<string[]> {
    await vi.waitFor(
      () => this.all().length > 0 || Promise.reject(new Error(`none on the page: ${this.words}`)),
      PATIENCE,
    );
    return this.all().map((element) => plain(element.textContent ?? ""));
  }

  async count(): Promise<number> {
    return this.all().length;
  }
}

export const isChecked = (element: HTMLElement) =>
  element instanceof HTMLInputElement ? element.checked : element.getAttribute("aria-checked") === "true";

/** Until React is idle: no hand is fast enough to press before the latest picture works. */
export const settle = () =>
  new Promise<void>((done) => void unstable_scheduleCallback(unstable_IdlePriority, () => done()));

const NAMED: Readonly<Record<string, string>> = { Space: "[Space]" };

/** Presses one key with modifiers: "Control+Shift+z". */
export async function press(combination: string): Promise<void> {
  const keys = combination.length > 1 ? combination.split("+") : [combination];
  const last = keys.pop() ?? "";
  const held = keys.map((key) => `{${key}>}`).join("");
  const released = keys.map((key) => `{/${key}}`).join("");
  // Braces and brackets have a special meaning.
  const key = NAMED[last] ?? (last.length > 1 ? `{${last}}` : last.replace(/[{[]/, "$&$&"));
  await settle();
  await user.keyboard(`${held}${key}${released}`);
}
