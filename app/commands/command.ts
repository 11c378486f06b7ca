/**
 * Commands: what you can do, with which key, and its name. Key handler, key list, tooltips, menus and palette all read
 * these.
 */

import { isLetterKey, nameKeyCap } from "./keys";

/** A command as a screen's table defines it. What it does depends on the current scene. */
export interface CommandEntry<Scene> {
  readonly id: string;
  /** As named by {@link nameKey}; tooltips show the first. Empty for a command without a key. */
  readonly keys: readonly string[];
  /** "Play or stop". */
  readonly name: string;
  /** Its heading in the key list. */
  readonly group: string;
  /** Only while the focus is inside an element with this word in its `data-scope`; anywhere if absent. */
  readonly scope?: string;
  /** Whether it also works while you type in a field; "own": only in fields that hold what the command acts on. */
  readonly whileTyping?: boolean | "own";
  readonly canRun?: (scene: Scene) => boolean;
  readonly run: (scene: Scene) => void;
}

export type CommandTable<Scene> = readonly CommandEntry<Scene>[];

/** A command that is available now. */
export interface Command extends Omit<CommandEntry<never>, "canRun" | "run"> {
  readonly canRun: () => boolean;
  readonly run: () => void;
}

/** A table and the scene it acts on; the scene is read when a command runs. */
export function bindTable<Scene>(table: CommandTable<Scene>, sceneNow: () => Scene): Command[] {
  return table.map(({ canRun, run, ...entry }) => ({
    ...entry,
    canRun: () => canRun?.(sceneNow()) ?? true,
    run: () => run(sceneNow()),
  }));
}

/** The player's own keys, by command id, instead of the default ones. */
export type OwnKeys = Readonly<Record<string, readonly string[]>>;

/** The command with the player's own keys, if there are any. */
export function withOwnKeys<Entry extends Pick<Command, "id" | "keys">>(entry: Entry, own: OwnKeys): Entry {
  const keys = Object.hasOwn(own, entry.id) ? own[entry.id] : undefined;
  return keys ? { ...entry, keys } : entry;
}

/** Commands available at the same time, with their current keys. */
export interface InForce extends Command {
  /** Its default keys, and the command that the player has given each of them to. */
  readonly lost: readonly { readonly key: string; readonly to: string }[];
}

/**
 * The current keys of commands available at the same time, newest last. A key that the player has given to a command
 * belongs to no other; if two have it, the newer one wins.
 */
export function keysInForce(commands: readonly Command[], own: OwnKeys): (command: Command) => InForce {
  const placeOf = (scope: string | undefined, key: string) => `${scope ?? ""} ${key}`;
  const owners = new Map(
    commands
      .filter(({ id }) => Object.hasOwn(own, id))
      .flatMap((command) =>
        withOwnKeys(command, own).keys.map((key) => [placeOf(command.scope, key), command] as const),
      ),
  );
  return (command) => {
    const { keys } = withOwnKeys(command, own);
    const ownerOf = (key: string) => owners.get(placeOf(command.scope, key)) ?? command;
    const lost = keys.filter((key) => ownerOf(key).id !== command.id);
    return {
      ...command,
      keys: keys.filter((key) => !lost.includes(key)),
      lost: lost.map((key) => ({ key, to: ownerOf(key).name })),
    };
  };
}

/** The command that already has a key; null if the key is free. */
export function takenBy(commands: readonly Command[], id: string, key: string): Command | null {
  const scope = commands.find((one) => one.id === id)?.scope;
  return commands.find((one) => one.id !== id && one.scope === scope && one.keys.includes(key)) ?? null;
}

/** "Play or stop (Space)": the tooltip of a button that does the same. */
export function hintOf<Scene>(table: CommandTable<Scene>, id: string, own: OwnKeys = {}): string {
  const entry = table.find((one) => one.id === id);
  if (!entry) throw new Error(`no command ${id}`);
  const [key] = withOwnKeys(entry, own).keys;
  return key ? `${entry.name} (${nameKeyCap(key)})` : entry.name;
}

export interface Press {
  readonly key: string;
  readonly isTyping: boolean;
  /** Whether the focus is in a field of what is being edited, not in one beside it. */
  readonly isOwnField: boolean;
  /** Whether single letters, digits and signs are commands now. */
  readonly allowsLetters: boolean;
  /** Whether the focused element uses the key itself. */
  readonly isKept: boolean;
  readonly isInScope: (scope: string) => boolean;
}

/**
 * The command for a key press: the last registered first, and a focused scope's own before all others. Null for none.
 */
export function findCommand(layers: readonly (readonly Command[])[], press: Press): Command | null {
  if (!press.allowsLetters && isLetterKey(press.key)) return null;
  const maySoTyped = ({ whileTyping }: Pick<Command, "whileTyping">) =>
    !press.isTyping || (whileTyping === "own" ? press.isOwnField : whileTyping === true);
  const matches = (command: Command) => command.keys.includes(press.key) && maySoTyped(command) && command.canRun();
  const newest = layers.toReversed().flat();
  const scoped = newest.find(({ scope, ...rest }) => scope && press.isInScope(scope) && matches({ scope, ...rest }));
  if (scoped) return scoped;
  return newest.find((command) => !command.scope && matches(command) && (command.whileTyping || !press.isKept)) ?? null;
}

/** Commands by heading, in order of first appearance. */
export function groupCommands<One extends Command>(commands: readonly One[]): ReadonlyMap<string, readonly One[]> {
  const groups = new Map<string, One[]>();
  for (const command of commands) groups.set(command.group, [...(groups.get(command.group) ?? []), command]);
  return groups;
}

/**
 * Commands that match the words typed into the palette: every word must occur in the name, the heading, or the other
 * words for it in `finds`, by command id.
 */
export function searchCommands(
  commands: readonly Command[],
  typed: string,
  finds: Readonly<Record<string, string>> = {},
): Command[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const textOf = ({ id, name, group }: Command) => `${name} ${group} ${finds[id] ?? ""}`.toLowerCase();
  const found = commands.filter((command) => words.every((word) => textOf(command).includes(word)));
  // Names that start with the typed text come first, then names that contain it.
  const rank = ({ name }: Command) => {
    const at = name.toLowerCase().indexOf(words[0] ?? "");
    return at === 0 ? 0 : at > 0 ? 1 : 2;
  };
  return found.toSorted((a, b) => rank(a) - rank(b));
}
