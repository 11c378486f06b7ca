/** Commands: what can be done, by which key, in which words. Handler, key list, tooltips, menus and palette read these. */

import { isLetterKey, nameKeyCap } from "./keys";

/** A command as a screen's table has it: what it does follows from the scene of the moment. */
export interface CommandEntry<Scene> {
  readonly id: string;
  /** As {@link nameKey} names them; the first one is shown in tooltips. Empty for a command without a key. */
  readonly keys: readonly string[];
  /** "Play or stop". */
  readonly name: string;
  /** The heading that it stands under in the key list. */
  readonly group: string;
  /** Only while the focus is inside an element with this word in its `data-scope`; anywhere without. */
  readonly scope?: string;
  /** Also while a field is typed in; "own": only in fields that hold what the command acts on. */
  readonly whileTyping?: boolean | "own";
  readonly canRun?: (scene: Scene) => boolean;
  readonly run: (scene: Scene) => void;
}

export type CommandTable<Scene> = readonly CommandEntry<Scene>[];

/** A command of the moment. */
export interface Command extends Omit<CommandEntry<never>, "canRun" | "run"> {
  readonly canRun: () => boolean;
  readonly run: () => void;
}

/** A table with the scene that it acts on; the scene is asked for when a command runs. */
export function bindTable<Scene>(table: CommandTable<Scene>, sceneNow: () => Scene): Command[] {
  return table.map(({ canRun, run, ...entry }) => ({
    ...entry,
    canRun: () => canRun?.(sceneNow()) ?? true,
    run: () => run(sceneNow()),
  }));
}

/** The keys that a player has given to commands, by their ids, in place of their own. */
export type OwnKeys = Readonly<Record<string, readonly string[]>>;

/** The command with the player's keys, where they have given it others. */
export function withOwnKeys<Entry extends Pick<Command, "id" | "keys">>(entry: Entry, own: OwnKeys): Entry {
  const keys = Object.hasOwn(own, entry.id) ? own[entry.id] : undefined;
  return keys ? { ...entry, keys } : entry;
}

/** Commands that are there at the same time, with the keys in force. */
export interface InForce extends Command {
  /** Keys that it was supplied with, and the name of the command that the player has given each to. */
  readonly lost: readonly { readonly key: string; readonly to: string }[];
}

/**
 * The keys in force of commands that are there at the same time, the newest last. A key that the player has given to one of
 * them is no other's in its place, wherever it was given; of two that were given the same key, the newest has it.
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

/** What a key that is to be given to a command does already; null where it is free. */
export function takenBy(commands: readonly Command[], id: string, key: string): Command | null {
  const scope = commands.find((one) => one.id === id)?.scope;
  return commands.find((one) => one.id !== id && one.scope === scope && one.keys.includes(key)) ?? null;
}

/** "Play or stop (Space)": for a button that does the same. */
export function hintOf<Scene>(table: CommandTable<Scene>, id: string, own: OwnKeys = {}): string {
  const entry = table.find((one) => one.id === id);
  if (!entry) throw new Error(`no command ${id}`);
  const [key] = withOwnKeys(entry, own).keys;
  return key ? `${entry.name} (${nameKeyCap(key)})` : entry.name;
}

export interface Press {
  readonly key: string;
  readonly isTyping: boolean;
  /** Whether it is typed into a field of what is edited, not one beside it. */
  readonly isOwnField: boolean;
  /** Whether letters, digits and signs by themselves are commands at the moment. */
  readonly allowsLetters: boolean;
  /** Whether the focus keeps the key for itself. */
  readonly isKept: boolean;
  readonly isInScope: (scope: string) => boolean;
}

/**
 * The command that a key press means: of what is registered last first, and where the focus is inside a scope that
 * scope's own before all others. Null for none.
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

/** Commands by heading, in the order in which these first come. */
export function groupCommands<One extends Command>(commands: readonly One[]): ReadonlyMap<string, readonly One[]> {
  const groups = new Map<string, One[]>();
  for (const command of commands) groups.set(command.group, [...(groups.get(command.group) ?? []), command]);
  return groups;
}

/** Commands that the words typed into the palette find: every word stands somewhere in name or heading. */
export function searchCommands(commands: readonly Command[], typed: string): Command[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const found = commands.filter(({ name, group }) => {
    const text = `${name} ${group}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  // A name that begins with what is typed comes first.
  const rank = ({ name }: Command) => (name.toLowerCase().startsWith(words[0] ?? "") ? 0 : 1);
  return found.toSorted((a, b) => rank(a) - rank(b));
}
