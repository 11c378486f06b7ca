/** The ways to write repeated bars. */

import type { RepeatStyle } from "./notation";
import type { StaffBar } from "./score";
import type { WrittenVoice } from "./spell";

/** The bars of a form with repeats written that way. Bars of the phrase itself are always written out. */
export function writeRepeats(bars: readonly StaffBar[], style: RepeatStyle): StaffBar[] {
  if (style === "times") return foldRuns(bars);
  const written: StaffBar[] = [];
  for (const [index, bar] of bars.entries()) {
    const [before, second, third] = [bars[index - 1], bars[index - 2], bars[index + 1]];
    const isDone = written.length > index;
    if (isDone) continue;
    const pair = style === "two" && third && before && second && isLike(bar, second) && isLike(third, before);
    // The two-bar sign is used only where the one-bar sign doesn't apply.
    if (pair && !isLike(bar, before)) {
      written.push({ ...bar, likeBefore: "first-of-two" }, { ...third, likeBefore: "second-of-two" });
    } else if (style !== "written" && before && isLike(bar, before)) written.push({ ...bar, likeBefore: "one" });
    else written.push(bar);
  }
  return written;
}

/** Each run of equal bars as one bar between repeat signs. */
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

/** Whether two bars of a groove look the same to the reader. A section name needs its own bar. */
function isLike(bar: StaffBar, other: StaffBar): boolean {
  return bar.label === null && printBar(bar) === printBar(other) && printBar(bar) !== null;
}

/** Everything written in a bar, relative to its start; null if part of the phrase is in it. */
function printBar(bar: StaffBar): string | null {
  const voices = [bar, bar.lower];
  if (voices.some((voice) => voice?.notes.some(({ slot }) => slot !== null))) return null;
  const { start } = bar;
  const plain = (voice: WrittenVoice | null) =>
    voice && [voice.notes.map((note) => ({ ...note, at: note.at - start })), voice.tuplets, voice.refusedAt];
  return JSON.stringify(voices.map(plain));
}
