import { Download } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import { bindTable, type CommandTable } from "~/commands/command";
import { useCommands } from "~/commands/commands";
import type { Sixes } from "~/engrave/notation";
import { currentBook } from "~/library/current";
import type { FillContent } from "~/library/fill/content";
import { plainLine } from "~/library/phrase/phrase";
import { useSession } from "~/session/session";
import { download, fileName } from "~/ui/download";
import { Menu } from "~/ui/menu";
import { type FillPlace, useFillPlace } from "./place";
import { makeScore } from "./score";

interface ExportScene {
  readonly place: FillPlace;
  readonly content: FillContent;
  readonly say: (words: string) => void;
  readonly showLoops: () => void;
}

const MIDI = "audio/midi";
const LoopsDialog = lazy(() => import("./loops-dialog"));

interface Export {
  readonly id: string;
  readonly name: string;
  readonly run: (scene: ExportScene) => void | Promise<void>;
}

const named = ({ name }: FillContent) => name || "Untitled";

/** The fill as written, all of it. */
async function barsOf(editor: FillPlace["editor"], { countStyle }: FillContent, sixes: Sixes = "whole") {
  const { makeScore } = await import("~/engrave/score");
  const { timeline } = editor.worked();
  return makeScore(timeline, timeline.slots, countStyle, { sixes });
}

/** Pixels: four or five bars of sixteenths in a line would be more than a page has room for, two are comfortable. */
const SVG_WIDTH = 900;

const EXPORTS: readonly Export[] = [
  { id: "loops", name: "Practice loops (WAV)…", run: ({ showLoops }) => showLoops() },
  {
    id: "midi-fill",
    name: "MIDI file: the fill",
    run: async ({ place: { editor, stage }, content }) => {
      const { writeTimelineMidi } = await import("~/formats/midi");
      const file = writeTimelineMidi(editor.worked().timeline, named(content), stage.player.kit);
      download(fileName(named(content), ".mid"), bytes(file), MIDI);
    },
  },
  {
    id: "midi-groove",
    name: "MIDI file: groove and fill",
    run: async ({ place: { stage }, content }) => {
      const { writeArrangementMidi } = await import("~/formats/midi");
      const { arrangement, tempo } = makeScore(content, stage);
      const file = writeArrangementMidi(arrangement, tempo, named(content), stage.player.kit);
      download(fileName(`${named(content)} in groove`, ".mid"), bytes(file), MIDI);
    },
  },
  {
    id: "musicxml",
    name: "Notation for other programs (MusicXML)",
    run: async ({ place: { editor, stage }, content }) => {
      const [{ writeMusicXml }, bars] = await Promise.all([import("~/formats/musicxml"), barsOf(editor, content)]);
      const { meter, tempo } = content;
      const file = writeMusicXml(bars, { title: named(content), meter, tempo, kit: stage.player.kit });
      download(fileName(named(content), ".musicxml"), file, "application/vnd.recordare.musicxml+xml");
    },
  },
  {
    id: "staff-svg",
    name: "Picture of the staff (SVG)",
    run: async ({ place: { editor, stage }, content }) => {
      const [{ drawStaff }, { loadLetters, toSvg }, bars] = await Promise.all([
        import("~/engrave/draw/staff"),
        import("~/engrave/draw/svg"),
        barsOf(editor, content, stage.preferences.sixes),
      ]);
      const drawing = drawStaff(bars, { meter: content.meter, width: SVG_WIDTH });
      download(fileName(named(content), ".svg"), toSvg(drawing, await loadLetters(), named(content)), "image/svg+xml");
    },
  },
  {
    id: "text",
    name: "Stick line as text file",
    run: async ({ content }) => {
      const { stickFileOf } = await import("~/library/fill/stick-file");
      download(fileName(named(content), ".txt"), stickFileOf([content]), "text/plain");
    },
  },
  {
    id: "copy",
    name: "Copy the stick line",
    run: async ({ content, say }) => {
      await navigator.clipboard.writeText(plainLine(content));
      say("Stick line copied.");
    },
  },
  {
    id: "book",
    name: "Dime Stack file (JSON)",
    run: async ({ place: { row }, content }) => {
      const [{ BOOK_EXTENSION, writeBook }, { gatherWithRefs }] = await Promise.all([
        import("~/library/book-file"),
        import("~/library/transfer"),
      ]);
      const fill = { id: row.id, createdAt: row.createdAt, updatedAt: Date.now(), content };
      const book = await gatherWithRefs(await currentBook(), "fills", [fill]);
      download(fileName(named(content), BOOK_EXTENSION), writeBook(book), "application/json");
    },
  },
];

const EXPORT_COMMANDS: CommandTable<ExportScene> = EXPORTS.map(({ id, name, run }) => ({
  id: `export-${id}`,
  keys: [],
  name,
  group: "Export",
  run: (scene) => {
    // Whatever fails is said; the fill itself is not touched by it.
    new Promise((resolve) => resolve(run(scene))).catch((error: unknown) => {
      console.error(error);
      scene.say(`“${name}” didn't work in this browser. Try another way to export it.`);
    });
  },
}));

/** Ways to take the fill away. */
export default function ExportMenu() {
  const place = useFillPlace();
  const { say } = useSession();
  const [loopsOf, setLoopsOf] = useState<FillContent | null>(null);
  const sceneNow = (): ExportScene => {
    const { content } = place.editor.store.getState();
    return { place, content, say, showLoops: () => setLoopsOf(content) };
  };
  useCommands(EXPORT_COMMANDS, sceneNow());
  return (
    <>
      <Menu
        button={
          <>
            <Download size={15} aria-hidden /> <span className="max-sm:sr-only">Export</span>
          </>
        }
        items={bindTable(EXPORT_COMMANDS, sceneNow)}
      />
      {loopsOf ? (
        <Suspense fallback={null}>
          <LoopsDialog content={loopsOf} onClose={() => setLoopsOf(null)} />
        </Suspense>
      ) : null}
    </>
  );
}

/** A copy in a buffer of its own, as Blob wants it. */
function bytes(file: Uint8Array): ArrayBuffer {
  return file.slice().buffer as ArrayBuffer;
}
