/** Bars that are played again, in the ways that one writes them. */

import type { RepeatStyle } from "./notation";
import type { StaffBar } from "./score";
import type { WrittenVoice } from "./spell";

/** The bars of a form with repeats written so. What is of the phrase itself is always written out. */
export function writeRepeats(bars: readonly StaffBar[], style: RepeatStyle): StaffBar[] {
  if (style === "times") return foldRuns(bars);
  const written: StaffBar[] = [];
  for (const [index, bar] of bars.entries()) {
    const [before, second, third] = [bars[index - 1], bars[index - 2], bars[index + 1]];
    const isDone = written.length > index;
    if (isDone) continue;
    const pair = style === "two" && third && before && second && isLike(bar, second) && isLike(third, before);
    // Two bars stand for two only where one could not stand for one.
    if (pair && !isLike(bar, before)) {
      written.push({ ...bar, likeBefore: "first-of-two" }, { ...third, likeBefore: "second-of-two" });
    } else if (style !== "written" && before && isLike(bar, before)) written.push({ ...bar, likeBefore: "one" });
    else written.push(bar);
  }
  return written;
}

/** Each run of the same bar as one bar between repeat signs. */
function foldRuns(bars: readonly StaffBar[]): StaffBar[] {
  const folded: StaffBar[] = [];
  for (let index = 0; index < bars.length; ) {
    const first = bars[index];
    if (!first) break;
    let many = 1;
    for (let next = bars[index + many]; next && isLike(next, first); next = bars[index + many]) many++;
    const echoes = bars.slice(index + 1, index + many).map((bar) => bar.start - first.start);
    folded.push(many === 1 ? first : { ...first, opens: "repeat", closes: "repeat", times: many, echoes });
    index += many;
  }
  return folded;
}

/** Whether two bars of a groove are the same to the reader. A name over the later one needs a bar of its own. */
function isLike(bar: StaffBar, other: StaffBar): boolean {
  return bar.label === null && printBar(bar) === printBar(other) && printBar(bar) !== null;
}

/** All that is written of a bar, by its own time; null where something of the phrase is in it. */
function printBar(bar: StaffBar): string | null {
  const voices = [bar, bar.lower];
  if (voices.some((voice) => voice?.notes.some(({ slot }) => slot !== null))) return null;
  const { start } = bar;
  const plain = (voice: WrittenVoice | null) =>
    voice && [voice.notes.map((note) => ({ ...note, at: note.at - start })), voice.tuplets, voice.refusedAt];
  return JSON.stringify(voices.map(plain));
}
