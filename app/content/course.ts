/**
 * The starter course: twenty short fills for beginners, each with one new idea. Written right-handed; the book mirrors
 * it for other players, and kits with fewer toms substitute.
 */

import { TICKS_PER_QUARTER, type Ticks } from "~/core/time";
import { type FillContent, makeContent } from "~/library/fill/content";
import { makeLesson } from "~/library/lesson/content";
import type { Course } from "~/library/lesson/course";
import { addItems, fillItem, headingItem } from "~/library/lesson/edit";

interface CourseStep {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  /** Start in quarter notes from the bar line, and length; the whole bar of 4/4 if absent. */
  readonly space?: readonly [start: number, length: number];
  readonly tempo: number;
  /** What is new. */
  readonly words: string;
}

interface Chapter {
  readonly heading: string;
  readonly words: string;
  readonly steps: readonly CourseStep[];
}

const CHAPTERS: readonly Chapter[] = [
  {
    heading: "Hands first",
    words: "Everything on the snare. Count aloud, and play only as fast as you can count.",
    steps: [
      {
        id: "eighths",
        name: "Eight in a bar",
        text: "@2 RLRL RLRL",
        tempo: 80,
        words: "Eighths from hand to hand. Every right hand is a number, every left hand an &.",
      },
      {
        id: "one-beat",
        name: "One beat of sixteenths",
        text: "@4 RLRL",
        space: [3, 1],
        tempo: 72,
        words: "Four notes on beat 4, then straight back to the groove. Land on 1 with the crash.",
      },
      {
        id: "half-bar",
        name: "Half a bar",
        text: "@4 RLRL RLRL",
        space: [2, 2],
        tempo: 72,
        words: "The same for twice as long. Each beat starts with the same hand.",
      },
      {
        id: "lean",
        name: "Something to lean on",
        text: "@4 >RLRL >RLRL",
        space: [2, 2],
        tempo: 76,
        words:
          "The first note of each beat is an accent. Keep the others low, and the accents stand out by themselves.",
      },
    ],
  },
  {
    heading: "Add the bass drum",
    words: "The foot is a third hand. Play it as evenly as the other two.",
    steps: [
      {
        id: "kick-last",
        name: "A kick at the end",
        text: "@4 RLRL RLRK",
        space: [2, 2],
        tempo: 76,
        words: "The foot has the last note, so both hands are free for the crash.",
      },
      {
        id: "fours",
        name: "Three hands, one foot",
        text: "@4 RLRKx4",
        tempo: 76,
        words: "The same four notes on every beat of the bar. Listen: is the kick as even as the hands?",
      },
      {
        id: "first-threes",
        name: "First threes",
        text: "@4 RLKx2 RL",
        space: [2, 2],
        tempo: 70,
        words: "Right, left, kick is three notes, and a beat has four. So the three begins somewhere else each time.",
      },
      {
        id: "threes-through",
        name: "Threes through the bar",
        text: "@4 >RLKx5 R",
        tempo: 70,
        words:
          "Keep the three going for a whole bar. Tap your other foot on the beat and hear the accents pull against it.",
      },
    ],
  },
  {
    heading: "Three to a beat",
    words: "In triplets the three fits the beat. Count 1 trip let.",
    steps: [
      {
        id: "triplets",
        name: "Two beats of triplets",
        text: "@3 RLR LRL",
        space: [2, 2],
        tempo: 84,
        words: "Hand to hand, the second beat starts with the other hand.",
      },
      {
        id: "triplet-kick",
        name: "Threes that fit",
        text: "@3 >RLKx4",
        tempo: 84,
        words: "The same three as before, at home this time: every beat starts with an accent.",
      },
    ],
  },
  {
    heading: "Two with each hand",
    words: "Let the second of two strokes bounce. Loose fingers, no squeeze.",
    steps: [
      {
        id: "doubles",
        name: "Doubles",
        text: "@4 RRLL RRLL",
        space: [2, 2],
        tempo: 70,
        words: "Two rights, two lefts. Make the second as loud as the first.",
      },
      {
        id: "paradiddle",
        name: "Singles and a double",
        text: "@4 >RLRR >LRLL",
        space: [2, 2],
        tempo: 72,
        words: "The single paradiddle. The double changes the leading hand by itself.",
      },
      {
        id: "soft-inside",
        name: "Soft inside",
        text: "@4 >Rlrr >Lrll",
        space: [2, 2],
        tempo: 72,
        words:
          "The same sticking, with everything but the accents as ghost notes: sticks no higher than a coin on its edge.",
      },
    ],
  },
  {
    heading: "Odd sizes",
    words: "Groups of five and seven. Say their first notes aloud to know where you are.",
    steps: [
      {
        id: "fives",
        name: "Fives",
        text: "@4 >RLRRLx3 R",
        tempo: 66,
        words: "A five is a four and one more, so it starts one sixteenth later each time.",
      },
      {
        id: "five-five-six",
        name: "Five and five and six",
        text: "@4 >RLRRLx2 >RLRRLK",
        tempo: 70,
        words: "Five and five and six make sixteen. The six brings it home with a kick.",
      },
      {
        id: "sevens",
        name: "Sevens home",
        text: "@4 >RLRRLKKx2 >RK",
        tempo: 70,
        words: "Two kicks in a row. Let the beater come back by itself between them.",
      },
    ],
  },
  {
    heading: "Round the kit",
    words: "The sticking stays. Turn from the hips, and let the arms follow.",
    steps: [
      {
        id: "down",
        name: "Down the toms",
        text: "@4 >RLRL >R/t1L/t1R/t1L/t1 >R/f1L/f1R/f1L/f1 >RLRK",
        tempo: 76,
        words: "A beat on each drum. Look at the next drum before you get there.",
      },
      {
        id: "flam",
        name: "A flam to open",
        text: "@4 '>RLRL '>R/f1L/f1R/f1K",
        space: [2, 2],
        tempo: 76,
        words: "A flam is one thick note: the other hand falls just before, from low down.",
      },
    ],
  },
  {
    heading: "Faster, and mixed",
    words: "Six notes to a beat feel fast at any tempo. Start slower than you think you need to.",
    steps: [
      {
        id: "six",
        name: "Six in a beat",
        text: "@6 >RLRRLK",
        space: [3, 1],
        tempo: 60,
        words: "Six notes where there were four, in the same beat. The right hand starts both halves.",
      },
      {
        id: "two-speeds",
        name: "Two speeds",
        text: "@4 >RLRR >LRLK @6 >RLRRLL >RLLRRK",
        tempo: 60,
        words: "Two beats of sixteenths, two beats of sixes. Keep the beat in your foot and change only the hands.",
      },
    ],
  },
];

function contentOf({ name, text, space, tempo }: CourseStep): FillContent {
  const quarters = (value: number) => (value * TICKS_PER_QUARTER) as Ticks;
  return makeContent({
    name,
    tags: ["starter course"],
    text,
    tempo: tempo as FillContent["tempo"],
    groove: "straight-eighths",
    ...(space ? { window: { start: quarters(space[0]), length: quarters(space[1]) } } : {}),
  });
}

export function makeCourse(): Course {
  const idOf = ({ id }: CourseStep) => `course-${id}`;
  const items = CHAPTERS.flatMap(({ heading, words, steps }) => [
    { ...headingItem(heading), words },
    ...steps.map((step) => fillItem(idOf(step), { words: step.words })),
  ]);
  const lesson = makeLesson({
    name: "Starter course",
    tags: ["starter course"],
    intro:
      "Twenty short fills, from your first eight notes to a bar that changes speed. Take them in order, one or two a day. " +
      "Stop when anything hurts, and ask a teacher or a doctor about pain that comes back.",
  });
  return {
    lesson: addItems(lesson, items),
    fills: CHAPTERS.flatMap(({ steps }) => steps.map((step) => ({ id: idOf(step), content: contentOf(step) }))),
  };
}
