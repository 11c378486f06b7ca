/**
 * Paints drawings as SVG on the page. Built directly, because a page of music has thousands of marks, and most edits
 * change a few of them.
 */

import type { Drawing, Face, Ink, InkTone } from "~/ink/ink";
import type { InkPage, Sheet } from "~/ink/page";
import { ON_PAPER, paintOf } from "~/ink/svg";
import { outlineOf } from "~/ink/type";

const SVG_NAMESPACE = "http://www.w3.org/2000/svg";
type Colours = Readonly<Record<InkTone, string>> & { readonly ink: string };
/** Of the theme. */
const COLOURS: Colours = {
  ink: "currentColor",
  nickel: "var(--nickel)",
  copper: "var(--copper)",
  verdigris: "var(--verdigris)",
  oxblood: "var(--oxblood)",
  tray: "var(--color-base-200)",
  paper: "var(--paper)",
};
const FAMILIES: Readonly<Record<string, string>> = {
  display: "var(--font-display)",
  sans: "var(--font-sans)",
  line: "var(--font-line)",
};
/** Finger room around a note's ink. */
const TOUCH = 4;

/** An element to be: painting compares it with the previous one, and changes only what differs. */
interface ElementSpec {
  readonly name: keyof SVGElementTagNameMap;
  readonly attributes: Readonly<Record<string, string | number>>;
  readonly text?: string;
  readonly children?: readonly ElementSpec[];
}

/** A drawing on the page. It keeps its elements, so that an edit touches only the few that look different. */
export class Painter {
  #shown: { readonly spec: ElementSpec; readonly element: SVGElement } | null = null;

  /** Paints into `frame`. `nameOf` describes each slot of the phrase for screen readers. */
  paint(frame: Element, drawing: Drawing, nameOf: (slot: number) => string) {
    const spec = specDrawing(drawing, nameOf);
    const element = this.#shown ? repaint(this.#shown.element, this.#shown.spec, spec) : make(spec);
    if (element.parentNode !== frame) frame.replaceChildren(element);
    this.#shown = { spec, element };
  }
}

function specDrawing({ width, height, systems, notes }: Drawing, nameOf: (slot: number) => string): ElementSpec {
  return {
    name: "svg",
    attributes: { width, height, viewBox: `0 0 ${width} ${height}`, role: "none" },
    children: systems.map(({ y, ink }) => ({
      name: "g",
      attributes: { transform: `translate(0 ${y.toFixed(1)})`, role: "none" },
      children: specSystem(ink, notes, nameOf),
    })),
  };
}

/** The ink of a line: what belongs to a note is one group that can be pressed. */
function specSystem(
  ink: readonly Ink[],
  notes: Drawing["notes"],
  nameOf: (slot: number) => string,
): readonly ElementSpec[] {
  const groups = new Map<number, Ink[]>();
  const order: (Ink | number)[] = [];
  for (const one of ink) {
    const slot = one.note === undefined ? null : (notes[one.note]?.slot ?? null);
    if (one.note === undefined || slot === null) {
      order.push(one);
      continue;
    }
    const group = groups.get(one.note);
    if (group) group.push(one);
    else {
      groups.set(one.note, [one]);
      order.push(one.note);
    }
  }
  return order.map((one) => {
    if (typeof one !== "number") return specInk(one, COLOURS);
    const own = groups.get(one) ?? [];
    const slot = notes[one]?.slot ?? 0;
    return {
      name: "g",
      attributes: { "data-slot": slot, role: "option", "aria-selected": "false", "aria-label": nameOf(slot) },
      children: [touchArea(own), ...own.map((ink) => specInk(ink, COLOURS))],
    };
  });
}

/** A page as printed: on white, whatever the theme. */
export function paintPage(sheet: Pick<Sheet, "width" | "height">, page: InkPage): SVGElement {
  const colours = { ...ON_PAPER.tones, ink: ON_PAPER.ink };
  return make({
    name: "svg",
    attributes: { viewBox: `0 0 ${sheet.width} ${sheet.height}`, role: "none" },
    children: page.groups.map(({ x, y, scale, ink }) => ({
      name: "g",
      attributes: { transform: `translate(${x.toFixed(2)} ${y.toFixed(2)}) scale(${scale})` },
      children: ink.map((one) => specInk(one, colours)),
    })),
  });
}

function touchArea(ink: readonly Ink[]): ElementSpec {
  const left = Math.min(...ink.map(({ box }) => box.left)) - TOUCH;
  const top = Math.min(...ink.map(({ box }) => box.top)) - TOUCH;
  const right = Math.max(...ink.map(({ box }) => box.right)) + TOUCH;
  const bottom = Math.max(...ink.map(({ box }) => box.bottom)) + TOUCH;
  const size = { x: left.toFixed(1), y: top.toFixed(1), width: right - left, height: bottom - top };
  return { name: "rect", attributes: { ...size, class: "staff-touch" } };
}

function specInk(ink: Ink, colours: Colours): ElementSpec {
  const fill = ink.tone ? colours[ink.tone] : colours.ink;
  const kind = { "data-kind": ink.kind };
  if (ink.shape === "path") {
    return { name: "path", attributes: { ...kind, d: ink.d, ...paintOf(ink, fill, colours.paper) } };
  }
  if (ink.shape === "sign") {
    const transform = `translate(${ink.x.toFixed(2)} ${ink.y.toFixed(2)}) scale(${ink.size / 1000})`;
    const d = outlineOf(ink.code) ?? "";
    return { name: "path", attributes: { ...kind, "data-sign": ink.code, d, transform, fill } };
  }
  const [x, y, size] = [ink.x, ink.y, ink.size].map((value) => value.toFixed(1)) as [string, string, string];
  return { name: "text", attributes: { ...kind, x, y, "font-size": size, ...typeOf(ink.face), fill }, text: ink.text };
}

function typeOf(face: Face) {
  const [family = "sans", weight = "400"] = face.split("-");
  return { "font-family": FAMILIES[family] ?? "", "font-weight": weight };
}

function make({ name, attributes, text, children = [] }: ElementSpec): SVGElement {
  const made = document.createElementNS(SVG_NAMESPACE, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  if (text !== undefined) made.textContent = text;
  made.append(...children.map(make));
  return made;
}

/** Turns an element painted as `before` into `now`; returns it, or a new one of another kind. */
function repaint(element: SVGElement, before: ElementSpec, now: ElementSpec): SVGElement {
  if (before.name !== now.name) {
    const made = make(now);
    element.replaceWith(made);
    return made;
  }
  for (const [key, value] of Object.entries(now.attributes)) {
    if (before.attributes[key] !== value) element.setAttribute(key, String(value));
  }
  for (const key of Object.keys(before.attributes)) if (!(key in now.attributes)) element.removeAttribute(key);
  if (before.text !== now.text) element.textContent = now.text ?? "";
  const [old, specs] = [before.children ?? [], now.children ?? []];
  const children = [...element.children] as SVGElement[];
  for (const [index, spec] of specs.entries()) {
    const [child, was] = [children[index], old[index]];
    if (child && was) repaint(child, was, spec);
    else element.append(make(spec));
  }
  for (const child of children.slice(specs.length)) child.remove();
  return element;
}
