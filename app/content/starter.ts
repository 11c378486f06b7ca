import { type FillContent, makeContent } from "~/library/fill/content";

/** The fill that a newcomer finds on the Stack: five, five and six over one bar. */
export function makeStarter(): FillContent {
  return makeContent({
    name: "Five, five, six",
    tags: ["first look"],
    text: "@4 >RlrrL >RlrrL RLRRLK",
    tempo: 92 as FillContent["tempo"],
    groove: "straight-eighths",
  });
}
