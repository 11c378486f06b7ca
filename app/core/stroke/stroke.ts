/** Strokes and slots: what a limb does, and what one position of a sticking holds. */

/** R and L are the player's right and left hand; K the bass-drum foot, H the other foot. */
export const LIMBS = ["R", "L", "K", "H"] as const;
export type Limb = (typeof LIMBS)[number];
export type Hand = "R" | "L";
export type Level = "ghost" | "normal" | "accent";

/** Surfaces of a kit, by the stick line's two-character codes. */
export const KIT_VOICES = [
  "sn",
  "cs",
  "t1",
  "t2",
  "t3",
  "f1",
  "f2",
  "hh",
  "ho",
  "hf",
  "rd",
  "rb",
  "c1",
  "c2",
  "ch",
  "sp",
  "cb",
  "kk",
  "k2",
  "hp",
  "hs",
  "x1",
  "x2",
] as const;
export type KitVoice = (typeof KIT_VOICES)[number];

export const KIT_VOICE_NAMES: Record<KitVoice, string> = {
  sn: "snare",
  t1: "tom 1",
  t2: "tom 2",
  t3: "tom 3",
  f1: "floor tom",
  f2: "second floor tom",
  hh: "closed hi-hat",
  ho: "open hi-hat",
  rd: "ride",
  rb: "ride bell",
  c1: "crash",
  c2: "second crash",
  ch: "china",
  sp: "splash",
  cb: "cowbell",
  kk: "bass drum",
  k2: "second bass drum",
  hp: "hi-hat pedal",
  x1: "extra 1",
  x2: "extra 2",
  cs: "cross-stick",
  hf: "half-open hi-hat",
  hs: "hi-hat splash",
};

/** Surfaces only feet play; the extra ones may be set up for either. */
const FOOT_PLACES: readonly KitVoice[] = ["kk", "k2", "hp", "hs"];
const EITHER_PLACES: readonly KitVoice[] = ["x1", "x2"];
/** Drums with a head and a rim; the extra surfaces may have both. */
const RIMMED_PLACES: readonly KitVoice[] = ["sn", "t1", "t2", "t3", "f1", "f2", ...EITHER_PLACES];
/** Surfaces that ring and can be choked. */
const CHOKED_PLACES: readonly KitVoice[] = ["c1", "c2", "ch", "sp", "rd"];

/**
 * How a stick strikes: head and rim together, pressed so that it buzzes for the whole note, or on a cymbal that a hand
 * chokes immediately.
 */
export const TECHNIQUES = ["plain", "rim-shot", "buzz", "choke"] as const;
export type Technique = (typeof TECHNIQUES)[number];

export interface Stroke {
  readonly limb: Limb;
  readonly level: Level;
  /** A rim shot is always an accent. */
  readonly technique: Technique;
  /** Grace notes by the other hand: 1 flam, 2 drag, 3 ruff. Hands only. */
  readonly graces: 0 | 1 | 2 | 3;
  /** The surface, if the line names it; otherwise the voicing decides. */
  readonly place?: KitVoice;
}

export interface Silence {
  readonly kind: "silence";
}
/** One stroke, or several limbs together: each limb once, in the order of {@link LIMBS}. */
export interface Strokes {
  readonly kind: "strokes";
  readonly strokes: readonly Stroke[];
}
/** The slot's time divided evenly into two or more parts. */
export interface Split {
  readonly kind: "split";
  readonly parts: readonly (Silence | Strokes)[];
}
export type Slot = Silence | Strokes | Split;

const STROKE_FIELDS = Object.keys({
  limb: true,
  level: true,
  technique: true,
  graces: true,
  place: true,
} satisfies Record<keyof Stroke, true>) as (keyof Stroke)[];

/** Whether two slots are played, and therefore drawn, alike. */
export function sameSlot(one: Slot, other: Slot): boolean {
  if (one === other) return true;
  if (one.kind === "split") return other.kind === "split" && haveSame(one.parts, other.parts, sameSlot);
  if (one.kind === "strokes") return other.kind === "strokes" && haveSame(one.strokes, other.strokes, sameStroke);
  return one.kind === other.kind;
}

function sameStroke(one: Stroke, other: Stroke): boolean {
  return STROKE_FIELDS.every((field) => one[field] === other[field]);
}

function haveSame<Part>(
  ones: readonly Part[],
  others: readonly Part[],
  isSame: (one: Part, other: Part) => boolean,
): boolean {
  return ones.length === others.length && ones.every((one, index) => isSame(one, others[index] as Part));
}

export const MAX_SPLIT = 8;
export const MAX_GRACES = 3;

export function isHand(limb: Limb): limb is Hand {
  return limb === "R" || limb === "L";
}

export function otherHand(hand: Hand): Hand {
  return hand === "R" ? "L" : "R";
}

/** The limb with hands swapped; feet stay. */
export function mirrorLimb(limb: Limb): Limb {
  return isHand(limb) ? otherHand(limb) : limb;
}

export function canPlay(limb: Limb, place: KitVoice): boolean {
  return EITHER_PLACES.includes(place) || isHand(limb) !== FOOT_PLACES.includes(place);
}

/** Default surfaces if neither line nor voicing says: hands on the snare, feet on their pedals. */
export function homePlace(limb: Limb): KitVoice {
  if (isHand(limb)) return "sn";
  return limb === "K" ? "kk" : "hp";
}

/**
 * Whether a stroke is playable on this surface. Without a surface we can't know yet: only a choke must name its cymbal.
 */
export function allowsTechnique(technique: Technique, limb: Limb, place: KitVoice | undefined): boolean {
  if (technique === "plain") return true;
  if (!isHand(limb)) return false;
  if (technique === "rim-shot") return place === undefined || RIMMED_PLACES.includes(place);
  if (technique === "choke") return place !== undefined && CHOKED_PLACES.includes(place);
  return place !== "cs";
}

/** Removes what the limb can't do on its surface. */
export function makeStroke(limb: Limb, marks: Partial<Omit<Stroke, "limb">> = {}): Stroke {
  const wanted = marks.technique ?? "plain";
  const technique = allowsTechnique(wanted, limb, marks.place) ? wanted : "plain";
  const stroke = {
    limb,
    level: wanted === "rim-shot" ? "accent" : (marks.level ?? "normal"),
    technique,
    graces: isHand(limb) ? (marks.graces ?? 0) : 0,
  } as const;
  return marks.place ? { ...stroke, place: marks.place } : stroke;
}

/** The stroke at another level; without an accent, it is no rim shot any more. */
export function withLevel(stroke: Stroke, level: Level): Stroke {
  const technique = stroke.technique === "rim-shot" && level !== "accent" ? "plain" : stroke.technique;
  return { ...stroke, level, technique };
}

/** The stroke on another surface, null for none of its own, without what can't be played there. */
export function withPlace(stroke: Stroke, place: KitVoice | null): Stroke {
  const { place: _, ...rest } = stroke;
  const technique = allowsTechnique(stroke.technique, stroke.limb, place ?? undefined) ? stroke.technique : "plain";
  return place ? { ...rest, technique, place } : { ...rest, technique };
}

/** A new object each time: a slot's identity marks its position in the line. */
export function makeSilence(): Silence {
  return { kind: "silence" };
}

/** Limbs together, in canonical order. Throws RangeError if there are none or one occurs twice. */
export function makeStrokes(strokes: readonly Stroke[]): Strokes {
  const limbs = new Set(strokes.map((stroke) => stroke.limb));
  if (limbs.size !== strokes.length || strokes.length === 0) throw new RangeError("each limb plays once in a slot");
  return { kind: "strokes", strokes: strokes.toSorted((a, b) => LIMBS.indexOf(a.limb) - LIMBS.indexOf(b.limb)) };
}

/** Softest first. */
export const LEVELS: readonly Level[] = ["ghost", "normal", "accent"];

/** Interpolates a value known per level for a force from 0 to 2: linear between levels. */
export function betweenLevels(force: number, of: Readonly<Record<Level, number>>): number {
  const below = Math.min(LEVELS.length - 2, Math.max(0, Math.floor(force)));
  const [soft, loud] = [of[LEVELS[below] ?? "ghost"], of[LEVELS[below + 1] ?? "accent"]];
  return soft + (loud - soft) * (force - below);
}

/** The stroke by another limb, without what that limb can't do. */
export function playedBy(stroke: Stroke, limb: Limb): Stroke {
  const { place, ...rest } = stroke;
  return makeStroke(limb, place && canPlay(limb, place) ? { ...rest, place } : rest);
}

/**
 * The playable part of simultaneous strokes: a limb that occurs twice plays once, at its louder level, and grace notes
 * are removed if the hand for them is busy. Silence for no strokes.
 */
export function joinStrokes(strokes: readonly Stroke[]): Silence | Strokes {
  const byLimb = new Map<Limb, Stroke>();
  for (const stroke of strokes) {
    const known = byLimb.get(stroke.limb);
    if (!known || LEVELS.indexOf(known.level) < LEVELS.indexOf(stroke.level)) byLimb.set(stroke.limb, stroke);
  }
  if (byLimb.size === 0) return makeSilence();
  const busy = byLimb.has("R") && byLimb.has("L");
  return makeStrokes([...byLimb.values()].map((stroke) => (busy ? { ...stroke, graces: 0 } : stroke)));
}

/** Divides a slot; a single part is that part itself. */
export function makeSplit(parts: readonly (Silence | Strokes)[]): Slot {
  const only = parts[0];
  if (!only) throw new RangeError("a shared slot needs parts");
  return parts.length === 1 ? only : { kind: "split", parts };
}

/** All parts of a slot in order: one for a plain slot. */
export function partsOf(slot: Slot): readonly (Silence | Strokes)[] {
  return slot.kind === "split" ? slot.parts : [slot];
}

/** Changes each part of a slot by index; returns the same slot if nothing changes. */
export function mapParts(slot: Slot, change: (part: Silence | Strokes, number: number) => Silence | Strokes): Slot {
  const before = partsOf(slot);
  const parts = before.map(change);
  return parts.every((part, number) => part === before[number]) ? slot : makeSplit(parts);
}

/** Changes a slot's strokes one by one, in order, keeping the limbs; returns the same slot if nothing changes. */
export function mapEachStroke(slot: Slot, change: (stroke: Stroke, part: number) => Stroke): Slot {
  return mapParts(slot, (part, number) => {
    if (part.kind === "silence") return part;
    const strokes = part.strokes.map((stroke) => change(stroke, number));
    return strokes.every((stroke, index) => stroke === part.strokes[index]) ? part : { kind: "strokes", strokes };
  });
}

export function strokesOf(slot: Slot): readonly Stroke[] {
  return partsOf(slot).flatMap((part) => (part.kind === "strokes" ? part.strokes : []));
}

/** Changes each stroke of the slot; strokes that end up on the same limb are merged. */
export function mapStrokes(slot: Slot, change: (stroke: Stroke) => Stroke): Slot {
  return mapParts(slot, (part) => joinStrokes(strokesOf(part).map(change)));
}

export function mirrorSlot(slot: Slot): Slot {
  return mapStrokes(slot, (stroke) => ({ ...stroke, limb: mirrorLimb(stroke.limb) }));
}
