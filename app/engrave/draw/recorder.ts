/** Records what the engraving package draws: to the package, this is a canvas. */

import { Element, Font, type FontInfo, Metrics, RenderContext, type TextMeasure } from "vexflow/core";
import { type Box, type Ink, type InkKind, joinBoxes, round } from "~/ink/ink";
import { codeOf, placeSign, signBox, signWidth } from "~/ink/type";

/** The package's names for what it draws. Separate signs are dots and so on of the current note. */
const KINDS: Readonly<Record<string, InkKind>> = {
  stave: "staff-line",
  stavebarline: "bar-line",
  clef: "clef",
  timesignature: "time",
  stavenote: "ledger",
  notehead: "head",
  stem: "stem",
  flag: "flag",
  beam: "beam",
  stavetie: "grace",
};

export class Recorder extends RenderContext {
  readonly ink: Ink[] = [];
  /** The note being drawn. */
  note: number | undefined;
  /** The current kind of thing, if the package doesn't name it. */
  kind: InkKind | undefined;
  private readonly groups: string[] = [];
  private readonly saved: { size: number; line: number }[] = [];
  private size = 40;
  private line = 1;
  private path = "";
  private points: { x: number; y: number }[] = [];

  private get placed(): { kind: InkKind; note?: number } {
    const kind = this.kind ?? this.groups.flatMap((group) => KINDS[group] ?? []).at(-1) ?? "sign";
    return { kind, ...(this.note === undefined ? {} : { note: this.note }) };
  }

  private keep(line: number | null) {
    const grown = line === null ? 0 : line / 2;
    const [xs, ys] = [this.points.map(({ x }) => x), this.points.map(({ y }) => y)];
    const box: Box = {
      left: Math.min(...xs) - grown,
      top: Math.min(...ys) - grown,
      right: Math.max(...xs) + grown,
      bottom: Math.max(...ys) + grown,
    };
    if (this.points.length > 0) this.ink.push({ shape: "path", d: this.path, line, box, ...this.placed });
  }

  private to(command: string, ...points: readonly (readonly [number, number])[]) {
    this.path += command + points.map(([x, y]) => `${round(x)} ${round(y)}`).join(" ");
    for (const [x, y] of points) this.points.push({ x, y });
    return this;
  }

  override beginPath() {
    this.path = "";
    this.points = [];
    return this;
  }
  override moveTo(x: number, y: number) {
    return this.to("M", [x, y]);
  }
  override lineTo(x: number, y: number) {
    return this.to("L", [x, y]);
  }
  override bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number) {
    return this.to("C", [x1, y1], [x2, y2], [x, y]);
  }
  override quadraticCurveTo(x1: number, y1: number, x: number, y: number) {
    return this.to("Q", [x1, y1], [x, y]);
  }
  override closePath() {
    this.path += "Z";
    return this;
  }
  override arc(x: number, y: number, radius: number) {
    const around = `a${radius} ${radius} 0 1 0`;
    this.to("M", [x - radius, y]);
    this.path += `${around} ${2 * radius} 0${around} ${-2 * radius} 0`;
    this.points.push({ x: x - radius, y: y - radius }, { x: x + radius, y: y + radius });
    return this;
  }
  override rect(x: number, y: number, width: number, height: number) {
    return this.to("M", [x, y])
      .to("L", [x + width, y], [x + width, y + height], [x, y + height])
      .closePath();
  }
  override fillRect(x: number, y: number, width: number, height: number) {
    this.beginPath().rect(x, y, width, height);
    return this.fill();
  }
  override fill() {
    this.keep(null);
    return this;
  }
  override stroke() {
    this.keep(this.line);
    return this;
  }
  override fillText(text: string, x: number, y: number) {
    let at = x;
    for (const character of text) {
      const code = codeOf(character);
      this.ink.push(placeSign(code, at, y, this.size, this.placed));
      at += signWidth(code, this.size);
    }
    return this;
  }
  override setFont(font?: string | FontInfo, size?: string | number) {
    this.size = Font.convertSizeToPixelValue(Font.validate(font, size).size);
    return this;
  }
  override getFont() {
    return `${this.size}px Bravura`;
  }
  override measureText(text: string): TextMeasure {
    const { left, top, right, bottom } = measure(text, this.size);
    return { x: left, y: top, width: right - left, height: bottom - top };
  }
  override setLineWidth(width: number) {
    this.line = width;
    return this;
  }
  override openGroup(group?: string) {
    this.groups.push(group ?? "");
  }
  override closeGroup() {
    this.groups.pop();
  }
  override save() {
    this.saved.push({ size: this.size, line: this.line });
    return this;
  }
  override restore() {
    Object.assign(this, this.saved.pop());
    return this;
  }

  // The engraver doesn't colour, rotate or erase anything.
  override fillStyle = "";
  override strokeStyle = "";
  override clear() {}
  override add() {}
  override openRotation() {}
  override closeRotation() {}
  override setFillStyle() {
    return this;
  }
  override setBackgroundFillStyle() {
    return this;
  }
  override setStrokeStyle() {
    return this;
  }
  override setShadowColor() {
    return this;
  }
  override setShadowBlur() {
    return this;
  }
  override setLineCap() {
    return this;
  }
  override setLineDash() {
    return this;
  }
  override scale() {
    return this;
  }
  override resize() {
    return this;
  }
  override clearRect() {
    return this;
  }
  override pointerRect() {
    return this;
  }
}

function measure(text: string, size: number): Box & { advance: number } {
  let advance = 0;
  const boxes: Box[] = [];
  for (const character of text) {
    const code = codeOf(character);
    boxes.push(signBox(code, advance, 0, size));
    advance += signWidth(code, size);
  }
  return { ...(joinBoxes(boxes) ?? { left: 0, top: 0, right: 0, bottom: 0 }), advance };
}

const STYLES = ["fillStyle", "strokeStyle", "lineWidth", "lineDash", "shadowBlur", "shadowColor"];

function cached<Value>(make: (key: string) => Value): (key: string) => Value {
  const known = new Map<string, Value>();
  return (key) => {
    const value = known.get(key) ?? make(key);
    known.set(key, value);
    return value;
  };
}

/**
 * The package measures its signs on a canvas and reads type sizes from a page element. Here it uses outlines and text
 * instead, which give the same results everywhere, including workers and tests.
 */
export function measureByOutlines() {
  // Structured cloning of its metrics took a quarter of the time; copying is enough.
  const getFontInfo = cached((kind) => ({
    family: Metrics.get(`${kind}.fontFamily`) as string,
    size: Metrics.get(`${kind}.fontSize`) * Metrics.get(`${kind}.fontScale`),
    weight: Metrics.get(`${kind}.fontWeight`) as string,
    style: Metrics.get(`${kind}.fontStyle`) as string,
  }));
  const getStyle = cached((kind) =>
    Object.fromEntries(STYLES.map((style) => [style, Metrics.get(`${kind}.${style}`)])),
  );
  Metrics.getFontInfo = (kind) => ({ ...getFontInfo(kind) });
  Metrics.getStyle = (kind) => ({ ...getStyle(kind) });
  Font.fromCSSString = (font) => {
    const [size = "40px", family = "Bravura"] = font
      .split(/\s+(?=\D)/)
      .filter((part) => !/^(bold|normal|italic)$/.test(part));
    return { family, size, weight: "normal", style: "normal" };
  };
  let font = "";
  const context = {
    set font(value: string) {
      font = value;
    },
    measureText(text: string) {
      const size = Font.convertSizeToPixelValue(/[\d.]+(?:pt|px)/.exec(font)?.[0] ?? "40px");
      const { left, top, right, bottom, advance } = measure(text, size);
      return {
        width: advance,
        actualBoundingBoxLeft: -left,
        actualBoundingBoxRight: right,
        actualBoundingBoxAscent: -top,
        actualBoundingBoxDescent: bottom,
        fontBoundingBoxAscent: size,
        fontBoundingBoxDescent: size / 4,
      };
    },
  };
  // The only thing the package needs from a canvas, and workers have none.
  Element.setTextMeasurementCanvas({ getContext: () => context } as unknown as HTMLCanvasElement);
}
