/** A lesson that Ines Halloran gives to one of her pupils, with fills from the set. */

import { bpm } from "~/core/time";
import type { LessonContent } from "~/library/lesson/content";
import { makeLesson } from "~/library/lesson/content";
import { addItems, fillItem, headingItem } from "~/library/lesson/edit";

export interface DemoLesson {
  readonly id: string;
  readonly daysAgo: number;
  readonly content: LessonContent;
}

export function makeDemoLessons(): DemoLesson[] {
  const empty = makeLesson({
    name: "Into the second verse",
    tags: ["pupils", "Harbour Clock"],
    intro: "Four weeks to the spring show. Count before you play, and start every exercise in the groove.",
  });
  const content = addItems(empty, [
    {
      ...headingItem("Week one: know where you are"),
      words: "Half a bar and a bar, nothing faster than you can count.",
    },
    { kind: "groove", of: "straight-eighths", words: "Four bars of this before each exercise.", day: 1 },
    fillItem("demo-last-ferry", {
      words: "Accents move to the toms. Both hands lead.",
      from: bpm(72),
      to: bpm(96),
      day: 1,
    }),
    fillItem("demo-five-five-six", {
      words: "Say “five, five, six” while you play it.",
      from: bpm(66),
      to: bpm(92),
      day: 2,
    }),
    { kind: "cell", of: "single-paradiddle", words: "Two minutes to warm up, as quietly as you can.", day: 3 },
    { ...headingItem("Week two: over the bar line"), words: "These begin in one bar and end in the next." },
    fillItem("demo-harbour-threes", { words: "Keep your other foot on the beat.", day: 8 }),
    fillItem("demo-waltz-turn", { words: "In three. The last note is a left.", day: 9 }),
    fillItem("demo-two-speeds", {
      words: "The change comes on 3. Breathe there.",
      from: bpm(60),
      to: bpm(80),
      day: 11,
    }),
  ]);
  return [{ id: "demo-lesson-verse", daysAgo: 4, content }];
}
