import { createElement, startTransition, useEffect } from "react";
import { createRoot } from "react-dom/client";
import { expect, test, vi } from "vitest";
import { createStore, type StoreApi } from "zustand/vanilla";
import { useFollowed, useLater } from "./use-followed";

interface Held {
  readonly line: string;
  readonly cursor: number;
}
const lineOf = ({ line }: Held) => line;
const cursorOf = ({ cursor }: Held) => cursor;

/** Renders a component that shows both parts of a store, and returns each state that the page has shown. */
async function follow(store: StoreApi<Held>) {
  const seen: string[] = [];
  function Shown() {
    const shown = `${useFollowed(store, lineOf)} ${useFollowed(store, cursorOf)}`;
    useEffect(() => {
      if (seen.at(-1) !== shown) seen.push(shown);
    }, [shown]);
    return shown;
  }
  const root = createRoot(document.body.appendChild(document.createElement("div")));
  startTransition(() => root.render(createElement(Shown)));
  await vi.waitFor(() => expect(seen).toHaveLength(1));
  return { seen, close: () => root.unmount() };
}

test("parts that change in one event are shown together, and only the newest of several changes", async () => {
  const store = createStore<Held>(() => ({ line: "R", cursor: 0 }));
  const { seen, close } = await follow(store);
  store.setState({ line: "RL" });
  store.setState({ cursor: 1 });
  store.setState({ line: "RLK" });
  // Nothing is rendered within the event itself.
  expect(seen).toEqual(["R 0"]);
  await vi.waitFor(() => expect(seen.at(-1)).toBe("RLK 1"));
  expect(seen).toEqual(["R 0", "RLK 1"]);
  close();
});

test("a change before the first effect isn't missed", async () => {
  const store = createStore<Held>(() => ({ line: "R", cursor: 0 }));
  function Early() {
    // Children's effects run first, and so does an earlier one of the same component.
    useEffect(() => store.setState({ line: "L" }), []);
    return useFollowed(store, lineOf);
  }
  const place = document.body.appendChild(document.createElement("div"));
  const root = createRoot(place);
  root.render(createElement(Early));
  await vi.waitFor(() => expect(place.textContent).toBe("L"));
  root.unmount();
});

test("what takes longest comes after the rest", async () => {
  const store = createStore<Held>(() => ({ line: "R", cursor: 0 }));
  const seen: string[] = [];
  function Shown() {
    const line = useFollowed(store, lineOf);
    const later = useLater(line);
    useEffect(() => void seen.push(`${line} ${later}`), [line, later]);
    return line;
  }
  const root = createRoot(document.body.appendChild(document.createElement("div")));
  root.render(createElement(Shown));
  await vi.waitFor(() => expect(seen).toEqual(["R R"]));
  store.setState({ line: "L" });
  await vi.waitFor(() => expect(seen).toEqual(["R R", "L R", "L L"]));
  root.unmount();
});
