/** What the app can listen to, and what each source can detect. */
export interface SourceDefinition {
  /** Who judges a repeat: the app, from hits; or the player, with buttons. */
  readonly judge: "app" | "player";
  /** Whether hits come from hardware or are simulated; null for no hits. */
  readonly hits: "live" | "simulated" | null;
  /** The setting with its latency; null if it has none. */
  readonly latency: "keys" | "midi" | null;
}

export const SOURCE_DEFINITIONS = {
  self: { judge: "player", hits: null, latency: null },
  keys: { judge: "app", hits: "live", latency: "keys" },
  midi: { judge: "app", hits: "live", latency: "midi" },
  drummer: { judge: "app", hits: "simulated", latency: null },
} satisfies Readonly<Record<string, SourceDefinition>>;
export type Source = keyof typeof SOURCE_DEFINITIONS;
export const SOURCES = Object.keys(SOURCE_DEFINITIONS) as Source[];

export function isSelfJudged(source: Source): boolean {
  return SOURCE_DEFINITIONS[source].judge === "player";
}

export function isSimulated(source: Source): boolean {
  return SOURCE_DEFINITIONS[source].hits === "simulated";
}
