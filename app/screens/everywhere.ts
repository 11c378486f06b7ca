/** What can be done from anywhere, beside the commands of the screen: places, and the player's fills and lessons. */

import type { Command } from "~/commands/command";
import { listRows } from "~/data/rows";
import { currentBook } from "~/library/current";
import { addressOf, FILL_TABS } from "~/library/fill/address";
import { latestFillId } from "~/library/fill/fills";
import { BOOKS, NOTES } from "~/ui/import-button";
import { TAB_NAMES } from "~/words/fill";

interface Everywhere {
  readonly goTo: (address: string) => void;
  readonly importFile: (file: File) => void;
}

/** A part of a screen: its name, its address, where it leads, and other words for it. */
const PLACES: readonly (readonly [name: string, address: string, group: string])[] = [
  ["Hands: right-handed, left-handed, open-handed", "/setup#hands", "Setup"],
  ["Counting, theme and letter keys", "/setup#reading", "Setup"],
  ["Kit and speed: how long you have played", "/setup#kit", "Setup"],
  ["Sound and volumes", "/setup#sound", "Setup"],
  ["Back up your book, restore it, free space", "/setup#data", "Setup"],
  ["Pads, microphone and delays (latency)", "/setup#inputs", "Setup"],
  ["Your ears: hearing protection", "/setup#ears", "Setup"],
  ["Lessons: make, open and share them", "/#lessons", "Shelf"],
  ["Bin: restore what you deleted", "/#bin", "Shelf"],
  ["Today’s practice", "/log", "Log"],
  ["Find cells that fit a space", "/fit", "Fit"],
  ["Call ideas in random order", "/flow", "Flow"],
  ["Rudiments and other cells", "/cells", "Cells"],
];

export async function listEverywhere({ goTo, importFile }: Everywhere): Promise<readonly Command[]> {
  const make = (id: string, name: string, group: string, run: () => void): Command => ({
    id,
    keys: [],
    name,
    group,
    canRun: () => true,
    run,
  });
  const opens = (id: string, name: string, address: string, group: string) =>
    make(id, name, group, () => goTo(address));
  const book = await currentBook();
  const [fills, lessons, open] = await Promise.all([listRows(book.fills), listRows(book.lessons), latestFillId()]);
  return [
    make("import", "Import a file: book, lesson, MIDI, MusicXML…", "Shelf", () => chooseFile(importFile)),
    // A fill's own screen has its tabs, and its ways to export.
    ...(open
      ? [
          ...FILL_TABS.map((tab) =>
            opens(`tab-${tab}`, `The open fill: ${TAB_NAMES[tab]}`, addressOf(open, tab), "Go to"),
          ),
          opens("export-share", "Share the open fill: link, QR code, file", addressOf(open, "stack"), "Fill, Export"),
        ]
      : []),
    ...PLACES.map(([name, address, group]) => opens(`place ${address}`, name, address, group)),
    ...fills.map(({ id, content }) =>
      opens(`fill ${id}`, content.name || "Untitled fill", addressOf(id, "stack"), "Open a fill"),
    ),
    ...lessons.map(({ id, content }) =>
      opens(`lesson ${id}`, content.name || "Untitled lesson", `/lessons/${id}`, "Open a lesson"),
    ),
  ];
}

/** Opens the system's file picker. */
function chooseFile(onFile: (file: File) => void): void {
  const input = Object.assign(document.createElement("input"), { type: "file", accept: `${BOOKS},${NOTES}` });
  input.addEventListener("change", () => {
    const [file] = input.files ?? [];
    if (file) onFile(file);
  });
  input.click();
}
