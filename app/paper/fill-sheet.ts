/** Size of a stack's coins on a page, relative to the screen. */

import { isSwung } from "~/core/groove";
import { makePlayer, type Player } from "~/core/player";
import type { PlannedWork } from "~/core/practice";
import { barTicks, formatFeltMeter, type Meter } from "~/core/time";
import { swingSign, tempoSign } from "~/engrave/draw/tempo";
import type { Sheet } from "~/ink/page";
import type { SheetPart } from "~/ink/paper-sizes";
import { drawRail } from "~/ink/rail-picture";
import { drawStack } from "~/ink/stack-picture";
import { canonicalLine } from "~/library/phrase/phrase";
import { describeFeel } from "~/words/groove";
import { capital } from "~/words/slot";
import { describeRate, plural } from "~/words/time";
import { describeFit, describeLanding } from "~/words/verdict";
import { finishSheet } from "./finish";
import type { Block } from "./flow";
import { beside, measureFrame, type PagePart, pile, type SheetSetup } from "./page";
import { kitLegend, pictureIn, sayLimbs, staffBlocks, titleBlock } from "./parts";
import { fillBars, formBars, type PaperFill, type PaperPlayer, planOf, type ReadFill, readFill } from "./read-fill";
import { stepBlocks } from "./steps";
import { tempoLine } from "./tempos";
import { BODY, HEADING, LINE, SMALL, STRONG, setText } from "./text";

const COLUMN_GAP = 26;
/** A fill on as many pages as it needs. */
const COIN_SCALE = 0.68;

/** A fill on as many pages as it needs. */
export function fillSheet(fill: PaperFill, who: PaperPlayer, setup: SheetSetup): Sheet {
  const frame = measureFrame(setup);
  const player = makePlayer(who.spec.kit, who.spec.limits, who.spec.hands);
  const read = readFill(fill, player);
  const title = fill.content.name || "Untitled fill";
  const scene: FillSheetScene = { fill, read, who, player, width: frame.room.width, height: frame.room.height, title };
  return finishSheet(title, fillBlocks(scene, new Set(setup.parts)), frame);
}

interface FillSheetScene {
  readonly fill: PaperFill;
  readonly read: ReadFill;
  readonly who: PaperPlayer;
  readonly player: Player;
  readonly width: number;
  readonly height: number;
  readonly title: string;
}

function fillBlocks(scene: FillSheetScene, parts: ReadonlySet<SheetPart>): Block[] {
  const { read, fill, who, player, width } = scene;
  const { timeline, content } = read;
  const work = parts.has("tempos") || parts.has("steps") ? planOf(read, fill, player) : null;
  const blocks: Block[] = [headBlock(scene, parts, work)];
  if (timeline.slots.length === 0) {
    return [...blocks, block(setText("This fill has no notes yet.", width, BODY), 14)];
  }
  const sign = { ...tempoSign(content.meter), swing: swingSign(read.setting.feel) };
  if (parts.has("staff")) {
    const heading = { bpm: Math.round(content.tempo), ...sign, words: "" };
    const look = { meter: content.meter, width, brackets: true, heading };
    const staff = staffBlocks(fillBars(read, who), look, `Staff: ${canonicalLine(content)}`);
    blocks.push(...staff.map((one, index) => (index === 0 ? { ...one, gap: 12 } : one)));
  }
  const picture = pictureBlock(scene, parts);
  if (picture) blocks.push(picture);
  if (parts.has("rail")) {
    const { hands } = who.spec;
    const rail = drawRail(timeline, hands.leading, content.countStyle, width / COIN_SCALE);
    blocks.push(block(pictureIn(rail, width, scene.height, COIN_SCALE, `Rail: ${canonicalLine(content)}`), 16));
  }
  if (parts.has("line")) blocks.push(block(setText(canonicalLine(content), width, LINE), 14));
  if (parts.has("groove")) blocks.push(...grooveBlocks(scene));
  if (work && parts.has("steps")) blocks.push(...stepBlocks(work, width));
  return blocks;
}

function block(part: PagePart, gap: number, more: Partial<Block> = {}): Block {
  return { ...part, gap, ...more };
}

/** "4/4 · sixteenths · one bar · eighths swung 2:1". */
function sayWhat({ content, rate, setting }: ReadFill): string {
  const bars = content.window.length / barTicks(content.meter as Meter);
  const length =
    bars === 1
      ? "one bar"
      : bars < 1
        ? "part of a bar"
        : Number.isInteger(bars)
          ? `${bars} bars`
          : `${bars.toFixed(2)} bars`;
  const feel = isSwung(setting.feel) && setting.follows ? [describeFeel(setting.feel)] : [];
  return [formatFeltMeter(content.meter as Meter), describeRate(rate), length, ...feel].join(" · ");
}

function headBlock(
  { read, who, width, title, fill }: FillSheetScene,
  parts: ReadonlySet<SheetPart>,
  work: PlannedWork | null,
): Block {
  const link = parts.has("code") ? fill.link : null;
  return titleBlock(title, [`${sayWhat(read)} · ${who.kit}`], link, width, (room) =>
    work && parts.has("tempos") ? [tempoLine(read.content.tempo, work.tempos, Math.min(room, 420))] : [],
  );
}

/** The stack, with its landing and playing details beside it. */
function pictureBlock(scene: FillSheetScene, parts: ReadonlySet<SheetPart>): Block | null {
  const { read, who, width, height } = scene;
  const { timeline, content } = read;
  const stack = drawStack(timeline, who.spec.hands.leading);
  const isWide = stack.width * COIN_SCALE > width * 0.62;
  const columnWidth =
    isWide || !parts.has("stack") ? width : width - Math.min(width * 0.6, stack.width * COIN_SCALE) - COLUMN_GAP;
  const texts: PagePart[] = [];
  if (parts.has("landing")) texts.push(landingText(read, columnWidth));
  if (parts.has("legend")) {
    const title = setText("On the staff", columnWidth, HEADING, "h2");
    // The arrangement has the notes of the fill, the groove and the crash.
    const notes = parts.has("groove") ? read.arrangement.notes : timeline.events;
    const legend = kitLegend(new Set(notes.map(({ place }) => place)), columnWidth);
    texts.push(
      pile([title, legend, setText(sayLimbs(new Set(timeline.events.map(({ limb }) => limb))), columnWidth, SMALL)], 5),
    );
  }
  const words = pile(texts, 14);
  if (!parts.has("stack")) return texts.length > 0 ? block(words, 18) : null;
  const picture = pictureIn(
    stack,
    isWide ? width : width * 0.6,
    height * 0.7,
    COIN_SCALE,
    `Stack: ${canonicalLine(content)}`,
  );
  if (texts.length === 0) return block(picture, 18);
  if (isWide) return block(pile([picture, words], 14), 18);
  return block(beside(picture, words, picture.width + COLUMN_GAP), 18);
}

function landingText({ fit, landing, content, rate }: ReadFill, width: number): PagePart {
  const fits = describeFit(fit, content.meter as Meter, rate);
  const lands = describeLanding(landing);
  return pile(
    [
      setText("How it lands", width, HEADING, "h2"),
      setText(`${lands.headline}.`, width, STRONG),
      setText(`${lands.detail}.`, width, BODY),
      setText(`${fits.headline}.`, width, { ...BODY, tone: "nickel" }),
    ],
    3,
  );
}

function grooveBlocks({ read, fill, who, player, width }: FillSheetScene): Block[] {
  const { content, setting } = read;
  const bars = formBars(read, fill, player, who);
  const isAlone = content.grooveBars === 0;
  const name = isAlone ? "Looped" : `In the groove: ${fill.groove.name}`;
  const form = isAlone
    ? "The fill loops without a groove"
    : `${plural(content.grooveBars, "bar")} of groove, then the fill`;
  const cut = bars.length > MAX_BARS ? ` The first ${MAX_BARS} of ${bars.length} bars are shown.` : "";
  const said = `${form}. ${capital(describeFeel(setting.feel))}.${cut}`;
  const head = pile([setText(name, width, HEADING, "h2"), setText(said, width, SMALL)], 2);
  const look = { meter: content.meter as Meter, width };
  return [block(head, 20, { isWithNext: true }), ...staffBlocks(bars.slice(0, MAX_BARS), look, `Score: ${form}`)];
}
/** A longer loop is shown in part. */
const MAX_BARS = 24;
