import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { extractText, getDocumentProxy, getMeta } from "unpdf";
import { beforeAll, describe, expect, test, vi } from "vitest";
import { FACES } from "~/ink/ink";
import { fillSheet } from "~/paper/fill-sheet";
import { paperFillOfLine, paperPlayerOf } from "~/paper/testing";
import { type PdfFonts, type PdfOptions, writePdf } from "./pdf";

const require = createRequire(import.meta.url);
const FAMILIES = { display: "bricolage-grotesque", sans: "instrument-sans", line: "martian-mono" } as const;

function loadFonts(): PdfFonts {
  const load = (family: string, subset: string, weight: string) =>
    new Uint8Array(
      readFileSync(require.resolve(`@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff`)),
    );
  const faces = FACES.map((face) => {
    const [kind = "sans", weight = "400"] = face.split("-");
    const family = FAMILIES[kind as keyof typeof FAMILIES];
    return [face, { latin: load(family, "latin", weight), "latin-ext": load(family, "latin-ext", weight) }];
  });
  return Object.fromEntries(faces);
}

let options: PdfOptions;
beforeAll(() => {
  options = { fonts: loadFonts(), paintText: null, made: new Date(Date.UTC(2026, 10, 20)) };
});

const SETUP = {
  paper: "a4",
  orientation: "portrait",
  size: "standard",
  parts: ["tempos", "staff", "stack", "line", "landing", "groove", "legend", "steps", "code"],
} as const;
const LINK = "https://stack.example/open#1.abcdefg.AAAA";

function sheetOf(name: string) {
  const fill = { ...paperFillOfLine("@4 >RLRRLK RLRRLK RLRK", { name }), link: LINK };
  return fillSheet(fill, paperPlayerOf(), SETUP);
}

describe("a PDF of a fill, read by another program", () => {
  test("has its title, its sticking and its headings as text", async () => {
    const file = await writePdf(sheetOf("Harbour steps"), options);
    expect(new TextDecoder("latin1").decode(file.subarray(0, 5))).toBe("%PDF-");
    const document = await getDocumentProxy(file.slice());
    const { text } = await extractText(document, { mergePages: true });
    const words = text.replace(/\s+/g, " ");
    expect(words).toContain("Harbour steps");
    expect(words).toContain("R L R R L K R L R R L K R L R K");
    expect(words).toContain("How it lands");
    expect(words).toContain("Practice steps");
    const { info } = await getMeta(document);
    expect(info).toMatchObject({ Title: "Harbour steps", Creator: "Dime Stack", Language: "en" });
  });

  test("has the paper's size, a link to open it, and tags for screen readers", async () => {
    const document = await getDocumentProxy((await writePdf(sheetOf("Size"), options)).slice());
    const page = await document.getPage(1);
    const [, , width = 0, height = 0] = page.view;
    expect(width).toBeCloseTo(595.28, 0);
    expect(height).toBeCloseTo(841.89, 0);
    const links = await page.getAnnotations();
    expect(links.map(({ url }) => url)).toContain(LINK);
    const tree = JSON.stringify(await page.getStructTree());
    for (const role of ["H1", "H2", "P", "Figure"]) expect(tree).toContain(`"role":"${role}"`);
    expect(tree).toContain("Staff: @4 >RLRRLK RLRRLK RLRK");
  });

  test("has letters of all Latin languages as text; others are painted if there is a canvas", async () => {
    const name = "Čtyři a půl, Łódź, façade";
    const { text } = await extractText(await getDocumentProxy((await writePdf(sheetOf(name), options)).slice()), {
      mergePages: true,
    });
    // Letters from two font files form separate runs.
    expect(text.replace(/\s+/g, "")).toContain(name.replace(/\s+/g, ""));
    const picture = Uint8Array.from(
      atob("iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=="),
      (sign) => sign.charCodeAt(0),
    );
    const paintText = vi.fn(async () => picture);
    const painted = await writePdf(sheetOf("Гавань"), { ...options, paintText });
    expect(paintText).toHaveBeenCalledWith("Гавань", expect.objectContaining({ isBold: true }));
    expect(painted.length).toBeGreaterThan(1_000);
    expect(await writePdf(sheetOf("Гавань"), options)).toBeInstanceOf(Uint8Array);
  });

  test("reports progress, page by page", async () => {
    const sheet = sheetOf("Pages");
    const shares: number[] = [];
    const many = { ...sheet, pages: [...sheet.pages, ...sheet.pages, ...sheet.pages] };
    await writePdf(many, { ...options, onProgress: (share) => shares.push(share) });
    expect(shares).toHaveLength(many.pages.length);
    expect(shares.at(-1)).toBe(1);
    expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  });
});
