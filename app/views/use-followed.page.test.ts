import { type ComponentType, createElement, startTransition, useEffect } from "react";
import { createRoot, type Root } from "react-dom/client";
import { afterEach, expect, test, vi } from "vitest";
import { createStore, type StoreApi } from "zustand/vanilla";
import { useFollowed, useLater } from "./use-followed";

interface PhraseAndCursor {
  readonly line: string;
  readonly cursor: number;
}
const lineOf = ({ line }: PhraseAndCursor) => line;
const cursorOf = ({ cursor }: PhraseAndCursor) => cursor;

interface ShownProps {
  readonly store: StoreApi<PhraseAndCursor>;
  readonly tell: (shown: string) => void;
}

function Both({ store, tell }: ShownProps) {
  const shown = `${useFollowed(store, lineOf)} ${useFollowed(store, cursorOf)}`;
  useEffect(() => tell(shown), [tell, shown]);
  return shown;
}

function Early({ store, tell }: ShownProps) {
  // An earlier effect of the same component runs before the store is watched.
  useEffect(() => store.setState({ line: "L" }), [store]);
  const line = useFollowed(store, lineOf);
  useEffect(() => tell(line), [tell, line]);
  return line;
}

function Later({ store, tell }: ShownProps) {
  const line = useFollowed(store, lineOf);
  const later = useLater(line);
  useEffect(() => tell(`${line} ${later}`), [tell, line, later]);
  return line;
}

let root: Root | null = null;
afterEach(() => {
  root?.unmount();
  document.body.replaceChildren();
});

/** Renders a component on a store, and returns everything that it shows, in order. */
function show(component: ComponentType<ShownProps>) {
  const store = createStore<PhraseAndCursor>(() => ({ line: "R", cursor: 0 }));
  const seen: string[] = [];
  root = createRoot(document.body.appendChild(document.createElement("div")));
  const element = createElement(component, { store, tell: (shown) => void seen.push(shown) });
  startTransition(() => root?.render(element));
  return { store, seen };
}

test("parts that change in one event are shown together, and only the newest of several changes", async () => {
  const { store, seen } = show(Both);
  await vi.waitFor(() => expect(seen).toEqual(["R 0"]));
  store.setState({ line: "RL" });
  store.setState({ cursor: 1 });
  store.setState({ line: "RLK" });
  // Nothing is rendered within the event itself.
  expect(seen).toEqual(["R 0"]);
  await vi.waitFor(() => expect(seen).toEqual(["R 0", "RLK 1"]));
});

test("a change before the first effect isn't missed", async () => {
  const { seen } = show(Early);
  await vi.waitFor(() => expect(seen.at(-1)).toBe("L"));
});

test("what takes longest comes after the rest", async () => {
  const { store, seen } = show(Later);
  await vi.waitFor(() => expect(seen).toEqual(["R R"]));
  store.setState({ line: "L" });
  await vi.waitFor(() => expect(seen).toEqual(["R R", "L R", "L L"]));
});
