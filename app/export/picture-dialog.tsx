/** A picture of the staff, the stack, the rail, or the whole page: as vectors (SVG) or pixels (PNG). */

import { useState } from "react";
import { analyse } from "~/editor/editor";
import { setupOf } from "~/editor/fill/score";
import type { InkGroup } from "~/ink/svg";
import { PNG_SCALES, type PngScale, savePng, saveSvg } from "~/printing/save-pages";
import { composeOnce } from "~/printing/use-paper";
import { download, fileName } from "~/ui/download";
import { Download } from "~/ui/icons";
import { Modal } from "~/ui/modal";
import { drawBars } from "./draw-bars";
import { type ExportSubject, pagesOf } from "./subject";

interface PictureDialogProps {
  readonly subject: ExportSubject;
  readonly onClose: () => void;
}

const OF_A_FILL = [
  { id: "page", name: "The whole page" },
  { id: "staff", name: "Staff" },
  { id: "stack", name: "Stack" },
  { id: "rail", name: "Rail" },
] as const;
const OF_SEVERAL = [{ id: "page", name: "All pages" }] as const;
type What = (typeof OF_A_FILL)[number]["id"];

/** Pixels: comfortable for two bars of sixteenths. */
const WIDTH = 900;

interface DrawnPicture {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly groups: readonly InkGroup[];
}

export default function PictureDialog({ subject, onClose }: PictureDialogProps) {
  const [what, setWhat] = useState<What>("page");
  const [format, setFormat] = useState<"svg" | "png">("svg");
  const [scale, setScale] = useState<PngScale>(2);
  const [state, setState] = useState<"ready" | "busy" | "failed">("ready");
  const isOne = subject.fills.length === 1 && subject.lesson === null;
  const save = async () => {
    setState("busy");
    try {
      if (what === "page") {
        const sheet = await composeOnce(await pagesOf(subject));
        await (format === "svg" ? saveSvg(sheet) : savePng(sheet, scale));
      } else await saveDrawn(await draw(what, subject), format, scale);
      setState("ready");
    } catch (error) {
      console.error(error);
      setState("failed");
    }
  };
  return (
    <Modal title="Picture" onClose={onClose} className="max-w-md">
      <div className="grid grid-cols-2 gap-3 text-sm">
        <label className="col-span-2">
          <span className="label-small block mb-0.5">Picture of</span>
          <select
            className="select select-sm w-full"
            value={what}
            onChange={(event) => setWhat(event.target.value as What)}
          >
            {(isOne ? OF_A_FILL : OF_SEVERAL).map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="label-small block mb-0.5">Format</span>
          <select
            className="select select-sm w-full"
            value={format}
            onChange={(event) => setFormat(event.target.value as "svg" | "png")}
          >
            <option value="svg">Vector (SVG)</option>
            <option value="png">Image (PNG)</option>
          </select>
        </label>
        {format === "png" ? (
          <label>
            <span className="label-small block mb-0.5">Size</span>
            <select
              className="select select-sm w-full"
              value={scale}
              onChange={(event) => setScale(Number(event.target.value) as PngScale)}
            >
              {PNG_SCALES.map((one) => (
                <option key={one} value={one}>
                  {one}×
                </option>
              ))}
            </select>
          </label>
        ) : null}
      </div>
      <p className="text-sm quiet mt-3">
        {format === "svg"
          ? "Sharp at any size. No font is needed to show it."
          : "For chats and slides. Larger is sharper."}
      </p>
      {state === "failed" ? (
        <p role="alert" className="alert alert-soft alert-error mt-3">
          The picture couldn't be made. Choose a smaller size, or SVG.
        </p>
      ) : null}
      <button
        type="button"
        className="btn btn-primary btn-sm mt-4"
        disabled={state === "busy"}
        onClick={() => void save()}
      >
        <Download size={15} aria-hidden /> {state === "busy" ? "Drawing…" : "Save picture"}
      </button>
    </Modal>
  );
}

/** Margin around a picture of coins, in pixels. */
const EDGE = 12;

async function draw(what: Exclude<What, "page">, { fills, stage, title }: ExportSubject): Promise<DrawnPicture> {
  const content = fills[0]?.content;
  if (!content) throw new Error("there is nothing to draw");
  if (what === "staff") {
    const [{ drawStaff }, { pictureOf }, { bars }] = await Promise.all([
      import("~/engrave/draw/staff"),
      import("~/ink/svg"),
      drawBars(content, stage),
    ]);
    return pictureOf(title, drawStaff(bars, { meter: content.meter, width: WIDTH }));
  }
  const { timeline } = analyse(content, setupOf(content, stage));
  const { leading } = stage.player.hands;
  const picture =
    what === "stack"
      ? (await import("~/ink/stack-picture")).drawStack(timeline, leading)
      : (await import("~/ink/rail-picture")).drawRail(timeline, leading, content.countStyle, WIDTH);
  const groups = [{ x: EDGE, y: EDGE, scale: 1, ink: picture.ink }];
  return { title, width: picture.width + 2 * EDGE, height: picture.height + 2 * EDGE, groups };
}

async function saveDrawn(drawn: DrawnPicture, format: "svg" | "png", scale: PngScale) {
  const { loadLetters, toSvg } = await import("~/ink/svg");
  const svg = toSvg(drawn, await loadLetters());
  if (format === "svg") return download(fileName(drawn.title, ".svg"), svg, "image/svg+xml");
  const { paintPng } = await import("~/ui/png");
  const size = { width: Math.round(drawn.width * scale), height: Math.round(drawn.height * scale) };
  download(fileName(drawn.title, ".png"), (await paintPng(svg, size)).slice().buffer as ArrayBuffer, "image/png");
}
