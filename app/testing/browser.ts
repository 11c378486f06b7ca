/** What a browser has and the page of these tests has not: layout, style sheets, files that are given to the user, threads. */

import { vi } from "vitest";
import { PATIENCE } from "./locator";
import { fetchFromServer } from "./open-app";
import { WorkerInPlace } from "./workers";

/** A file that the app gave to the user. */
interface Download {
  readonly name: string;
  readonly blob: Blob;
}
const blobs = new Map<string, Blob>();
let downloads: Download[] = [];

/** Gives back the download that `act` brings about. */
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

/** The width of everything that asks for its own, in pixels. */
const ROOM = 960;

/** Tells each element once that it has room, and is in view. */
class SeenAtOnce {
  constructor(private readonly tell: (entries: unknown[], observer: unknown) => void) {}
  observe(target: Element) {
    const contentRect = { x: 0, y: 0, width: ROOM, height: ROOM };
    queueMicrotask(() => this.tell([{ target, contentRect, isIntersecting: true, intersectionRatio: 1 }], this));
  }
  unobserve() {}
  disconnect() {}
}

/** The widths that a window of 1280 pixels has reached. */
const WIDE = ["sm", "md", "lg", "xl"];
const SHOWN = ["block", "flex", "grid", "inline", "inline-flex", "inline-block", "contents"];

/** Whether its classes hide it at a desk. */
function isHidden({ classList, hidden, childNodes }: HTMLElement): boolean {
  if (hidden || (classList.contains("empty:hidden") && childNodes.length === 0)) return true;
  return WIDE.reduce((is, width) => {
    if (classList.contains(`${width}:hidden`)) return true;
    return is && !SHOWN.some((display) => classList.contains(`${width}:${display}`));
  }, classList.contains("hidden"));
}

/** Without style sheets an element has the style that stands at itself. The page's own answer takes most of a test's time. */
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

/** The labels of a button or field. The page's own answer looks through all of the page, for each one anew. */
function labelsOf(this: HTMLElement): HTMLLabelElement[] {
  return Array.prototype.filter.call(document.getElementsByTagName("label"), ({ control }) => control === this);
}

/** What browsers have and the page here has not. */
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
  // Of the same clock as the page's own, as in browsers; what is asked for it is handled at once.
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
