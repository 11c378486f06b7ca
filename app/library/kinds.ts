import type { Item } from "~/data/rows";
import type { CellContent, RudimentMark } from "./cell/content";
import type { FillContent } from "./fill/content";
import type { FlowContent } from "./flow/content";
import type { FlowRecordRow } from "./flow/record";
import type { GrooveContent } from "./groove/content";
import type { OwnKind, RowKind } from "./kind";
import type { KitContent } from "./kit/content";
import type { LessonContent } from "./lesson/content";
import type { PlanRow } from "./practice/plan";
import type { RunDay } from "./practice/run-day";
import type { SearchContent } from "./search/content";

interface KindEntry<Each extends keyof Contents | keyof AttachedKinds> {
  /** "fill": the singular name. */
  readonly one: string;
  /** The first versions of the database and of the book file that include it. */
  readonly since: { readonly database: number; readonly book: number };
  /** The mark of the part of the demo that contains it. */
  readonly demo: string;
  readonly load: () => Promise<{ readonly KIND: Loaded[Each] }>;
}

/**
 * Every kind of thing in the book. Database, journal, bin, book file, transfer and demo all use this list; a new kind
 * is a folder and a line here. Definitions load when needed, so that a screen doesn't load other screens' checks.
 */
export const KINDS = {
  // Before the kinds it refers to: see transfer.
  flows: {
    one: "flow",
    since: { database: 9, book: 10 },
    demo: "demo-flows-filled",
    load: () => import("./flow/kind"),
  },
  // Before the kinds it refers to: see transfer.
  lessons: {
    one: "lesson",
    since: { database: 8, book: 9 },
    demo: "demo-lessons-filled",
    load: () => import("./lesson/kind"),
  },
  fills: { one: "fill", since: { database: 1, book: 1 }, demo: "demo-filled", load: () => import("./fill/kind") },
  cells: { one: "cell", since: { database: 2, book: 2 }, demo: "demo-cells-filled", load: () => import("./cell/kind") },
  rudiments: {
    one: "rudiment",
    since: { database: 2, book: 2 },
    demo: "demo-cells-filled",
    load: () => import("./cell/rudiment-kind"),
  },
  searches: {
    one: "search",
    since: { database: 3, book: 3 },
    demo: "demo-searches-filled",
    load: () => import("./search/kind"),
  },
  kits: { one: "kit", since: { database: 4, book: 4 }, demo: "demo-kits-filled", load: () => import("./kit/kind") },
  grooves: {
    one: "groove",
    since: { database: 5, book: 5 },
    demo: "demo-grooves-filled",
    load: () => import("./groove/kind"),
  },
  plans: {
    one: "plan",
    since: { database: 6, book: 6 },
    demo: "demo-runs-filled",
    load: () => import("./practice/plan-kind"),
  },
  runs: {
    one: "run",
    since: { database: 6, book: 6 },
    demo: "demo-runs-filled",
    load: () => import("./practice/run-kind"),
  },
  flowRecords: {
    one: "flow record",
    since: { database: 9, book: 10 },
    demo: "demo-flows-filled",
    load: () => import("./flow/record-kind"),
  },
} as const satisfies { readonly [Each in keyof Contents | keyof AttachedKinds]: KindEntry<Each> };

export type KindKey = keyof typeof KINDS;
export const KEYS = Object.keys(KINDS) as KindKey[];
/** "fill", as messages name one. */
export type OneName = (typeof KINDS)[KindKey]["one"];

/** The content of each kind's rows. */
export interface Contents {
  readonly flows: FlowContent;
  readonly lessons: LessonContent;
  readonly fills: FillContent;
  readonly cells: CellContent;
  readonly searches: SearchContent;
  readonly kits: KitContent;
  readonly grooves: GrooveContent;
}
/** Data attached to other things, without its own row. */
export interface AttachedKinds {
  readonly rudiments: RudimentMark;
  readonly plans: PlanRow;
  /** By the day. */
  readonly runs: RunDay;
  readonly flowRecords: FlowRecordRow;
}
export type RowKey = keyof Contents;
const IS_ROW: Readonly<Record<RowKey, true>> = {
  flows: true,
  lessons: true,
  fills: true,
  cells: true,
  searches: true,
  kits: true,
  grooves: true,
};
export const ROW_KEYS = Object.keys(IS_ROW) as RowKey[];
/** The definitions of all kinds. */
export type Loaded = { readonly [K in RowKey]: RowKind<Contents[K]> } & {
  readonly [K in keyof AttachedKinds]: OwnKind<AttachedKinds[K]>;
};
/** Items of each kind, as stored in files. */
export type Items = { readonly [K in RowKey]: Item<Contents[K]> } & AttachedKinds;
/** Everything in a book. */
export type BookContents = { readonly [K in KindKey]: readonly Items[K][] };

/** A record whose values each match their key: TypeScript can't follow that through a list of entries. */
export function recordOf<Made extends object>(entries: Iterable<readonly [string, unknown]>): Made {
  return Object.fromEntries(entries) as Made;
}

/** A record with a value for every kind. */
export function forEachKind<Made>(make: (key: KindKey) => Made): Record<KindKey, Made> {
  return recordOf(KEYS.map((key) => [key, make(key)] as const));
}

export const EMPTY_BOOK: BookContents = forEachKind(() => []);

/** The definitions of all kinds. */
export async function loadKinds(): Promise<Loaded> {
  const entries = await Promise.all(KEYS.map(async (key) => [key, (await KINDS[key].load()).KIND] as const));
  return recordOf<Loaded>(entries);
}
