import { describe, expect, test } from "vitest";
import { loadKits } from "~/content";
import { makeCourse } from "~/content/course";
import { makeDemoFills } from "~/content/demo";
import { makeDemoLessons } from "~/content/demo-lessons";
import { ORIENTATIONS, PAPERS, PRINT_SIZES, SHEET_PARTS, type SheetPart, usualPaper } from "~/ink/paper-sizes";
import { makeLesson } from "~/library/lesson/content";
import { addItems, fillItem, headingItem } from "~/library/lesson/edit";
import { newPlan } from "~/library/practice/plan";
import { fillSheet } from "./fill-sheet";
import { lessonSheet, type PaperLesson } from "./lesson-sheet";
import { GROOVES, leftHanded, overTheEdge, paperFillOf, paperFillOfLine, paperPlayerOf, wordsOf } from "./testing";

const UPRIGHT = { paper: "a4", orientation: "portrait", size: "standard" } as const;
const ALL = { ...UPRIGHT, parts: SHEET_PARTS };
const who = paperPlayerOf();
const LINK = "https://stack.example/open#1.abcdefg.AAAA";

describe("the page of a fill", () => {
  test.each(makeDemoFills().map(({ id, content }) => [id, content] as const))(
    "%s stays within its paper",
    (_, content) => {
      const sheet = fillSheet(paperFillOf(content, LINK), who, ALL);
      expect(overTheEdge(sheet)).toEqual([]);
      expect(wordsOf(sheet.pages[0]?.groups ?? [])).toContain(content.name);
    },
  );

  test.each(
    PAPERS.flatMap((paper) => ORIENTATIONS.flatMap((way) => PRINT_SIZES.map((size) => [paper, way, size] as const))),
  )("%s %s %s: is complete", (paper, orientation, size) => {
    const fill = { ...paperFillOfLine("@4 >RLRRLK RLRRLKK RLK | RLRL RLRL RLRL RLRK", { grooveBars: 3 }), link: LINK };
    const sheet = fillSheet(fill, who, { paper, orientation, size, parts: SHEET_PARTS });
    expect(overTheEdge(sheet)).toEqual([]);
    expect(sheet.width > sheet.height).toBe(orientation === "landscape");
    const words = sheet.pages.flatMap(({ groups }) => wordsOf(groups));
    for (const heading of ["How it lands", "On the staff", "Practice steps", "In the groove: Straight eighths"]) {
      expect(words).toContain(heading);
    }
  });

  test("has exactly the chosen parts", () => {
    const wordsFor = (parts: readonly SheetPart[]) =>
      fillSheet({ ...paperFillOfLine("@4 RLRL RLRK"), link: LINK }, who, { ...UPRIGHT, parts }).pages.flatMap(
        ({ groups }) =>
          groups.flatMap(({ alt, ink }) => [
            ...(alt ? [alt] : []),
            ...ink.flatMap((one) => (one.shape === "words" ? [one.text] : [])),
          ]),
      );
    const says: Partial<Record<SheetPart, string>> = {
      tempos: "Start at",
      staff: "Staff: @4 RLRL RLRK",
      stack: "Stack: @4 RLRL RLRK",
      rail: "Rail: @4 RLRL RLRK",
      landing: "How it lands",
      groove: "In the groove: Straight eighths",
      legend: "On the staff",
      steps: "Practice steps",
      code: "Open in Dime Stack",
    };
    for (const [part, words] of Object.entries(says)) {
      expect(wordsFor([part as SheetPart])).toContain(words);
      expect(wordsFor(SHEET_PARTS.filter((other) => other !== part))).not.toContain(words);
    }
  });

  test("is for the player's own hands and kit", () => {
    const fill = paperFillOfLine("@4 LRLL R/t1L/t1R/f1L/f1");
    const left = fillSheet(leftHanded(fill), { ...paperPlayerOf("one-tom", "left"), kit: "One tom, left-handed" }, ALL);
    const words = left.pages.flatMap(({ groups }) => wordsOf(groups));
    expect(words).toContain("4/4 · sixteenths · one bar · One tom, left-handed");
    expect(words).toContain("Floor tom");
    expect(words).not.toContain("Tom 1");
    expect(words.some((word) => word.startsWith("Both hands free") || word.includes("left"))).toBe(true);
  });

  test("ticks learned steps", () => {
    const fill = paperFillOfLine("@4 RLRL RLRK RLRL RLRK");
    const standing = { tempo: 90, cleanRow: 3, missRow: 0, recent: [], best: 90, passed: true };
    const plan = { ...newPlan("x"), standings: { hear: standing as never } };
    const marksOf = (given: typeof fill) =>
      fillSheet(given, who, { ...UPRIGHT, parts: ["steps"] }).pages[0]?.groups.flatMap(({ ink }) =>
        ink.filter((one) => one.shape === "path" && one.tone === "verdigris" && one.kind === "text"),
      ).length;
    expect(marksOf(fill)).toBe(0);
    expect(marksOf({ ...fill, plan })).toBe(2);
  });

  test("a fill without notes, and one with very many", () => {
    expect(wordsOf(fillSheet(paperFillOfLine("@4"), who, ALL).pages[0]?.groups ?? [])).toContain(
      "This fill has no notes yet.",
    );
    const long = fillSheet(paperFillOfLine(`@4 ${"RLRRL ".repeat(60)}`), who, ALL);
    expect(overTheEdge(long)).toEqual([]);
    expect(long.pages.length).toBeGreaterThan(2);
  });

  test("every shipped kit", () => {
    for (const { id } of loadKits()) {
      const sheet = fillSheet(paperFillOfLine("@4 R/c1L/t1R/t2L/t3 R/f1L/f2R/rdL/hh"), paperPlayerOf(id), ALL);
      expect(overTheEdge(sheet)).toEqual([]);
    }
  });
});

describe("the pages of a lesson", () => {
  const cells = { "single-paradiddle": { name: "Single paradiddle", text: "@4 RLRR LRLL" } };
  const grooves = Object.fromEntries(GROOVES.map(({ id, ...rest }) => [id, rest]));
  const fills = Object.fromEntries(makeDemoFills().map(({ id, content }) => [id, paperFillOf(content)]));
  const demo = makeDemoLessons()[0];
  if (!demo) throw new Error("no lesson");
  const lesson: PaperLesson = { content: demo.content, fills, cells, grooves, link: LINK };

  test("have the items in order, numbered, with text, tempos and days", () => {
    const sheet = lessonSheet(lesson, who, { ...ALL, parts: ["tempos", "staff", "legend", "code"] });
    expect(overTheEdge(sheet)).toEqual([]);
    const words = sheet.pages.flatMap(({ groups }) => wordsOf(groups));
    const names = ["Straight eighths", "Last ferry", "Five, five, six", "Single paradiddle", "Threes that run over"];
    const places = names.map((name) => words.indexOf(name));
    expect(places).toEqual(places.toSorted((a, b) => a - b));
    expect(places).not.toContain(-1);
    expect(words).toContain("Day 1 · 72 to 96 bpm");
    expect(words).toContain("Week two: over the bar line");
    for (const number of ["1", "7"]) expect(words).toContain(number);
  });

  test("never cut an exercise, and start where requested", () => {
    const course = makeCourse();
    const many = Object.fromEntries(course.fills.map(({ id, content }) => [id, paperFillOf(content)]));
    const own = { ...lesson, content: course.lesson, fills: many };
    const sheet = lessonSheet(own, who, { ...ALL, parts: ["tempos", "staff"] });
    expect(sheet.pages.length).toBeGreaterThan(2);
    for (const { groups } of sheet.pages) {
      const names = wordsOf(groups).filter((word) => course.fills.some(({ content }) => content.name === word));
      const staves = groups.filter(({ alt }) => alt?.startsWith("Staff:"));
      expect(staves.length).toBe(names.length);
    }
    const broken = {
      ...course.lesson,
      items: course.lesson.items.map((item, at) => (at % 4 === 3 ? { ...item, startsPage: true } : item)),
    };
    expect(lessonSheet({ ...own, content: broken }, who, { ...ALL, parts: ["staff"] }).pages.length).toBeGreaterThan(
      sheet.pages.length,
    );
  });

  test("mention deleted items; an empty lesson has a page", () => {
    const content = addItems(makeLesson({ name: "Gaps" }), [headingItem("One"), fillItem("nowhere")]);
    const words = wordsOf(lessonSheet({ ...lesson, content }, who, ALL).pages[0]?.groups ?? []);
    expect(words).toContain("This fill isn't in the book any more.");
    expect(lessonSheet({ ...lesson, content: makeLesson() }, who, ALL).pages).toHaveLength(1);
  });
});

test("paper follows the player's region", () => {
  expect(["en-US", "fr-CA", "de-DE", "en", "en-GB"].map(usualPaper)).toEqual(["letter", "letter", "a4", "a4", "a4"]);
});
