/** The available commands: screens register theirs while they are shown, and one handler runs them. */

import { createContext, lazy, Suspense, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import {
  bindTable,
  type Command,
  type CommandTable,
  findCommand,
  hintOf,
  type InForce,
  keysInForce,
  type OwnKeys,
  withOwnKeys,
} from "./command";
import { isTyping, keepsKey, nameKey } from "./keys";

interface Registry {
  readonly add: (commands: readonly Command[]) => () => void;
  readonly listAll: () => InForce[];
  /** One of them by its id. */
  readonly find: (id: string) => InForce | undefined;
  readonly open: (what: "palette" | "keys") => void;
  /** More commands, listed only while the palette is open. */
  readonly addSource: (source: CommandSource) => () => void;
}

export type CommandSource = () => Promise<readonly Command[]>;

const RegistryContext = createContext<Registry | null>(null);

const Palette = lazy(() => import("./palette"));
const KeyList = lazy(() => import("./key-list"));

export function useRegistry(): Registry {
  const registry = useContext(RegistryContext);
  if (!registry) throw new Error("commands belong inside the app");
  return registry;
}

const MUTE: Registry = {
  add: () => () => {},
  listAll: () => [],
  find: () => undefined,
  open: () => {},
  addSource: () => () => {},
};

const OwnKeysContext = createContext<OwnKeys>({});

/** The tooltip of a button that runs this command, with the player's own key. */
export function useHint(): <Scene>(table: CommandTable<Scene>, id: string) => string {
  const own = useContext(OwnKeysContext);
  const registry = useContext(RegistryContext);
  return useCallback(
    (table, id) => {
      if (Object.keys(own).length === 0) return hintOf(table, id);
      // Its key may now belong to another command.
      const entry = registry?.find(id);
      return hintOf(table, id, entry ? { [id]: entry.keys } : own);
    },
    [own, registry],
  );
}

/** The key of a command by id: the default, or the player's own. */
export function useKey(id: string, supplied: string): string {
  const own = useContext(OwnKeysContext);
  return withOwnKeys({ id, keys: [supplied] }, own).keys[0] ?? "";
}

/** Components inside register no commands: this is a preview. */
export function MuteCommands({ children }: { readonly children: React.ReactNode }) {
  return <RegistryContext value={MUTE}>{children}</RegistryContext>;
}

/** Registers a screen's commands while it is shown. */
export function useCommands<Scene>(table: CommandTable<Scene>, scene: Scene) {
  const { add } = useRegistry();
  const now = useRef(scene);
  now.current = scene;
  useEffect(() => add(bindTable(table, () => now.current)), [add, table]);
}

export const APP_COMMANDS: CommandTable<Registry> = [
  {
    id: "palette",
    keys: ["Mod+k"],
    name: "Find a command",
    group: "Everywhere",
    whileTyping: true,
    run: ({ open }) => open("palette"),
  },
  { id: "keys", keys: ["?"], name: "Show all keys", group: "Everywhere", run: ({ open }) => open("keys") },
];

interface CommandsProviderProps {
  /** Whether single letters and signs are commands now. */
  readonly allowsLetters: () => boolean;
  readonly ownKeys: OwnKeys;
  readonly onOwnKeys: (keys: OwnKeys) => void;
  readonly children: React.ReactNode;
}

export function CommandsProvider({ allowsLetters, ownKeys, onOwnKeys, children }: CommandsProviderProps) {
  const own = useRef(ownKeys);
  own.current = ownKeys;
  const [opened, setOpened] = useState<"palette" | "keys" | null>(null);
  const sources = useRef(new Set<CommandSource>());
  const layers = useRef(new Map<object, readonly Command[]>());
  const registry = useMemo(
    (): Registry => ({
      add: (commands) => {
        const key = {};
        layers.current.set(key, commands);
        return () => layers.current.delete(key);
      },
      listAll: () => {
        const all = [...layers.current.values()].flat();
        return all.map(keysInForce(all, own.current));
      },
      find: (id) => {
        const all = [...layers.current.values()].flat();
        const one = all.find((command) => command.id === id);
        return one && keysInForce(all, own.current)(one);
      },
      open: setOpened,
      addSource: (source) => {
        sources.current.add(source);
        return () => sources.current.delete(source);
      },
    }),
    [],
  );
  useEffect(() => registry.add(bindTable(APP_COMMANDS, () => registry)), [registry]);
  const isOpen = opened !== null;
  const mayRunLetters = useRef(allowsLetters);
  mayRunLetters.current = allowsLetters;
  useEffect(() => {
    if (isOpen) return;
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const target = event.target instanceof Element ? event.target : document.body;
      const key = nameKey(event);
      const all = [...layers.current.values()];
      const inForce = keysInForce(all.flat(), own.current);
      const command = findCommand(
        all.map((layer) => layer.map(inForce)),
        {
          key,
          isTyping: isTyping(target),
          isOwnField: target.closest("[data-edits]") !== null,
          allowsLetters: mayRunLetters.current(),
          isKept: keepsKey(key, target),
          isInScope: (scope) =>
            target.closest(`[data-scope~="${scope}"]`) !== null && target.closest("button") === null,
        },
      );
      if (!command) return;
      event.preventDefault();
      command.run();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [isOpen]);
  return (
    <RegistryContext value={registry}>
      <OwnKeysContext value={ownKeys}>{children}</OwnKeysContext>
      <Suspense fallback={null}>
        {opened === "palette" ? (
          <Palette commands={registry.listAll()} sources={sources.current} onClose={() => setOpened(null)} />
        ) : null}
        {opened === "keys" ? (
          <KeyList
            commands={registry.listAll()}
            ownKeys={ownKeys}
            onOwnKeys={onOwnKeys}
            onClose={() => setOpened(null)}
          />
        ) : null}
      </Suspense>
    </RegistryContext>
  );
}
