/**
 * Orchestrations: rules that give strokes their surfaces. We store the rules, not their result, so that they adapt to
 * changes of sticking and kit. Later layers override earlier ones; surfaces written in the line always stay.
 */

import { CYMBALS, isPlayable, type Kit, surfaceAt, TOMS } from "../kit/kit";
import { type Hand, isHand, type KitVoice, type Level, type Limb } from "../stroke/stroke";

/** A sequence of surfaces: a family from high to low, or named ones. Surfaces that the kit lacks are skipped. */
export type Path = "toms" | "drums" | "cymbals" | readonly KitVoice[];
export const PATH_NAMES = ["toms", "drums", "cymbals"] as const;
export const DIRECTIONS = ["down", "up", "there-and-back"] as const;
export type Direction = (typeof DIRECTIONS)[number];

/** The fields of each kind of rule. A new kind is a line here, and the compiler then lists the tables that need it. */
interface OrchestrationRuleFields {
  /** Everything on one surface. */
  one: { readonly on: KitVoice };
  /** Each hand has its own. */
  split: { readonly right: KitVoice; readonly left: KitVoice };
  /** One hand travels, to the next surface after a number of its strokes; the other stays. */
  oblique: { readonly hand: Hand; readonly path: Path; readonly stay: KitVoice; readonly every: number };
  /** Both hands move together, to the next surface after a number of strokes; on one surface or on neighbours. */
  parallel: { readonly path: Path; readonly every: number; readonly apart: 0 | 1 };
  /** One surface per cell. */
  "by-cell": { readonly path: Path };
  /** One note of each cell: `note` from 1, or from -1 backwards from the last. Feet count too. */
  "by-note": { readonly note: number; readonly on: KitVoice };
  /** Accents follow a path; other strokes stay, or go to a named surface. */
  accents: { readonly path: Path; readonly rest: KitVoice | null };
  /** Spreads all strokes evenly over the path; doubles can stay on one drum. */
  travel: { readonly path: Path; readonly direction: Direction; readonly keepsDoubles?: boolean | undefined };
  /** Grace notes go here, their strokes stay. */
  "flam-split": { readonly on: KitVoice };
  /** For strokes of both hands together. */
  unison: { readonly right: KitVoice; readonly left: KitVoice };
  /** Hands together with the bass drum follow a path. */
  "with-kick": { readonly path: Path };
  /** The last hand stroke returns to the snare. */
  "home-last": { readonly on: KitVoice };
  /** Hand strokes on every second beat stay on the backbeat's surface. */
  backbeat: { readonly on: KitVoice };
}
export type OrchestrationKind = keyof OrchestrationRuleFields;
export type OrchestrationRule<Kind extends OrchestrationKind = OrchestrationKind> = {
  readonly [Each in Kind]: { readonly kind: Each } & OrchestrationRuleFields[Each];
}[Kind];

/** The strokes a layer applies to; null for all. */
export interface OrchestrationFilter {
  readonly limbs: readonly Limb[] | null;
  /** Indices of played cells, from 0. */
  readonly cells: readonly number[] | null;
  readonly levels: readonly Level[] | null;
  /** Only strokes with grace notes: the flam moves while everything else stays. */
  readonly graced?: boolean | undefined;
}
export const ALL_STROKES: OrchestrationFilter = { limbs: null, cells: null, levels: null };

export interface OrchestrationLayer {
  readonly on: boolean;
  readonly rule: OrchestrationRule;
  readonly filter: OrchestrationFilter;
}
/** Later layers override earlier ones. */
export type Orchestration = readonly OrchestrationLayer[];

/** A stroke and its surface so far. */
export interface VoicedStroke {
  readonly limb: Limb;
  readonly level: Level;
  readonly graces: number;
  readonly cell: number;
  /** The index of the note in its cell, from 0, and their number; silences don't count. */
  readonly note: number;
  readonly notes: number;
  /** The moment of the phrase; simultaneous strokes share it. */
  readonly moment: number;
  readonly onBackbeat: boolean;
  place: KitVoice;
  gracePlace: KitVoice | null;
}

/** Whether a layer keeps backbeats in place. */
export function keepsBackbeat(voicing: Orchestration | undefined): boolean {
  return voicing?.some(({ on, rule }) => on && rule.kind === "backbeat") ?? false;
}

/** The surfaces of a path that hands can play on this kit; all of them without a kit. */
export function stepsOf(path: Path, kit: Kit | null): readonly KitVoice[] {
  const named =
    typeof path !== "string" ? path : path === "cymbals" ? CYMBALS : path === "toms" ? TOMS : ["sn", ...TOMS];
  return (named as readonly KitVoice[]).filter((place) => !kit || isPlayable(kit, "R", place));
}

/** Applies the layers one after another. */
export function applyOrchestration(strokes: readonly VoicedStroke[], voicing: Orchestration, kit: Kit | null) {
  for (const { on, rule, filter } of voicing) {
    if (on) applyRule(rule, strokes.filter(speaksOf(rule, filter)), strokes, kit);
  }
}

/** The strokes a rule applies to by default: hands, unless a foot surface or a filter says otherwise. */
function speaksOf(rule: OrchestrationRule, { limbs, cells, levels, graced }: OrchestrationFilter) {
  return (stroke: VoicedStroke): boolean => {
    if (limbs ? !limbs.includes(stroke.limb) : !isHand(stroke.limb)) return false;
    if (!isHand(stroke.limb) && !RULES[rule.kind].movesFeet) return false;
    if (graced && stroke.graces === 0) return false;
    return (!cells || cells.includes(stroke.cell)) && (!levels || levels.includes(stroke.level));
  };
}

/** Calls back for each stroke with the number of earlier ones; simultaneous strokes count once. */
function eachMoment(strokes: readonly VoicedStroke[], put: (stroke: VoicedStroke, number: number) => void) {
  let number = -1;
  let moment = -1;
  for (const stroke of strokes) {
    if (stroke.moment !== moment) number++;
    moment = stroke.moment;
    put(stroke, number);
  }
}

/**
 * For each moment, the moment at which its run of strokes by one hand started: a hand that plays twice has no time to
 * travel.
 */
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

/** A path forwards, backwards, or both; turning points are played once. */
function turned(steps: readonly KitVoice[], direction: Direction): readonly KitVoice[] {
  if (direction === "down") return steps;
  if (direction === "up") return steps.toReversed();
  return [...steps, ...steps.toReversed().slice(1)];
}

interface OrchestrationRuleDefinition<Rule> {
  /** Applies a rule; `own` are the strokes of its layer. */
  readonly apply: (rule: Rule, own: readonly VoicedStroke[], all: readonly VoicedStroke[], kit: Kit | null) => void;
  /** Whether the rule can apply to feet if a layer names them. */
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

/** Of two neighbours, each hand takes the one on its own side: true for the second one. */
function isFarther(limb: Limb, [first, second]: readonly [KitVoice?, KitVoice?], kit: Kit | null): boolean {
  const [a, b] = [first, second].map((place) => (kit && place ? surfaceAt(kit, place) : null));
  const secondIsRight = a && b ? b.x > a.x : true;
  return (limb === "R") === secondIsRight;
}

/** Moments at which all these limbs play. */
function momentsWith(strokes: readonly VoicedStroke[], limbs: readonly Limb[]): ReadonlySet<number> {
  const found = limbs.map((limb) => new Set(strokes.filter((one) => one.limb === limb).map(({ moment }) => moment)));
  const [first, ...rest] = found;
  return new Set([...(first ?? [])].filter((moment) => rest.every((other) => other.has(moment))));
}
