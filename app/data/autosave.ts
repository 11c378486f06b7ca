/** Saves a row of the book while you edit it, and notices when another tab saves it too. */

import type { Journal, JournalTable } from "./journal";
import { type Page, thisPage, type Writer } from "./page";
import { putAtOnce } from "./put-at-once";
import { getRow, lastPage, type Row, type RowTable, restoreRow, type SaveResult, saveRow, watchRow } from "./rows";
import { type StorageTrouble, troubleOf, withTimeout } from "./trouble";

export type SaveState<Content> =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  /** Saved, but in the bin. */
  | { readonly kind: "binned" }
  | { readonly kind: "conflict"; readonly theirs: Row<Content> }
  | { readonly kind: "gone" }
  /** `isNoted`: the journal has the last edit. */
  | { readonly kind: "failed"; readonly trouble: StorageTrouble; readonly isNoted: boolean };

/** Milliseconds from the first unsaved edit until it is saved, however fast more edits follow. */
const SAVE_AFTER = 300;
const RETRY = 5_000;
/** A save that takes longer is reported. Milliseconds. */
const SILENT_AFTER = 8_000;

const open = new Set<{ flush: () => Promise<void>; verify: () => Promise<void> }>();

/** Saves everything being edited; for screens that are about to read the book. */
export async function flushSaves(): Promise<void> {
  await Promise.all([...open].map((saver) => saver.flush()));
}

/** Checks that every open row still exists: site data may be cleared while a page is open. */
export async function verifySaves(): Promise<void> {
  await Promise.all([...open].map((saver) => saver.verify()));
}

export interface AutosaveEvents<Content> {
  readonly onState: (state: SaveState<Content>) => void;
  /** The row was saved elsewhere while nothing was unsaved here: by another tab, or by another part of this page. */
  readonly onTheirs: (row: Row<Content>, isThisPage: boolean) => void;
}

/** Where a row is stored, and where its unsaved edits go. */
export interface SaveTarget<Content> {
  readonly table: RowTable<Content>;
  readonly journal: Journal<Content>;
  readonly entries: JournalTable;
}

interface PendingEdit<Content> {
  readonly content: Content;
  readonly by: Writer;
}

export class Autosave<Content> {
  private pending: PendingEdit<Content> | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private running: Promise<void> | null = null;
  private state: SaveState<Content> = { kind: "saved" };
  private isNoted = true;
  /** Later edits of this page belong to this saver. */
  private readonly since: number;
  private readonly stopWatching: () => void;

  constructor(
    private readonly shelf: SaveTarget<Content>,
    private readonly id: string,
    private revision: number,
    private readonly events: AutosaveEvents<Content>,
    private readonly page: Page = thisPage(),
  ) {
    this.since = page.edit().edit;
    open.add(this);
    this.stopWatching = watchRow(shelf.table, id, (row) => this.notice(row));
  }

  /** Takes an edit: into the journal immediately, over the row soon. */
  queue(content: Content) {
    this.pending = { content, by: this.page.edit() };
    this.note();
    if (this.isStuck()) return;
    if (this.state.kind !== "failed") this.say({ kind: "saving" });
    this.wait(SAVE_AFTER);
  }

  /** Saves pending edits now. */
  async flush(): Promise<void> {
    this.stopWaiting();
    // Of two concurrent saves, the second would conflict with the first.
    while (this.running) await this.running;
    const { pending } = this;
    if (!pending || this.isStuck()) return;
    await this.run(() => this.save(pending));
  }

  /** Reports if the row is gone; a pending save finds that out itself. */
  async verify(): Promise<void> {
    if (this.pending || this.running || this.isStuck()) return;
    const { table } = this.shelf;
    try {
      // A connection closed by the browser doesn't always reopen on its own.
      if (!table.db.isOpen()) await withTimeout(SILENT_AFTER, table.db.open());
      const row = await withTimeout(SILENT_AFTER, getRow(table, this.id));
      if (this.pending || this.running) return;
      if (!row) this.say({ kind: "gone" });
      else if (this.state.kind === "failed") this.say(restingState(row));
    } catch (error) {
      this.say({ kind: "failed", trouble: troubleOf(error), isNoted: this.isNoted });
    }
  }

  /** Continues from the row's current state, with nothing pending. Null if there is no row. */
  async takeTheirs(): Promise<Row<Content> | null> {
    while (this.running) await this.running;
    this.pending = null;
    await this.forget();
    const row = await getRow(this.shelf.table, this.id);
    if (!row) {
      this.say({ kind: "gone" });
      return null;
    }
    this.revision = row.revision;
    this.say(restingState(row));
    return row;
  }

  /** Saves this tab's version over the row, whatever it is now; recreates a missing row. */
  async keepMine(): Promise<void> {
    while (this.running) await this.running;
    const { pending } = this;
    if (!pending) return;
    this.say({ kind: "saving" });
    await this.run(() => this.save(pending, true));
  }

  /** Restores the row from the bin. */
  async bringBack(): Promise<void> {
    await restoreRow(this.shelf.table, this.id);
  }

  /** Saves and releases. */
  async close(): Promise<void> {
    this.stopWatching();
    await this.flush();
    this.stopWaiting();
    open.delete(this);
    if (!this.pending) await this.forget().catch(console.error);
  }

  /** Removes finished entries from the journal, but not those written in the meantime. */
  private async forget(): Promise<void> {
    const { journal, entries } = this.shelf;
    const now = this.page.edit();
    await entries.db.transaction("rw", entries, () => journal.settle(entries, this.id, now));
  }

  /** Whether saving waits for the player's decision. */
  private isStuck(): boolean {
    return this.state.kind === "conflict" || this.state.kind === "gone";
  }

  private note() {
    const { pending } = this;
    if (!pending) return;
    const { journal, entries } = this.shelf;
    putAtOnce(entries, [journal.entryOf(this.id, pending.by, this.revision, pending.content)], (error) => {
      this.isNoted = error === null;
      if (this.state.kind === "failed" && this.state.isNoted !== this.isNoted) {
        this.say({ ...this.state, isNoted: this.isNoted });
      }
    });
  }

  /** The first unsaved edit decides when to save: later ones must not postpone it. */
  private wait(time: number) {
    this.timer ??= setTimeout(() => void this.flush(), time);
  }

  private stopWaiting() {
    clearTimeout(this.timer);
    this.timer = undefined;
  }

  private async run(work: () => Promise<void>) {
    this.running = work().finally(() => {
      this.running = null;
    });
    await this.running;
  }

  private async save(pending: PendingEdit<Content>, overAll = false): Promise<void> {
    try {
      this.settle(pending, await withTimeout(SILENT_AFTER, this.write(pending, overAll)));
    } catch (error) {
      this.say({ kind: "failed", trouble: troubleOf(error), isNoted: this.isNoted });
      this.wait(RETRY);
    }
  }

  private write({ content, by }: PendingEdit<Content>, overAll: boolean): Promise<SaveResult<Content>> {
    const base = overAll ? null : this.revision;
    return saveRow(this.shelf.table, this.id, base, content, by, this.since);
  }

  private settle(saved: PendingEdit<Content>, result: SaveResult<Content>) {
    if (result.kind !== "saved") {
      this.say(result);
      return;
    }
    this.revision = result.row.revision;
    if (this.pending === saved) {
      this.pending = null;
      this.say(restingState(result.row));
    } else {
      // Edited in the meantime.
      this.say({ kind: "saving" });
      this.wait(SAVE_AFTER);
    }
  }

  private notice(row: Row<Content> | null) {
    if (!row) return;
    // There are unsaved edits here: the next save will find the conflict. Our own save in flight is no news.
    if (this.pending || this.running) return;
    if (row.revision > this.revision) {
      this.revision = row.revision;
      this.events.onTheirs(row, lastPage(row) === this.page.id);
    }
    if (this.state.kind !== restingState(row).kind) this.say(restingState(row));
  }

  private say(state: SaveState<Content>) {
    this.state = state;
    this.events.onState(state);
  }
}

/** The state of a row with everything saved. */
export function restingState({ deletedAt }: Pick<Row<unknown>, "deletedAt">): { readonly kind: "saved" | "binned" } {
  return { kind: deletedAt > 0 ? "binned" : "saved" };
}
