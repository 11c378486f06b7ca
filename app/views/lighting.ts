/**
 * Which slot is pointed at, chosen and sounding. All views mark their drawings with `data-slot`; this puts
 * `data-hover`, `data-cursor` and `data-playing` on them, whatever drew them, without drawing again.
 */

import { type RefObject, useEffect } from "react";
import { create } from "zustand";

interface Lighting {
  readonly hover: number | null;
  readonly cursor: number | null;
  readonly playing: number | null;
}

export const useLightingStore = create<Lighting>(() => ({ hover: null, cursor: null, playing: null }));

const KINDS = ["hover", "cursor", "playing"] as const;

/** Changes the lights; nothing happens when they are so already. */
export function light(change: Partial<Lighting>) {
  const now = useLightingStore.getState();
  if (KINDS.some((kind) => kind in change && change[kind] !== now[kind])) useLightingStore.setState(change);
}

function mark(root: Element, kind: keyof Lighting, slot: number | null) {
  const attribute = `data-${kind}`;
  for (const element of root.querySelectorAll(`[${attribute}]`)) {
    if (element.getAttribute("data-slot") !== String(slot)) element.removeAttribute(attribute);
  }
  if (slot === null) return;
  for (const element of root.querySelectorAll(`[data-slot="${slot}"]`)) element.setAttribute(attribute, "");
}

/** Keeps the marks on what is inside `ref` true, also after it is drawn anew. */
export function useLighting(ref: RefObject<Element | null>) {
  // After every drawing, on purpose: elements may be new, and marking again costs little.
  useEffect(() => {
    const root = ref.current;
    if (!root) return;
    const now = useLightingStore.getState();
    for (const kind of KINDS) mark(root, kind, now[kind]);
    return useLightingStore.subscribe((next, previous) => {
      for (const kind of KINDS) if (next[kind] !== previous[kind]) mark(root, kind, next[kind]);
    });
  });
}

/** The slot that an event happened on, if any. */
export function slotOfEvent(event: { target: EventTarget | null }): number | null {
  const element = event.target instanceof Element ? event.target.closest("[data-slot]") : null;
  const slot = element?.getAttribute("data-slot");
  return slot ? Number(slot) : null;
}

/** A slot is picked; `extend` is asked for with shift, to pick all that lies between as well. */
export type PickSlot = (slot: number, extend: boolean) => void;

/** Handlers for a drawing: pointing lights a slot, pressing picks it. */
export function pointerHandlers(onPick: PickSlot) {
  return {
    onPointerOver: (event: React.PointerEvent) => light({ hover: slotOfEvent(event) }),
    onPointerLeave: () => light({ hover: null }),
    onClick: (event: React.MouseEvent) => {
      const slot = slotOfEvent(event);
      if (slot !== null) onPick(slot, event.shiftKey);
    },
  };
}
