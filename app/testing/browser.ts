/** Browser features that the test page lacks: layout, style sheets, downloads, threads. */

import { vi } from "vitest";
import { PATIENCE } from "./locator";
import { fetchFromServer } from "./open-app";
import { WorkerInPlace } from "./workers";

/** A downloaded file. */
interface Download {
  readonly name: string;
  readonly blob: Blob;
}
const blobs = new Map<string, Blob>();
let downloads: Download[] = [];

/** Returns the download that `act` triggers. */
export async function downloadOf(act: () => Promise<void>) {
  downloads = [];
  await act();
  return vi.waitFor(() => {
    const [file] = downloads;
    if (!file) throw new Error("nothing was downloaded");
    return {
      name: file.name,
      text: () => file.blob.text(),
      bytes: async () => new Uint8Array(await file.blob.arrayBuffer()),
    };
  }, PATIENCE);
}

function read<Read>(begin: (reader: FileReader) => void): Promise<Read> {
  return new Promise((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as Read);
    reader.onerror = () => fail(reader.error);
    begin(reader);
  });
}

/** Width in pixels reported for every measured element. */
const ROOM = 960;

/** Reports to each element once that it has room and is in view. */
class SeenAtOnce {
  constructor(private readonly tell: (entries: unknown[], observer: unknown) => void) {}
  observe(target: Element) {
    const contentRect = { x: 0, y: 0, width: ROOM, height: ROOM };
    queueMicrotask(() => this.tell([{ target, contentRect, isIntersecting: true, intersectionRatio: 1 }], this));
  }
  unobserve() {}
  disconnect() {}
}

/** Breakpoints that a 1280-pixel window has reached. */
const WIDE = ["sm", "md", "lg", "xl"];
const SHOWN = ["block", "flex", "grid", "inline", "inline-flex", "inline-block", "contents"];

/** Whether its classes hide it on a desk. */
function isHidden({ classList, hidden, childNodes }: HTMLElement): boolean {
  if (hidden || (classList.contains("empty:hidden") && childNodes.length === 0)) return true;
  return WIDE.reduce((is, width) => {
    if (classList.contains(`${width}:hidden`)) return true;
    return is && !SHOWN.some((display) => classList.contains(`${width}:${display}`));
  }, classList.contains("hidden"));
}

/** Without style sheets, an element has only its inline style. jsdom's own answer takes most of a test's time. */
function styleOf(element: Element): CSSStyleDeclaration {
  const { style } = element as HTMLElement;
  const usual: Partial<CSSStyleDeclaration> = {
    display: isHidden(element as HTMLElement) ? "none" : style.display || "block",
    visibility: style.visibility || "visible",
    opacity: style.opacity || "1",
    getPropertyValue: (name) => (name in usual ? String(usual[name as "display"]) : style.getPropertyValue(name)),
  };
  return new Proxy(style, { get: (own, name) => Reflect.get(name in usual ? usual : own, name) });
}

/** The labels of a button or field. jsdom's own answer searches the whole page every time. */
function labelsOf(this: HTMLElement): HTMLLabelElement[] {
  return Array.prototype.filter.call(document.getElementsByTagName("label"), ({ control }) => control === this);
}

/** Browser features that jsdom lacks. */
export function completeWindow() {
  vi.stubGlobal("ResizeObserver", SeenAtOnce);
  vi.stubGlobal("IntersectionObserver", SeenAtOnce);
  vi.stubGlobal("fetch", fetchFromServer);
  vi.stubGlobal("Worker", WorkerInPlace);
  window.matchMedia = (media) =>
    ({ matches: false, media, addEventListener() {}, removeEventListener() {} }) as unknown as MediaQueryList;
  window.getComputedStyle = styleOf;
  for (const { prototype } of [HTMLButtonElement, HTMLInputElement, HTMLSelectElement, HTMLTextAreaElement])
    Object.defineProperty(prototype, "labels", { configurable: true, get: labelsOf });
  Element.prototype.scrollIntoView = () => {};
  document.adoptedStyleSheets ??= [];
  // Uses the page's clock, as in browsers; requests run immediately.
  Object.defineProperty(Event.prototype, "timeStamp", { configurable: true, get: () => performance.now() });
  window.scrollTo = () => {};
  Blob.prototype.text = function () {
    return read<string>((reader) => reader.readAsText(this));
  };
  Blob.prototype.arrayBuffer = function () {
    return read<ArrayBuffer>((reader) => reader.readAsArrayBuffer(this));
  };
  URL.createObjectURL = (blob) => {
    const address = `blob:${blobs.size}`;
    blobs.set(address, blob as Blob);
    return address;
  };
  URL.revokeObjectURL = () => {};
  HTMLAnchorElement.prototype.click = function () {
    const blob = blobs.get(this.href);
    if (blob) downloads.push({ name: this.download, blob });
    else this.dispatchEvent(new MouseEvent("click", { bubbles: true, cancelable: true }));
  };
}
