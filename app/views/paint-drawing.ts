/** A drawing as SVG on the page. Built directly: a page of music has thousands of marks, all drawn anew after an edit. */

import type { Drawing, Face, Ink, Tone } from "~/engrave/draw/ink";
import { outlineOf } from "~/engrave/draw/type";

const SVG_NAMESPACE = "http://www.w3.org/2000/svg";
const COLOURS: Readonly<Record<Tone, string>> = {
  quiet: "var(--nickel)",
  bracket: "var(--copper)",
  label: "var(--verdigris)",
};
const FAMILIES: Readonly<Record<string, string>> = { display: "var(--font-display)", sans: "var(--font-sans)" };
/** Around a note's ink, what belongs to a finger. */
const TOUCH = 4;

/** Makes the picture. `nameOf` tells what each slot of the phrase is, for who does not see it. */
export function paintDrawing(drawing: Drawing, nameOf: (slot: number) => string): SVGSVGElement {
  const { width, height, systems, notes } = drawing;
  const svg = element("svg", { width, height, viewBox: `0 0 ${width} ${height}`, role: "none" });
  for (const { y, ink } of systems) {
    const system = element("g", { transform: `translate(0 ${y.toFixed(1)})`, role: "none" });
    const groups = new Map<number, SVGElement>();
    for (const one of ink) {
      const slot = one.note === undefined ? null : (notes[one.note]?.slot ?? null);
      if (one.note === undefined || slot === null) {
        system.append(paintInk(one));
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
      group.append(paintInk(one));
    }
    for (const [note, group] of groups) group.prepend(touchArea(ink.filter((one) => one.note === note)));
    svg.append(system);
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

function paintInk(ink: Ink): SVGElement {
  const colour = ink.tone ? COLOURS[ink.tone] : "currentColor";
  const kind = { "data-kind": ink.kind };
  if (ink.shape === "path") {
    if (ink.line === null) return element("path", { ...kind, d: ink.d, fill: colour });
    return element("path", { ...kind, d: ink.d, fill: "none", stroke: colour, "stroke-width": ink.line });
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
