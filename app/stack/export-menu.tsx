import { Download } from "lucide-react";
import { lazy, Suspense, useState } from "react";
import type { GrooveChoice } from "~/data/grooves";
import type { Preferences } from "~/data/preferences";
import type { Fill, FillContent } from "~/formats/fill";
import { download, fileName } from "~/ui/download";
import { rigNow } from "~/ui/rig";
import { workOut } from "./bench";
import { makeScore } from "./playback";

interface ExportMenuProps {
  readonly identity: Pick<Fill, "id" | "createdAt">;
  readonly getContent: () => FillContent;
  readonly grooves: readonly GrooveChoice[];
  readonly preferences: Preferences;
  readonly say: (words: string) => void;
}

const MIDI = "audio/midi";
const LoopsDialog = lazy(() => import("./loops-dialog"));

/** Ways to take the fill away. */
export function ExportMenu({ identity, getContent, grooves, preferences, say }: ExportMenuProps) {
  const named = (content: FillContent) => content.name || "Untitled";
  const [loopsOf, setLoopsOf] = useState<FillContent | null>(null);
  const items = [
    {
      name: "Practice loops (WAV)…",
      run: async (content: FillContent) => setLoopsOf(content),
    },
    {
      name: "MIDI file: the fill",
      run: async (content: FillContent) => {
        const { writeTimelineMidi } = await import("~/formats/midi");
        const file = writeTimelineMidi(workOut(content).timeline, named(content), rigNow().kit);
        download(fileName(named(content), ".mid"), bytes(file), MIDI);
      },
    },
    {
      name: "MIDI file: groove and fill",
      run: async (content: FillContent) => {
        const { writeArrangementMidi } = await import("~/formats/midi");
        const { arrangement, tempo } = makeScore(content, grooves, preferences);
        const file = writeArrangementMidi(arrangement, tempo, named(content), rigNow().kit);
        download(fileName(`${named(content)} in groove`, ".mid"), bytes(file), MIDI);
      },
    },
    {
      name: "Stick line as text file",
      run: async (content: FillContent) => {
        const { writeStickFile } = await import("~/formats/stick-file");
        const file = writeStickFile([{ name: content.name, text: content.text }]);
        download(fileName(named(content), ".txt"), file, "text/plain");
      },
    },
    {
      name: "Copy the stick line",
      run: async (content: FillContent) => {
        await navigator.clipboard.writeText(content.text);
        say("The stick line is on the clipboard.");
      },
    },
    {
      name: "Dime Stack file (JSON)",
      run: async (content: FillContent) => {
        const { BOOK_EXTENSION, EMPTY_BOOK, writeBook } = await import("~/formats/book");
        const { id, createdAt } = identity;
        const fills = [{ id, createdAt, updatedAt: Date.now(), content }];
        const book = writeBook({ ...EMPTY_BOOK, fills });
        download(fileName(named(content), BOOK_EXTENSION), book, "application/json");
      },
    },
  ];
  const run = (item: (typeof items)[number]) => {
    (document.activeElement as HTMLElement | null)?.blur();
    item.run(getContent()).catch((error: unknown) => {
      console.error(error);
      say(`“${item.name}” did not work in this browser. Try another way to export it.`);
    });
  };
  return (
    <div className="dropdown dropdown-end">
      <button type="button" className="btn btn-sm" aria-haspopup="menu">
        <Download size={15} aria-hidden /> Export
      </button>
      <ul tabIndex={-1} className="dropdown-content menu z-30 mt-1 w-60 p-1 panel shadow-md">
        {items.map((item) => (
          <li key={item.name}>
            <button type="button" onClick={() => run(item)}>
              {item.name}
            </button>
          </li>
        ))}
      </ul>
      {loopsOf ? (
        <Suspense fallback={null}>
          <LoopsDialog
            fillId={identity.id}
            content={loopsOf}
            grooves={grooves}
            preferences={preferences}
            onClose={() => setLoopsOf(null)}
          />
        </Suspense>
      ) : null}
    </div>
  );
}

/** A copy in a buffer of its own, as Blob wants it. */
function bytes(file: Uint8Array): ArrayBuffer {
  return file.slice().buffer as ArrayBuffer;
}
