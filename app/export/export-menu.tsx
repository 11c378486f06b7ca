/** All exports in one menu: the same for a fill, several fills, and a lesson. */

import { lazy, Suspense, useState } from "react";
import { bindTable, type CommandTable } from "~/commands/command";
import { useCommands } from "~/commands/commands";
import { useSession } from "~/session/session";
import { download } from "~/ui/download";
import { Download } from "~/ui/icons";
import { Menu } from "~/ui/menu";
import type { ExportSubject } from "./subject";
import { FILE_WAYS, type MadeFile, makeFile, WHOLE_WAYS } from "./ways";

const PdfDialog = lazy(() => import("./pdf-dialog"));
const PictureDialog = lazy(() => import("./picture-dialog"));
const ShareDialog = lazy(() => import("./share-dialog"));

type OpenDialog = "pdf" | "picture" | "share";

export interface ExportScene {
  readonly subjectNow: () => Promise<ExportSubject>;
  readonly say: (words: string) => void;
  readonly open: (dialog: OpenDialog) => void;
}

async function save(making: Promise<MadeFile>): Promise<void> {
  const { name, bytes, type } = await making;
  download(name, bytes.buffer, type);
}

const WAYS: readonly { id: string; name: string; group: string; run: (scene: ExportScene) => unknown }[] = [
  { id: "pdf", name: "PDF, ready to print…", group: "Paper and pictures", run: ({ open }) => open("pdf") },
  { id: "picture", name: "Picture (SVG or PNG)…", group: "Paper and pictures", run: ({ open }) => open("picture") },
  { id: "share", name: "Link or QR code…", group: "To share", run: ({ open }) => open("share") },
  ...WHOLE_WAYS.map(({ id, name, make }) => ({
    id,
    name,
    group: "To share",
    run: async ({ subjectNow }: ExportScene) => save(make(await subjectNow())),
  })),
  ...FILE_WAYS.map((way) => ({
    id: way.id,
    name: way.name,
    group: "Other programs",
    run: async ({ subjectNow }: ExportScene) => save(makeFile(way, await subjectNow())),
  })),
];

const EXPORT_COMMANDS: CommandTable<ExportScene> = WAYS.map(({ id, name, run }) => ({
  id: `export-${id}`,
  keys: [],
  name,
  group: "Export",
  run: (scene) => {
    // Failures are reported and never affect what is exported.
    new Promise((resolve) => resolve(run(scene))).catch((error: unknown) => {
      console.error(error);
      scene.say(`“${name}” didn't work in this browser. Try another way to export it.`);
    });
  },
}));

interface ExportMenuProps {
  /** The subject to export, requested at that moment. */
  readonly subjectNow: () => Promise<ExportSubject>;
  /** Exports that only this menu has, listed first. */
  readonly more?: readonly {
    readonly id: string;
    readonly name: string;
    readonly group: string;
    readonly run: () => void;
  }[];
  readonly label?: string;
}

export function ExportMenu({ subjectNow, more = [], label = "Export" }: ExportMenuProps) {
  const { say } = useSession();
  const [dialog, setDialog] = useState<{ readonly open: OpenDialog; readonly subject: ExportSubject } | null>(null);
  const scene = (): ExportScene => ({
    subjectNow,
    say,
    open: (open) => void subjectNow().then((subject) => setDialog({ open, subject }), console.error),
  });
  useCommands(EXPORT_COMMANDS, scene());
  const close = () => setDialog(null);
  const items = bindTable(EXPORT_COMMANDS, scene).map((item, index) => ({ ...item, group: WAYS[index]?.group ?? "" }));
  return (
    <>
      <Menu
        button={
          <>
            <Download size={15} aria-hidden /> <span className="max-sm:sr-only">{label}</span>
          </>
        }
        items={[...items, ...more]}
      />
      <Suspense fallback={null}>
        {dialog?.open === "pdf" ? <PdfDialog subject={dialog.subject} onClose={close} /> : null}
        {dialog?.open === "picture" ? <PictureDialog subject={dialog.subject} onClose={close} /> : null}
        {dialog?.open === "share" ? <ShareDialog subject={dialog.subject} say={say} onClose={close} /> : null}
      </Suspense>
    </>
  );
}
