/**
 * Note positions in a bar: longer notes get more room, but not twice as much for twice the time, and nothing is closer
 * than its ink allows. (The engraving package's own spacing lets long bars overflow their staves.)
 */

import type { Formatter, TickContext, Voice } from "vexflow/core";
import { wordsWidth } from "~/ink/type";
import { stepOf } from "../heads";
import type { StaffNote } from "../spell";
import { LETTERS } from "./below";
import type { EngravedVoice } from "./notes";

/** A whole note in the engraving package's time units. */
const PACKAGE_WHOLE = 16_384;
/** Comfortable width of a sixteenth in pixels. */
const SIXTEENTH = 27;
/** Width grows with this power of the duration: twice as long is about one and a half times as wide. */
const GROWTH = 0.55;
/** Notes may be closer than comfortable, down to this share. */
const TIGHTEST = 0.7;
/** Gaps between neighbours' ink, before the first note, and between the last note and the bar line. */
const BETWEEN = 4;
const BEFORE = 0;
const AFTER = 7;
/** Share of its comfortable width that the last note keeps before the bar line. */
const LAST_SHARE = 0.55;
/** Ledger lines and the stroke of a choke are wider than the package assumes. */
const LEDGER = 4;
const CHOKE = 9;
const PARENTHESIS = 5;
const DOT = 3;
/** Extra width of a rim shot beyond its head. */
const SLASH = 3;
/** Width of grace notes before their note: the nearest, and each further one. */
const GRACE_FIRST = 19;
const GRACE_EACH = 12;
/** Positions with ledger lines, from the middle line. */
const LEDGER_STEP = 6;

/** One moment of the bar. */
interface SpacedMoment {
  readonly context: TickContext;
  /** Extent of its ink to the left and right of the note position. */
  readonly left: number;
  readonly right: number;
  readonly comfortable: number;
}

export interface Spacing {
  /** Widths from the first to the last ink of the bar. */
  readonly comfortable: number;
  readonly tightest: number;
  /** Distributes the notes over `width` pixels. */
  readonly place: (width: number) => void;
}

export function spaceBar(formatter: Formatter, voices: readonly Voice[], engraved: readonly EngravedVoice[]): Spacing {
  formatter.joinVoices([...voices]).createTickContexts([...voices]);
  formatter.preFormat(0);
  const moments = listMoments(formatter, voices, engraved);
  const gaps = moments.map(({ right, comfortable }, index) => {
    const next = moments[index + 1];
    return next
      ? { least: right + BETWEEN + next.left, comfortable }
      : { least: right + AFTER, comfortable: comfortable * LAST_SHARE };
  });
  const first = (moments[0]?.left ?? 0) + BEFORE;
  const widthAt = (factor: number) =>
    gaps.reduce((sum, gap) => sum + Math.max(gap.least, gap.comfortable * factor), first);
  return {
    comfortable: widthAt(1),
    tightest: widthAt(TIGHTEST),
    place: (width) => {
      let [low, high] = [0, 40];
      for (let step = 0; step < 40; step++) {
        const factor = (low + high) / 2;
        if (widthAt(factor) > width) high = factor;
        else low = factor;
      }
      let x = first;
      for (const [index, { context }] of moments.entries()) {
        context.setX(x);
        for (const centred of context.getCenterAlignedTickables()) centred.setCenterXShift(width / 2 - x);
        const gap = gaps[index];
        if (gap) x += Math.max(gap.least, gap.comfortable * low);
      }
    },
  };
}

function listMoments(
  formatter: Formatter,
  voices: readonly Voice[],
  engraved: readonly EngravedVoice[],
): SpacedMoment[] {
  const contexts = formatter.getTickContexts();
  if (!contexts) return [];
  const { list, map, resolutionMultiplier } = contexts;
  const end = Math.max(...voices.map((voice) => voice.getTicksUsed().value() * resolutionMultiplier));
  const sixteenth = (PACKAGE_WHOLE / 16) * resolutionMultiplier;
  return list.flatMap((tick, index) => {
    const context = map[tick];
    if (!context) return [];
    const metrics = context.getMetrics();
    const notes = engraved.flatMap((voice) =>
      voice.written.notes.filter((_, place) => {
        const drawn = voice.notes[place];
        return drawn !== undefined && context.getTickables().includes(drawn);
      }),
    );
    const letters = Math.max(0, ...notes.map(({ sticking }) => wordsWidth(sticking, LETTERS.least, LETTERS.face) / 2));
    const middle = metrics.notePx / 2;
    const own = notes.map(overhang);
    const graces = Math.max(0, ...notes.map(graceReach));
    const modifiers = Math.max(metrics.totalLeftPx, graces + metrics.leftDisplacedHeadPx);
    const left = Math.max(modifiers + Math.max(0, ...own.map((one) => one.left)), letters - middle);
    const right = Math.max(
      metrics.notePx + metrics.totalRightPx + Math.max(0, ...own.map((one) => one.right)),
      letters + middle,
    );
    const time = ((list[index + 1] ?? end) - tick) / sixteenth;
    return [{ context, left, right, comfortable: SIXTEENTH * Math.max(time, 1 / 8) ** GROWTH }];
  });
}

function graceReach({ graces, heads }: StaffNote): number {
  if (!graces) return 0;
  return GRACE_FIRST + graces.many * GRACE_EACH + (heads.some(({ ghost }) => ghost) ? 2 * PARENTHESIS : 0);
}

function overhang({ heads, graces, value }: StaffNote): { readonly left: number; readonly right: number } {
  const hasLedger = heads.some(({ place }) => Math.abs(stepOf(place)) >= LEDGER_STEP);
  const hasGraceLedger = graces !== null && Math.abs(stepOf(graces.place)) >= LEDGER_STEP;
  // Parentheses go outside adjacent heads.
  const spreads = heads.length > 1 && heads.some(({ ghost }) => ghost) ? PARENTHESIS : 0;
  const slash = heads.some(({ technique }) => technique === "rim-shot") ? SLASH : 0;
  const isChoked = heads.some(({ technique }) => technique === "choke");
  return {
    left: Math.max(hasLedger && !graces ? LEDGER : 0, hasGraceLedger ? LEDGER : 0) + spreads + slash,
    right: (hasLedger ? LEDGER : 0) + (isChoked ? CHOKE : 0) + (value.dots ? DOT : 0) + spreads + slash,
  };
}
