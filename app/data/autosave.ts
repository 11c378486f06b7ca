/** Keeps a row of the book saved while it is edited, and notices when another tab saves it too. */

import type { Drafts } from "./draft";
import { type Row, type RowTable, saveRow, watchRow } from "./rows";

export type SaveState<Content> =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  | { readonly kind: "conflict"; readonly theirs: Row<Content> }
  | { readonly kind: "gone" }
  | { readonly kind: "failed"; readonly full: boolean; readonly draftKept: boolean };

/** Milliseconds of rest after an edit before it goes to the database. */
const REST = 250;
const RETRY = 5_000;

const open = new Set<{ flush: () => Promise<void> }>();

/** Saves everything that is being edited; for screens that are about to read the book. */
export async function flushSaves(): Promise<void> {
  await Promise.all([...open].map((saver) => saver.flush()));
}

export interface AutosaveEvents<Content> {
  readonly onState: (state: SaveState<Content>) => void;
  /** Another tab saved this row while nothing was unsaved here. */
  readonly onTheirs: (row: Row<Content>) => void;
}

export class Autosave<Content> {
  private pending: Content | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: Promise<void> | null = null;
  private state: SaveState<Content> = { kind: "saved" };
  private readonly stopWatching: () => void;

  constructor(
    private readonly table: RowTable<Content>,
    private readonly drafts: Drafts<Content>,
    private readonly id: string,
    private revision: number,
    private readonly events: AutosaveEvents<Content>,
  ) {
    open.add(this);
    this.stopWatching = watchRow(table, id, (row) => this.notice(row));
  }

  /** Takes an edit: written down at once, saved after a short rest. */
  queue(content: Content) {
    this.pending = content;
    const draftKept = this.drafts.write(this.id, this.revision, content);
    if (this.state.kind === "conflict" || this.state.kind === "gone") return;
    if (this.state.kind !== "failed") this.say({ kind: "saving" });
    else this.say({ ...this.state, draftKept });
    this.wait(REST);
  }

  /** Saves what is pending now. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    // Of two at once, the second would find the first one's save and take it for another tab's.
    while (this.running) await this.running;
    if (!this.pending || this.state.kind === "conflict" || this.state.kind === "gone") return;
    this.running = this.save(this.pending).finally(() => {
      this.running = null;
    });
    await this.running;
  }

  /** Goes on from the other tab's version: nothing here is pending any more. */
  takeTheirs(row: Row<Content>) {
    this.pending = null;
    this.revision = row.revision;
    this.drafts.clear(this.id);
    this.say({ kind: "saved" });
  }

  /** Saves this tab's version over the other tab's. */
  async keepMine(row: Row<Content>): Promise<void> {
    this.revision = row.revision;
    this.say({ kind: "saving" });
    await this.flush();
  }

  /** Saves and lets go. */
  async close(): Promise<void> {
    this.stopWatching();
    await this.flush();
    open.delete(this);
  }

  private wait(time: number) {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), time);
  }

  private async save(content: Content): Promise<void> {
    try {
      const result = await saveRow(this.table, this.id, this.revision, content);
      if (result.kind === "saved") {
        this.revision = result.revision;
        if (this.pending === content) {
          this.pending = null;
          this.drafts.clear(this.id);
          this.say({ kind: "saved" });
        } else {
          // Edited meanwhile: the draft says from which revision.
          this.drafts.write(this.id, this.revision, this.pending ?? content);
          this.wait(REST);
        }
      } else this.say(result);
    } catch (error) {
      const name = error instanceof Error ? error.name : "";
      const draftKept = this.drafts.write(this.id, this.revision, content);
      this.say({ kind: "failed", full: name.includes("Quota"), draftKept });
      this.wait(RETRY);
    }
  }

  private notice(row: Row<Content> | null) {
    if (!row || row.revision <= this.revision) return;
    // Unsaved edits here: the next save finds the conflict. Our own save in flight is no news.
    if (this.pending || this.running) return;
    this.revision = row.revision;
    this.events.onTheirs(row);
  }

  private say(state: SaveState<Content>) {
    this.state = state;
    this.events.onState(state);
  }
}
