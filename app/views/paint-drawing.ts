/**
 * Paints a drawing as SVG on the page. Built directly, because a page of music has thousands of marks that are redrawn
 * after every edit.
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

/** Creates the picture. `nameOf` describes each slot of the phrase for screen readers. */
export function paintDrawing(drawing: Drawing, nameOf: (slot: number) => string): SVGSVGElement {
  const { width, height, systems, notes } = drawing;
  const svg = element("svg", { width, height, viewBox: `0 0 ${width} ${height}`, role: "none" });
  for (const { y, ink } of systems) {
    const system = element("g", { transform: `translate(0 ${y.toFixed(1)})`, role: "none" });
    const groups = new Map<number, SVGElement>();
    for (const one of ink) {
      const slot = one.note === undefined ? null : (notes[one.note]?.slot ?? null);
      if (one.note === undefined || slot === null) {
        system.append(paintInk(one, COLOURS));
        continue;
      }
      let group = groups.get(one.note);
      if (!group) {
        group = element("g", {
          "data-slot": slot,
          role: "option",
          "aria-selected": "false",
          "aria-label": nameOf(slot),
        });
        groups.set(one.note, group);
        system.append(group);
      }
      group.append(paintInk(one, COLOURS));
    }
    for (const [note, group] of groups) group.prepend(touchArea(ink.filter((one) => one.note === note)));
    svg.append(system);
  }
  return svg;
}

/** A page as printed: on white, whatever the theme. */
export function paintPage(sheet: Pick<Sheet, "width" | "height">, page: InkPage): SVGSVGElement {
  const colours = { ...ON_PAPER.tones, ink: ON_PAPER.ink };
  const svg = element("svg", { viewBox: `0 0 ${sheet.width} ${sheet.height}`, role: "none" });
  for (const { x, y, scale, ink } of page.groups) {
    const group = element("g", { transform: `translate(${x.toFixed(2)} ${y.toFixed(2)}) scale(${scale})` });
    for (const one of ink) group.append(paintInk(one, colours));
    svg.append(group);
  }
  return svg;
}

function touchArea(ink: readonly Ink[]): SVGElement {
  const left = Math.min(...ink.map(({ box }) => box.left)) - TOUCH;
  const top = Math.min(...ink.map(({ box }) => box.top)) - TOUCH;
  const right = Math.max(...ink.map(({ box }) => box.right)) + TOUCH;
  const bottom = Math.max(...ink.map(({ box }) => box.bottom)) + TOUCH;
  const size = { x: left.toFixed(1), y: top.toFixed(1), width: right - left, height: bottom - top };
  return element("rect", { ...size, class: "staff-touch" });
}

function paintInk(ink: Ink, colours: Colours): SVGElement {
  const colour = ink.tone ? colours[ink.tone] : colours.ink;
  const kind = { "data-kind": ink.kind };
  if (ink.shape === "path") {
    return element("path", { ...kind, d: ink.d, ...paintOf(ink, colour, colours.paper) });
  }
  if (ink.shape === "sign") {
    const transform = `translate(${ink.x.toFixed(2)} ${ink.y.toFixed(2)}) scale(${ink.size / 1000})`;
    return element("path", { ...kind, "data-sign": ink.code, d: outlineOf(ink.code) ?? "", transform, fill: colour });
  }
  const text = element("text", {
    ...kind,
    x: ink.x.toFixed(1),
    y: ink.y.toFixed(1),
    "font-size": ink.size.toFixed(1),
    ...typeOf(ink.face),
    fill: colour,
  });
  text.textContent = ink.text;
  return text;
}

function typeOf(face: Face) {
  const [family = "sans", weight = "400"] = face.split("-");
  return { "font-family": FAMILIES[family] ?? "", "font-weight": weight };
}

function element<Name extends keyof SVGElementTagNameMap>(
  name: Name,
  attributes: Readonly<Record<string, string | number>>,
): SVGElementTagNameMap[Name] {
  const made = document.createElementNS(SVG_NAMESPACE, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  return made;
}
