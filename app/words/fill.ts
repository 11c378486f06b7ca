/** The tabs of a fill. */

export const TAB_NAMES = {
  stack: "Stack",
  floor: "Floor",
  groove: "Groove",
  shed: "Shed",
  sheet: "Sheet",
} as const;

/** What you do on each. */
export const TAB_TITLES = {
  stack: "Type the sticking and see how it falls on the bar",
  floor: "Move it round the kit",
  groove: "Hear it in its groove",
  shed: "Practise it step by step",
  sheet: "Print it",
} as const;
