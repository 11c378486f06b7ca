/**
 * Orchestrations: rules that give strokes their surfaces. The rules are kept, not what came of them, so that they adapt when
 * the sticking or the kit changes. Layers go over one another; what the line says by hand stays.
 */

import { CYMBALS, isPlayable, type Kit, surfaceAt, TOMS } from "../kit/kit";
import { type Hand, isHand, type KitVoice, type Level, type Limb } from "../stroke/stroke";

/** A row of surfaces to go along: a family, high to low, or named ones. What the kit lacks is passed over. */
export type Path = "toms" | "drums" | "cymbals" | readonly KitVoice[];
export const PATH_NAMES = ["toms", "drums", "cymbals"] as const;
export const DIRECTIONS = ["down", "up", "there-and-back"] as const;
export type Direction = (typeof DIRECTIONS)[number];

/** What each kind of rule carries. A new kind is a line here; the compiler then names the tables that must have it. */
interface OrchestrationRuleFields {
  /** Everything on one surface. */
  one: { readonly on: KitVoice };
  /** Each hand has its own. */
  split: { readonly right: KitVoice; readonly left: KitVoice };
  /** One hand travels, a surface further every so many of its strokes; the other stays. */
  oblique: { readonly hand: Hand; readonly path: Path; readonly stay: KitVoice; readonly every: number };
  /** Both hands move together, a surface further every so many strokes; on one surface or on neighbours. */
  parallel: { readonly path: Path; readonly every: number; readonly apart: 0 | 1 };
  /** Each cell has its surface. */
  "by-cell": { readonly path: Path };
  /** One note of each cell; `note` from 1, or from -1 for the last and back. Feet are counted too. */
  "by-note": { readonly note: number; readonly on: KitVoice };
  /** Accents go along a path; the rest stays, where a surface is named. */
  accents: { readonly path: Path; readonly rest: KitVoice | null };
  /** Spread over the path, evenly over all strokes; doubles stay on one drum where that is asked. */
  travel: { readonly path: Path; readonly direction: Direction; readonly keepsDoubles?: boolean | undefined };
  /** Grace notes sound here, their strokes stay. */
  "flam-split": { readonly on: KitVoice };
  /** Where both hands play together. */
  unison: { readonly right: KitVoice; readonly left: KitVoice };
  /** Hands that play together with the bass drum, along a path. */
  "with-kick": { readonly path: Path };
  /** The last hand stroke comes home. */
  "home-last": { readonly on: KitVoice };
  /** Hand strokes on every second beat stay on the backbeat's surface. */
  backbeat: { readonly on: KitVoice };
}
export type OrchestrationKind = keyof OrchestrationRuleFields;
export type OrchestrationRule<Kind extends OrchestrationKind = OrchestrationKind> = {
  readonly [Each in Kind]: { readonly kind: Each } & OrchestrationRuleFields[Each];
}[Kind];

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
  place: KitVoice;
  gracePlace: KitVoice | null;
}

/** Whether a layer keeps the backbeat where it is. */
export function keepsBackbeat(voicing: Orchestration | undefined): boolean {
  return voicing?.some(({ on, rule }) => on && rule.kind === "backbeat") ?? false;
}

/** The surfaces of a path that hands can play on this kit; without a kit all of them. */
export function stepsOf(path: Path, kit: Kit | null): readonly KitVoice[] {
  const named =
    typeof path !== "string" ? path : path === "cymbals" ? CYMBALS : path === "toms" ? TOMS : ["sn", ...TOMS];
  return (named as readonly KitVoice[]).filter((place) => !kit || isPlayable(kit, "R", place));
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
    if (!isHand(stroke.limb) && !RULES[rule.kind].movesFeet) return false;
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
function turned(steps: readonly KitVoice[], direction: Direction): readonly KitVoice[] {
  if (direction === "down") return steps;
  if (direction === "up") return steps.toReversed();
  return [...steps, ...steps.toReversed().slice(1)];
}

interface OrchestrationRuleDefinition<Rule> {
  /** Puts strokes where the rule says: `own` are those that the layer speaks of. */
  readonly apply: (rule: Rule, own: readonly VoicedStroke[], all: readonly VoicedStroke[], kit: Kit | null) => void;
  /** Whether it may speak of feet too, where a layer names them. */
  readonly movesFeet: boolean;
}

function along(steps: readonly KitVoice[], number: number): KitVoice | undefined {
  return steps[number % steps.length];
}

function put(stroke: VoicedStroke, place: KitVoice | undefined) {
  if (place) stroke.place = place;
}

const HANDS_ONLY = { movesFeet: false };

const RULES: { readonly [Kind in OrchestrationKind]: OrchestrationRuleDefinition<OrchestrationRule<Kind>> } = {
  one: {
    ...HANDS_ONLY,
    movesFeet: true,
    apply: ({ on }, own) => {
      for (const stroke of own) put(stroke, on);
    },
  },
  split: {
    ...HANDS_ONLY,
    apply: ({ right, left }, own) => {
      for (const stroke of own) put(stroke, stroke.limb === "R" ? right : left);
    },
  },
  oblique: {
    ...HANDS_ONLY,
    apply: ({ hand, path, stay, every }, own, _, kit) => {
      const steps = stepsOf(path, kit);
      let number = 0;
      for (const stroke of own) {
        if (stroke.limb !== hand) put(stroke, stay);
        else put(stroke, along(steps, Math.floor(number++ / every)));
      }
    },
  },
  parallel: {
    ...HANDS_ONLY,
    apply: ({ path, every, apart }, own, _, kit) => {
      const steps = stepsOf(path, kit);
      eachMoment(own, (stroke, number) => {
        const step = Math.floor(number / every);
        const pair = [along(steps, step), along(steps, step + apart)] as const;
        put(stroke, pair[isFarther(stroke.limb, pair, kit) ? 1 : 0]);
      });
    },
  },
  "by-cell": {
    ...HANDS_ONLY,
    apply: ({ path }, own, _, kit) => {
      const steps = stepsOf(path, kit);
      for (const stroke of own) put(stroke, along(steps, stroke.cell));
    },
  },
  "by-note": {
    ...HANDS_ONLY,
    movesFeet: true,
    apply: ({ note: asked, on }, own) => {
      for (const stroke of own) {
        const note = asked > 0 ? asked - 1 : stroke.notes + asked;
        if (stroke.note === note) put(stroke, on);
      }
    },
  },
  accents: {
    ...HANDS_ONLY,
    apply: ({ path, rest }, own, _, kit) => {
      const steps = stepsOf(path, kit);
      eachMoment(
        own.filter(({ level }) => level === "accent"),
        (stroke, number) => put(stroke, along(steps, number)),
      );
      if (rest) for (const stroke of own) if (stroke.level !== "accent") put(stroke, rest);
    },
  },
  travel: {
    ...HANDS_ONLY,
    apply: ({ path, direction, keepsDoubles }, own, _, kit) => {
      const steps = turned(stepsOf(path, kit), direction);
      const many = countMoments(own);
      const begin = keepsDoubles ? beginningsOfRuns(own) : null;
      eachMoment(own, (stroke, number) => {
        const from = begin ? (begin[number] ?? number) : number;
        put(stroke, steps[Math.floor((from * steps.length) / many)]);
      });
    },
  },
  "flam-split": {
    ...HANDS_ONLY,
    apply: ({ on }, own) => {
      for (const stroke of own) if (stroke.graces > 0) stroke.gracePlace = on;
    },
  },
  unison: {
    ...HANDS_ONLY,
    apply: ({ right, left }, own, all) => {
      const together = momentsWith(all, ["R", "L"]);
      for (const stroke of own) if (together.has(stroke.moment)) put(stroke, stroke.limb === "R" ? right : left);
    },
  },
  "with-kick": {
    ...HANDS_ONLY,
    apply: ({ path }, own, all, kit) => {
      const steps = stepsOf(path, kit);
      const kicked = momentsWith(all, ["K"]);
      eachMoment(
        own.filter(({ moment }) => kicked.has(moment)),
        (stroke, number) => put(stroke, along(steps, number)),
      );
    },
  },
  "home-last": {
    ...HANDS_ONLY,
    apply: ({ on }, own) => {
      const last = own.at(-1)?.moment;
      for (const stroke of own) if (stroke.moment === last) put(stroke, on);
    },
  },
  backbeat: {
    ...HANDS_ONLY,
    apply: ({ on }, own) => {
      for (const stroke of own) if (stroke.onBackbeat) put(stroke, on);
    },
  },
};

function applyRule<Kind extends OrchestrationKind>(
  rule: OrchestrationRule<Kind>,
  own: readonly VoicedStroke[],
  all: readonly VoicedStroke[],
  kit: Kit | null,
): void {
  RULES[rule.kind].apply(rule, own, all, kit);
}

/** Of two neighbours each hand has the one on its own side: whether that is the second one. */
function isFarther(limb: Limb, [first, second]: readonly [KitVoice?, KitVoice?], kit: Kit | null): boolean {
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
