/** The pages of a lesson: its items in order, numbered, several per page. */

import type { Groove } from "~/core/groove";
import { readStickLine } from "~/core/line";
import { makePlayer, type Player } from "~/core/player";
import type { KitVoice } from "~/core/stroke";
import { barTicks, bpm, type Meter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { swingSign, tempoSign } from "~/engrave/draw/tempo";
import { makeScore } from "~/engrave/score";
import type { Sheet } from "~/ink/page";
import type { SheetPart } from "~/ink/paper-sizes";
import { inkLine } from "~/ink/picture";
import { drawStack } from "~/ink/stack-picture";
import { placeWords, wordsWidth } from "~/ink/type";
import type { LessonContent, LessonFill, LessonItem } from "~/library/lesson/content";
import { canonicalLine } from "~/library/phrase/phrase";
import { plural } from "~/words/time";
import { describeLanding } from "~/words/verdict";
import { finishSheet } from "./finish";
import type { Block } from "./flow";
import { measureFrame, type PagePart, pile, type SheetSetup } from "./page";
import { kitLegend, pictureIn, sayLimbs, staffBlocks, tickBox, titleBlock } from "./parts";
import { fillBars, type PaperFill, type PaperPlayer, planOf, readFill } from "./read-fill";
import { BODY, HEADING, LABEL, LINE, SMALL, setText } from "./text";

/** A cell, or a groove alone, as printed. */
export interface PaperCell {
  readonly name: string;
  /** A stick line with its note value. */
  readonly text: string;
}
export interface PaperGroove {
  readonly name: string;
  readonly groove: Groove;
  readonly slowest: number;
  readonly fastest: number;
}

/** A lesson with everything it refers to; items no longer in the book are missing. */
export interface PaperLesson {
  readonly content: LessonContent;
  readonly fills: Readonly<Record<string, PaperFill>>;
  readonly cells: Readonly<Record<string, PaperCell>>;
  readonly grooves: Readonly<Record<string, PaperGroove>>;
  readonly link: string | null;
}

interface LessonSheetScene {
  readonly lesson: PaperLesson;
  readonly who: PaperPlayer;
  readonly player: Player;
  readonly width: number;
  readonly height: number;
  readonly parts: ReadonlySet<SheetPart>;
  /** The drums and cymbals so far, for the legend. */
  readonly played: Set<KitVoice>;
  readonly limbs: Set<string>;
}

const NAME = { size: 17, face: "display-600" } as const;
const NUMBER = { size: 17, face: "display-600" } as const;
const EDGE = 30;
const BOX = 12;
/** Size of a lesson's coins, relative to the screen. */
const COIN_SCALE = 0.55;

/** A lesson on as many pages as it needs. */
export function lessonSheet(lesson: PaperLesson, who: PaperPlayer, setup: SheetSetup): Sheet {
  const frame = measureFrame(setup);
  const { width, height } = frame.room;
  const player = makePlayer(who.spec.kit, who.spec.limits, who.spec.hands);
  const parts = new Set(setup.parts);
  const scene: LessonSheetScene = { lesson, who, player, width, height, parts, played: new Set(), limbs: new Set() };
  const { content } = lesson;
  const title = content.name || "Untitled lesson";
  const count = content.items.filter(({ kind }) => kind !== "heading").length;
  const link = parts.has("code") ? lesson.link : null;
  const blocks: Block[] = [titleBlock(title, [`${plural(count, "exercise")} · ${who.kit}`], link, width)];
  if (content.intro) blocks.push({ ...setText(content.intro, width, BODY), gap: 12 });
  let number = 0;
  for (const item of content.items) {
    if (item.kind === "heading") blocks.push(headingBlock(item, width));
    else blocks.push(...itemBlocks(item, ++number, scene));
  }
  if (parts.has("legend") && scene.played.size > 0) blocks.push(legendBlock(scene));
  return finishSheet(title, blocks, frame);
}

function headingBlock({ text, words, startsPage }: Extract<LessonItem, { kind: "heading" }>, width: number): Block {
  const rule: PagePart = {
    height: 8,
    groups: [
      { x: 0, y: 0, scale: 1, role: "none", ink: [inkLine([0, 2], [width, 2], 1.6, { kind: "rail", tone: "copper" })] },
    ],
  };
  const texts = [rule, setText(text || "Untitled heading", width, { ...HEADING, size: 19 }, "h2")];
  if (words) texts.push(setText(words, width, BODY));
  return { ...pile(texts, 3), gap: 24, isWithNext: true, ...(startsPage ? { startsPage } : {}) };
}

function itemBlocks(item: Exclude<LessonItem, { kind: "heading" }>, number: number, scene: LessonSheetScene): Block[] {
  const shown =
    item.kind === "fill"
      ? fillItem(item, scene)
      : item.kind === "cell"
        ? cellItem(item.of, scene)
        : grooveItem(item.of, scene);
  const head = itemHead(number, shown, item, scene.width);
  const blocks: Block[] = [head, ...shown.blocks];
  // Each exercise stays on one page if a page is high enough.
  return blocks.map((block, index) => ({ ...block, isWithNext: index < blocks.length - 1 }));
}

interface SheetItem {
  readonly name: string;
  /** To the right of its name. */
  readonly tempo: string;
  readonly isLearned: boolean;
  readonly blocks: readonly Block[];
}

function missing(what: string): SheetItem {
  const words = setText(`This ${what} isn't in the book any more.`, 400, { ...BODY, tone: "nickel" });
  return { name: `Missing ${what}`, tempo: "", isLearned: false, blocks: [{ ...words, gap: 4 }] };
}

function fillItem({ of, from, to }: LessonFill, scene: LessonSheetScene): SheetItem {
  const { lesson, who, player, width, parts, height } = scene;
  const fill = lesson.fills[of];
  if (!fill) return missing("fill");
  const read = readFill(fill, player);
  const { timeline, content } = read;
  note(scene, timeline);
  const work = planOf(read, fill, player);
  const [start, goal] = [from ?? work.tempos.learning, to ?? work.tempos.goal].map(Math.round) as [number, number];
  const needed = work.steps.filter(({ isSkipped, isExtra }) => !isSkipped && !isExtra);
  const blocks: Block[] = [];
  if (parts.has("staff") && timeline.slots.length > 0) {
    const look = { meter: content.meter as Meter, width, brackets: true };
    blocks.push(...staffBlocks(fillBars(read, who), look, `Staff: ${canonicalLine(content)}`));
  }
  if (parts.has("stack") && timeline.slots.length > 0) {
    const stack = drawStack(timeline, who.spec.hands.leading, 4);
    blocks.push({ ...pictureIn(stack, width, height / 3, COIN_SCALE, `Stack: ${canonicalLine(content)}`), gap: 8 });
  }
  if (parts.has("line")) blocks.push({ ...setText(canonicalLine(content), width, LINE), gap: 6 });
  if (parts.has("landing")) {
    blocks.push({ ...setText(`${describeLanding(read.landing).headline}.`, width, SMALL), gap: 4 });
  }
  return {
    name: content.name || "Untitled fill",
    tempo: parts.has("tempos") ? (start === goal ? `${goal} bpm` : `${start} to ${goal} bpm`) : "",
    isLearned: needed.length > 0 && needed.every(({ standing }) => standing.passed),
    blocks,
  };
}

function cellItem(of: string, scene: LessonSheetScene): SheetItem {
  const cell = scene.lesson.cells[of];
  const line = cell ? readStickLine(cell.text).line : null;
  if (!cell || !line) return missing("cell");
  const meter = { beats: 4, unit: 4 } as const;
  const bar = barTicks(meter);
  const window = { start: ticks(0), length: bar };
  const timeline = layOut({ meter, tempo: bpm(80), window, line }, scene.player.kit);
  return { name: cell.name, tempo: "", isLearned: false, blocks: lineBlocks(timeline, scene) };
}

function grooveItem(of: string, scene: LessonSheetScene): SheetItem {
  const found = scene.lesson.grooves[of];
  if (!found) return missing("groove");
  const { groove, name, slowest, fastest } = found;
  const meter = groove.meter;
  const laid = layOut(
    { meter, tempo: bpm(slowest), window: { start: ticks(0), length: barTicks(meter) }, line: groove.line },
    scene.player.kit,
  );
  const heading = {
    bpm: Math.round((slowest + fastest) / 2),
    ...tempoSign(meter),
    swing: swingSign(groove.feel),
    words: "",
  };
  return {
    name,
    tempo: `${Math.round(slowest)} to ${Math.round(fastest)} bpm`,
    isLearned: false,
    blocks: lineBlocks(laid, scene, heading.swing ? heading : undefined),
  };
}

function lineBlocks(
  timeline: ReturnType<typeof layOut>,
  scene: LessonSheetScene,
  heading?: Parameters<typeof staffBlocks>[1]["heading"],
): Block[] {
  note(scene, timeline);
  const bars = makeScore(timeline, timeline.slots, "beats", { sixes: scene.who.sixes });
  const look = { meter: timeline.meter, width: scene.width, ...(heading ? { heading } : {}) };
  return staffBlocks(bars, look, "Staff");
}

function note({ played, limbs }: LessonSheetScene, { events }: ReturnType<typeof layOut>) {
  for (const { place, limb } of events) {
    played.add(place);
    limbs.add(limb);
  }
}

/** Number, name and tempos in a line with a checkbox; below it the teacher's text. */
function itemHead(
  number: number,
  shown: SheetItem,
  item: Exclude<LessonItem, { kind: "heading" }>,
  width: number,
): Block {
  const right = [...(item.day === null ? [] : [`Day ${item.day}`]), ...(shown.tempo ? [shown.tempo] : [])].join(" · ");
  const rightWidth = right ? wordsWidth(right, LABEL.size, LABEL.face) + 14 : 0;
  const name = setText(shown.name, width - EDGE - BOX - 10 - rightWidth, NAME, "h2");
  const ink = [
    placeWords(String(number), 0, 12.6, NUMBER, { kind: "text", tone: "copper" }, false),
    ...tickBox(width - BOX, 1, BOX, shown.isLearned),
    ...(right
      ? [placeWords(right, width - BOX - rightWidth + 4, 11, LABEL, { kind: "text", tone: "nickel" }, false)]
      : []),
  ];
  const line: PagePart = {
    height: name.height,
    groups: [{ x: 0, y: 0, scale: 1, role: "text", ink }, ...name.groups.map((group) => ({ ...group, x: EDGE }))],
  };
  const words = item.words ? setText(item.words, width - EDGE, BODY) : null;
  const moved = words ? { ...words, groups: words.groups.map((group) => ({ ...group, x: EDGE })) } : null;
  const part = moved ? pile([line, moved], 3) : line;
  return { ...part, gap: 22, ...(item.startsPage ? { startsPage: true } : {}) };
}

function legendBlock({ played, limbs, width }: LessonSheetScene): Block {
  const legend = kitLegend(played, width);
  const part = pile([setText("On the staff", width, HEADING, "h2"), legend, setText(sayLimbs(limbs), width, SMALL)], 5);
  return { ...part, gap: 26 };
}
