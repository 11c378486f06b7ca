/** The contents of a fill's page, part by part. */

import { KIT_VOICE_NAMES, type KitVoice, LIMBS } from "~/core/stroke";
import type { StaffLook } from "~/engrave/draw/drawn";
import { drawStaff } from "~/engrave/draw/staff";
import { headSign, stepOf } from "~/engrave/heads";
import type { StaffBar } from "~/engrave/score";
import type { Ink } from "~/ink/ink";
import type { PageGroup } from "~/ink/page";
import { inkBox, inkLine, type Picture } from "~/ink/picture";
import { scanCode } from "~/ink/scan-code";
import { placeSign } from "~/ink/type";
import { capital, LIMB_NAMES } from "~/words/slot";
import type { Block } from "./flow";
import { beside, type PagePart, pile } from "./page";
import { BODY, LABEL, SMALL, setText, TITLE } from "./text";

/** Between the lines of one score. */
const BETWEEN_SYSTEMS = 10;

/** A score as blocks, one per line of bars, so that pages break only between lines. */
export function staffBlocks(bars: readonly StaffBar[], look: StaffLook, alt: string): Block[] {
  const drawing = drawStaff(bars, look);
  // Anything wider than the page is scaled down rather than cut.
  const scale = Math.min(1, look.width / drawing.width);
  return drawing.systems.map(({ ink, top, bottom }, index) => ({
    height: (bottom - top) * scale,
    gap: index === 0 ? 4 : BETWEEN_SYSTEMS,
    groups: [
      {
        x: 0,
        y: -top * scale,
        scale,
        ink,
        role: "figure",
        alt: drawing.systems.length > 1 ? `${alt}, line ${index + 1}` : alt,
      },
    ],
  }));
}

/** A picture at full size, or as small as necessary. */
export function pictureIn(
  picture: Picture,
  width: number,
  height: number,
  most: number,
  alt: string,
): PagePart & { width: number } {
  const scale = Math.min(most, width / Math.max(1, picture.width), height / Math.max(1, picture.height));
  return {
    width: picture.width * scale,
    height: picture.height * scale,
    groups: [{ x: 0, y: 0, scale, ink: picture.ink, role: "figure", alt }],
  };
}

/** Signs in a legend: on their own staff, with names. */
const LEGEND = { staff: 32, row: 40, space: 5.5, type: 22 };

/** Staff positions of the drums and cymbals played, from high to low. */
export function kitLegend(played: ReadonlySet<KitVoice>, width: number): PagePart {
  const places = [...played].sort((a, b) => stepOf(b) - stepOf(a));
  const column = Math.min(width, 122);
  const columns = Math.max(1, Math.floor(width / column));
  const rows = Math.ceil(places.length / columns);
  const groups: PagePart["groups"] = places.flatMap((place, index) => {
    const [x, y] = [(index % columns) * column, Math.floor(index / columns) * LEGEND.row];
    const name = setText(capital(KIT_VOICE_NAMES[place]), column - LEGEND.staff - 10, LABEL);
    return [
      { x, y, scale: 1, ink: legendStaff(place), role: "none" as const },
      ...name.groups.map((group) => ({ ...group, x: x + LEGEND.staff + 7, y: y + 19 - name.height / 2 })),
    ];
  });
  return { height: rows * LEGEND.row, groups };
}

function legendStaff(place: KitVoice): Ink[] {
  const middle = 19;
  const lines = [-2, -1, 0, 1, 2].map((line) => {
    const y = middle + line * LEGEND.space;
    return inkLine([0, y], [LEGEND.staff, y], 0.6, { kind: "staff-line" });
  });
  const step = stepOf(place);
  const y = middle - (step * LEGEND.space) / 2;
  const code = headSign({ place, technique: "plain" }, "q");
  return [...lines, placeSign(code, LEGEND.staff / 2, y, LEGEND.type, { kind: "head" }, true)];
}

/** What the letters below the staff mean, for the limbs that play. */
export function sayLimbs(played: ReadonlySet<string>): string {
  return LIMBS.filter((limb) => played.has(limb))
    .map((limb) => `${limb} ${LIMB_NAMES[limb]}`)
    .join(" · ");
}

const CODE = 82;

/** Name and description; the QR code in the corner, if the address is short enough. */
export function titleBlock(
  title: string,
  lines: readonly string[],
  link: string | null,
  width: number,
  below: (room: number) => readonly PagePart[] = () => [],
): Block {
  const code = link ? scanCode(link) : null;
  const room = code ? width - CODE - 26 : width;
  const texts = [
    setText(title, room, TITLE, "h1"),
    ...lines.map((line) => setText(line, room, { ...BODY, tone: "nickel" })),
    ...below(room),
  ];
  const left = pile(texts, 5);
  if (!code || !link) return { ...left, gap: 0 };
  const caption = setText("Open in Dime Stack", CODE, { ...SMALL, size: 8.5, href: link });
  const box = { left: 0, top: 0, right: code.size, bottom: code.size };
  const picture: PageGroup = {
    x: 0,
    y: 0,
    scale: CODE / code.size,
    ink: [{ shape: "path", kind: "code", d: code.d, line: null, box }],
    role: "figure",
    alt: "QR code: opens this in Dime Stack",
  };
  return { ...beside(left, pile([{ height: CODE, groups: [picture] }, caption], 4), width - CODE), gap: 0 };
}

/** A checkbox with its corner at x, y; ticked for learned steps. */
export function tickBox(x: number, y: number, size: number, isTicked: boolean): Ink[] {
  const at = (across: number, down: number) => [x + across * size, y + down * size] as const;
  const look = { kind: "text", tone: "verdigris", isRound: true } as const;
  return [
    inkBox({ left: x + 0.6, top: y + 0.6, right: x + size, bottom: y + size }, 2, 1.2, { kind: "text" }),
    ...(isTicked
      ? [inkLine(at(0.24, 0.52), at(0.45, 0.74), 1.7, look), inkLine(at(0.45, 0.74), at(0.8, 0.22), 1.7, look)]
      : []),
  ];
}
