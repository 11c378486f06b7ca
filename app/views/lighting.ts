/**
 * The pointed, chosen and playing slots, the ones that set the ceiling, and how each was played. All views mark their
 * drawings with `data-slot`; this sets `data-hover`, `data-cursor`, `data-playing`, `data-limit` and `data-mark` on
 * them without re-rendering.
 */

import { createContext, type RefObject, useContext, useEffect } from "react";
import { useStore } from "zustand";
import { createStore, type StoreApi } from "zustand/vanilla";
import { useFollowed } from "./use-followed";

interface Lighting {
  readonly hover: number | null;
  readonly cursor: number | null;
  readonly playing: number | null;
  /** The strokes of the bottleneck, and whether the tempo exceeds its ceiling. */
  readonly limit: readonly number[];
  readonly isOver: boolean;
  /** How slots were played, if they were. */
  readonly marks: ReadonlyMap<number, SlotMark>;
}

export const SLOT_MARKS = ["on", "early", "late", "missed"] as const;
export type SlotMark = (typeof SLOT_MARKS)[number];
const NO_MARKS: ReadonlyMap<number, SlotMark> = new Map();

const KINDS = ["hover", "cursor", "playing", "limit"] as const;
type HighlightKind = (typeof KINDS)[number];

/** The highlights of the open phrase, shared by all its views. */
export interface Highlights {
  readonly store: StoreApi<Lighting>;
  /** Changes them; does nothing if they are equal. */
  readonly light: (change: Partial<Lighting>) => void;
  /** How one slot was played. */
  readonly markSlot: (slot: number, mark: SlotMark) => void;
  /** Takes all marks off. */
  readonly clearMarks: () => void;
}

export function createHighlights(): Highlights {
  const store = createStore<Lighting>(() => ({
    hover: null,
    cursor: null,
    playing: null,
    limit: [],
    isOver: false,
    marks: NO_MARKS,
  }));
  return {
    store,
    light: (change) => {
      const now = store.getState();
      const isNew = (kind: keyof Lighting) => kind in change && String(change[kind]) !== String(now[kind]);
      if ([...KINDS, "isOver" as const].some(isNew)) store.setState(change);
    },
    markSlot: (slot, mark) => {
      const { marks } = store.getState();
      if (marks.get(slot) !== mark) store.setState({ marks: new Map(marks).set(slot, mark) });
    },
    clearMarks: () => store.setState({ marks: NO_MARKS }),
  };
}

export const HighlightsContext = createContext<Highlights | null>(null);

export function useLights(): Highlights {
  const lights = useContext(HighlightsContext);
  if (!lights) throw new Error("no lights are lit outside the app");
  return lights;
}

const cursorOf = ({ cursor }: Lighting) => cursor;

/** Subscribes to the chosen slot, for what may follow a press; its highlight doesn't wait. */
export function useCursor(): number | null {
  return useFollowed(useLights().store, cursorOf);
}

/** The chosen slot at this moment. */
export function useCursorNow(): number | null {
  return useStore(useLights().store, cursorOf);
}

function mark(root: Element, kind: HighlightKind, lights: Lighting) {
  const lit = lights[kind];
  const attribute = `data-${kind}`;
  const value = kind === "limit" && lights.isOver ? "over" : "";
  const slots = lit === null ? [] : typeof lit === "number" ? [lit] : lit;
  for (const element of root.querySelectorAll(`[${attribute}]`)) {
    if (!slots.includes(Number(element.getAttribute("data-slot")))) element.removeAttribute(attribute);
  }
  for (const slot of slots) {
    for (const element of root.querySelectorAll(`[data-slot="${slot}"]`)) element.setAttribute(attribute, value);
  }
}

function showMarks(root: Element, marks: Lighting["marks"], before: Lighting["marks"] | null) {
  const slots = new Set([...marks.keys(), ...(before?.keys() ?? [])]);
  for (const slot of slots) {
    const mark = marks.get(slot);
    if (before && before.get(slot) === mark) continue;
    for (const element of root.querySelectorAll(`[data-slot="${slot}"]`)) {
      if (mark) element.setAttribute("data-mark", mark);
      else element.removeAttribute("data-mark");
    }
  }
}

/** Keeps the marks inside `ref` up to date, even after re-rendering. */
export function useLighting(ref: RefObject<Element | null>) {
  const { store } = useLights();
  // After every render, on purpose: elements may be new, and marking again is cheap.
  useEffect(() => {
    const root = ref.current;
    if (!root) return;
    const now = store.getState();
    for (const kind of KINDS) mark(root, kind, now);
    showMarks(root, now.marks, null);
    return store.subscribe((next, previous) => {
      for (const kind of KINDS)
        if (next[kind] !== previous[kind] || next.isOver !== previous.isOver) mark(root, kind, next);
      if (next.marks !== previous.marks) showMarks(root, next.marks, previous.marks);
    });
  });
}

/** The slot an event happened on, if any. */
export function slotOfEvent(event: { target: EventTarget | null }): number | null {
  const element = event.target instanceof Element ? event.target.closest("[data-slot]") : null;
  const slot = element?.getAttribute("data-slot");
  return slot ? Number(slot) : null;
}

/** A slot is chosen; with Shift, `extend` also chooses everything in between. */
export type PickSlot = (slot: number, extend: boolean) => void;

/** Handlers for a drawing: pointing highlights a slot, pressing chooses it. */
export function pointerHandlers({ light }: Highlights, onPick: PickSlot) {
  return {
    onPointerOver: (event: React.PointerEvent) => light({ hover: slotOfEvent(event) }),
    onPointerLeave: () => light({ hover: null }),
    onClick: (event: React.MouseEvent) => {
      const slot = slotOfEvent(event);
      if (slot !== null) onPick(slot, event.shiftKey);
    },
  };
}
