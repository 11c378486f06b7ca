/**
 * Orchestrations: rules that give strokes their surfaces. The rules are kept, not what came of them, so that they adapt when
 * the sticking or the kit changes. Layers go over one another; what the line says by hand stays.
 */

import { CYMBALS, isPlayable, type Kit, surfaceAt, TOMS } from "../kit/kit";
import { type Hand, isHand, type Level, type Limb, type Place } from "../stroke/stroke";

/** A row of surfaces to go along: a family, high to low, or named ones. What the kit lacks is passed over. */
export type Path = "toms" | "drums" | "cymbals" | readonly Place[];
export const PATH_NAMES = ["toms", "drums", "cymbals"] as const;
export const DIRECTIONS = ["down", "up", "there-and-back"] as const;
export type Direction = (typeof DIRECTIONS)[number];

export type OrchestrationRule =
  /** Everything on one surface. */
  | { readonly kind: "one"; readonly on: Place }
  /** Each hand has its own. */
  | { readonly kind: "split"; readonly right: Place; readonly left: Place }
  /** One hand travels, a surface further every so many of its strokes; the other stays. */
  | {
      readonly kind: "oblique";
      readonly hand: Hand;
      readonly path: Path;
      readonly stay: Place;
      readonly every: number;
    }
  /** Both hands move together, a surface further every so many strokes; on one surface or on neighbours. */
  | { readonly kind: "parallel"; readonly path: Path; readonly every: number; readonly apart: 0 | 1 }
  /** Each cell has its surface. */
  | { readonly kind: "by-cell"; readonly path: Path }
  /** One note of each cell; `note` from 1, or from -1 for the last and back. Feet are counted too. */
  | { readonly kind: "by-note"; readonly note: number; readonly on: Place }
  /** Accents go along a path; the rest stays, where a surface is named. */
  | { readonly kind: "accents"; readonly path: Path; readonly rest: Place | null }
  /** Spread over the path, evenly over all strokes; doubles stay on one drum where that is asked. */
  | {
      readonly kind: "travel";
      readonly path: Path;
      readonly direction: Direction;
      readonly keepsDoubles?: boolean | undefined;
    }
  /** Grace notes sound here, their strokes stay. */
  | { readonly kind: "flam-split"; readonly on: Place }
  /** Where both hands play together. */
  | { readonly kind: "unison"; readonly right: Place; readonly left: Place }
  /** Hands that play together with the bass drum, along a path. */
  | { readonly kind: "with-kick"; readonly path: Path }
  /** The last hand stroke comes home. */
  | { readonly kind: "home-last"; readonly on: Place }
  /** Hand strokes on every second beat stay on the backbeat's surface. */
  | { readonly kind: "backbeat"; readonly on: Place };
export type OrchestrationKind = OrchestrationRule["kind"];

/** Which strokes a layer speaks of; null for all. */
export interface OrchestrationFilter {
  readonly limbs: readonly Limb[] | null;
  /** Playings of cells, from 0. */
  readonly cells: readonly number[] | null;
  readonly levels: readonly Level[] | null;
  /** Only strokes with grace notes: a flam that moves while all else stays. */
  readonly graced?: boolean | undefined;
}
export const ALL_STROKES: OrchestrationFilter = { limbs: null, cells: null, levels: null };

export interface OrchestrationLayer {
  readonly on: boolean;
  readonly rule: OrchestrationRule;
  readonly filter: OrchestrationFilter;
}
/** Later layers go over earlier ones. */
export type Orchestration = readonly OrchestrationLayer[];

/** A stroke to be voiced, and where it has come to so far. */
export interface VoicedStroke {
  readonly limb: Limb;
  readonly level: Level;
  readonly graces: number;
  readonly cell: number;
  /** Which note of its cell, from 0, and of how many; silences are not counted. */
  readonly note: number;
  readonly notes: number;
  /** Which moment of the phrase; those of one moment sound together. */
  readonly moment: number;
  readonly onBackbeat: boolean;
  place: Place;
  gracePlace: Place | null;
}

/** Whether a layer keeps the backbeat where it is. */
export function keepsBackbeat(voicing: Orchestration | undefined): boolean {
  return voicing?.some(({ on, rule }) => on && rule.kind === "backbeat") ?? false;
}

/** The surfaces of a path that hands can play on this kit; without a kit all of them. */
export function stepsOf(path: Path, kit: Kit | null): readonly Place[] {
  const named =
    typeof path !== "string" ? path : path === "cymbals" ? CYMBALS : path === "toms" ? TOMS : ["sn", ...TOMS];
  return (named as readonly Place[]).filter((place) => !kit || isPlayable(kit, "R", place));
}

/** Puts strokes where the layers say, one layer after another. */
export function applyOrchestration(strokes: readonly VoicedStroke[], voicing: Orchestration, kit: Kit | null) {
  for (const { on, rule, filter } of voicing) {
    if (on) applyRule(rule, strokes.filter(speaksOf(rule, filter)), strokes, kit);
  }
}

/** The strokes that a rule is about by itself: hands, but for a surface that feet play or a filter that names them. */
function speaksOf(rule: OrchestrationRule, { limbs, cells, levels, graced }: OrchestrationFilter) {
  return (stroke: VoicedStroke): boolean => {
    if (limbs ? !limbs.includes(stroke.limb) : !isHand(stroke.limb)) return false;
    if (!isHand(stroke.limb) && rule.kind !== "one" && rule.kind !== "by-note") return false;
    if (graced && stroke.graces === 0) return false;
    return (!cells || cells.includes(stroke.cell)) && (!levels || levels.includes(stroke.level));
  };
}

/** Calls for each stroke with how many of these there were before; what sounds together counts once. */
function eachMoment(strokes: readonly VoicedStroke[], put: (stroke: VoicedStroke, number: number) => void) {
  let number = -1;
  let moment = -1;
  for (const stroke of strokes) {
    if (stroke.moment !== moment) number++;
    moment = stroke.moment;
    put(stroke, number);
  }
}

/** For each moment the one with which its run of strokes by one hand began: a hand that plays twice has no time to travel. */
function beginningsOfRuns(strokes: readonly VoicedStroke[]): number[] {
  const limbs: string[] = [];
  eachMoment(strokes, ({ limb }, number) => {
    limbs[number] = (limbs[number] ?? "") + limb;
  });
  const begin: number[] = [];
  for (const [number, limb] of limbs.entries()) {
    begin.push(limb.length === 1 && limb === limbs[number - 1] ? (begin[number - 1] as number) : number);
  }
  return begin;
}

function countMoments(strokes: readonly VoicedStroke[]): number {
  return new Set(strokes.map((stroke) => stroke.moment)).size;
}

/** A path walked there, back, or both ways; its turning points are played once. */
function turned(steps: readonly Place[], direction: Direction): readonly Place[] {
  if (direction === "down") return steps;
  if (direction === "up") return steps.toReversed();
  return [...steps, ...steps.toReversed().slice(1)];
}

function applyRule(
  rule: OrchestrationRule,
  own: readonly VoicedStroke[],
  all: readonly VoicedStroke[],
  kit: Kit | null,
): void {
  const along = (steps: readonly Place[], number: number): Place | undefined => steps[number % steps.length];
  const put = (stroke: VoicedStroke, place: Place | undefined) => {
    if (place) stroke.place = place;
  };
  switch (rule.kind) {
    case "one":
      for (const stroke of own) put(stroke, rule.on);
      return;
    case "split":
      for (const stroke of own) put(stroke, stroke.limb === "R" ? rule.right : rule.left);
      return;
    case "oblique": {
      const steps = stepsOf(rule.path, kit);
      let number = 0;
      for (const stroke of own) {
        if (stroke.limb !== rule.hand) put(stroke, rule.stay);
        else put(stroke, along(steps, Math.floor(number++ / rule.every)));
      }
      return;
    }
    case "parallel": {
      const steps = stepsOf(rule.path, kit);
      eachMoment(own, (stroke, number) => {
        const step = Math.floor(number / rule.every);
        const pair = [along(steps, step), along(steps, step + rule.apart)] as const;
        put(stroke, pair[isFarther(stroke.limb, pair, kit) ? 1 : 0]);
      });
      return;
    }
    case "by-cell": {
      const steps = stepsOf(rule.path, kit);
      for (const stroke of own) put(stroke, along(steps, stroke.cell));
      return;
    }
    case "by-note":
      for (const stroke of own) {
        const note = rule.note > 0 ? rule.note - 1 : stroke.notes + rule.note;
        if (stroke.note === note) put(stroke, rule.on);
      }
      return;
    case "accents": {
      const steps = stepsOf(rule.path, kit);
      eachMoment(
        own.filter(({ level }) => level === "accent"),
        (stroke, number) => put(stroke, along(steps, number)),
      );
      if (rule.rest) for (const stroke of own) if (stroke.level !== "accent") put(stroke, rule.rest);
      return;
    }
    case "travel": {
      const steps = turned(stepsOf(rule.path, kit), rule.direction);
      const many = countMoments(own);
      const begin = rule.keepsDoubles ? beginningsOfRuns(own) : null;
      eachMoment(own, (stroke, number) => {
        const from = begin ? (begin[number] ?? number) : number;
        put(stroke, steps[Math.floor((from * steps.length) / many)]);
      });
      return;
    }
    case "flam-split":
      for (const stroke of own) if (stroke.graces > 0) stroke.gracePlace = rule.on;
      return;
    case "unison": {
      const together = momentsWith(all, ["R", "L"]);
      for (const stroke of own) {
        if (together.has(stroke.moment)) put(stroke, stroke.limb === "R" ? rule.right : rule.left);
      }
      return;
    }
    case "with-kick": {
      const steps = stepsOf(rule.path, kit);
      const kicked = momentsWith(all, ["K"]);
      eachMoment(
        own.filter(({ moment }) => kicked.has(moment)),
        (stroke, number) => put(stroke, along(steps, number)),
      );
      return;
    }
    case "home-last": {
      const last = own.at(-1)?.moment;
      for (const stroke of own) if (stroke.moment === last) put(stroke, rule.on);
      return;
    }
    case "backbeat":
      for (const stroke of own) if (stroke.onBackbeat) put(stroke, rule.on);
  }
}

/** Of two neighbours each hand has the one on its own side: whether that is the second one. */
function isFarther(limb: Limb, [first, second]: readonly [Place?, Place?], kit: Kit | null): boolean {
  const [a, b] = [first, second].map((place) => (kit && place ? surfaceAt(kit, place) : null));
  const secondIsRight = a && b ? b.x > a.x : true;
  return (limb === "R") === secondIsRight;
}

/** Moments in which all of these limbs play. */
function momentsWith(strokes: readonly VoicedStroke[], limbs: readonly Limb[]): ReadonlySet<number> {
  const found = limbs.map((limb) => new Set(strokes.filter((one) => one.limb === limb).map(({ moment }) => moment)));
  const [first, ...rest] = found;
  return new Set([...(first ?? [])].filter((moment) => rest.every((other) => other.has(moment))));
}

/** The surfaces that a rule names, families apart. */
export function placesOf(rule: OrchestrationRule): Place[] {
  const path = "path" in rule && typeof rule.path !== "string" ? [...rule.path] : [];
  const named = (["on", "stay", "right", "left", "rest"] as const).flatMap((key) => {
    const place = (rule as unknown as Partial<Record<string, Place | null>>)[key];
    return place ? [place] : [];
  });
  return [...new Set([...path, ...named])];
}

/** A rule with one surface in place of another, wherever it names it. */
export function renamePlace(rule: OrchestrationRule, from: Place, to: Place): OrchestrationRule {
  const rename = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(rename);
    return value === from ? to : value;
  };
  return Object.fromEntries(
    Object.entries(rule).map(([key, value]) => [key, rename(value)]),
  ) as unknown as OrchestrationRule;
}

/** The voicing for the other hand's lead: what was the right hand's is the left's. */
export function mirrorOrchestration(voicing: Orchestration): Orchestration {
  const swap = (limb: Limb): Limb => (limb === "R" ? "L" : limb === "L" ? "R" : limb);
  return voicing.map((layer) => {
    const { rule } = layer;
    const limbs = layer.filter.limbs?.map(swap) ?? null;
    const filter = { ...layer.filter, limbs };
    if (rule.kind === "split" || rule.kind === "unison") {
      return { ...layer, filter, rule: { ...rule, right: rule.left, left: rule.right } };
    }
    if (rule.kind === "oblique") return { ...layer, filter, rule: { ...rule, hand: swap(rule.hand) as Hand } };
    return { ...layer, filter };
  });
}
