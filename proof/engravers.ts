/** The same ten bars drawn by us and by another engraver from our MusicXML, for comparison. */

import { VerovioToolkit } from "verovio/esm";
import createVerovioModule from "verovio/wasm";
import { readStickLine } from "~/core/line";
import { barTicks, bpm, parseMeter, ticks } from "~/core/time";
import { layOut } from "~/core/timeline";
import { drawStaff } from "~/engrave/draw/staff";
import { makeScore } from "~/engrave/score";
import { writeMusicXml } from "~/formats/musicxml";
import { loadLetters, pictureOf, toSvg } from "~/ink/svg";

const BARS: readonly (readonly [what: string, text: string, meter: string])[] = [
  ["Ghosts, accents, a bass drum", "@4 >RlrrL >RlrrL RLRRLK", "4/4"],
  ["Syncopation", "@4 RL-R -R-L R--L RLR-", "4/4"],
  ["Eighths in fours, and over the beat", "@2 RLRLRL-R", "4/4"],
  ["Hi-hats, rim shot, buzz, flam, drag", "@2 R/hhR/ho(R/hhK)(R/hfL) @4 'RLR!R @3 ''RL~L", "4/4"],
  ["Sixes, fives, a triplet in a triplet", "@6 RLRRLLRLR--- @5 >RLRRL @3 {RLR}L-", "4/4"],
  ["Thirty-seconds", "@8 RLRLRLRL @12 RLRLRLRLRLRL @4 RL-R @2 R=L/c1", "4/4"],
  ["Cymbals and feet, a crescendo", "@4 <[RLRLRLRL] R/c1L/chR/spR/rb R/cbR/csHH/hs", "4/4"],
  ["7/8 in 3 + 2 + 2", "@4 >RLRLRL>RLRL>RLRL", "7/8 3+2+2"],
  ["12/8", "@4 RLRLRL R-LR-L @2 R-L @2/3 R", "12/8"],
  ["Triplets across beats", "@4 R @3 RLR @4 RLR @1 -R", "4/4"],
];
const WIDTH = 620;

/** Each bar with its purpose, and both drawings as SVG. */
export async function drawBoth(): Promise<readonly { what: string; ours: string; theirs: string }[]> {
  const letters = await loadLetters();
  const toolkit = new VerovioToolkit(await createVerovioModule());
  toolkit.setOptions({
    pageWidth: (WIDTH * 100) / 40,
    scale: 40,
    adjustPageHeight: true,
    header: "none",
    footer: "none",
  });
  return BARS.map(([what, text, meterText]) => {
    const meter = parseMeter(meterText);
    const { line } = readStickLine(text);
    if (!meter || !line) throw new Error(text);
    const window = { start: ticks(0), length: barTicks(meter) };
    const timeline = layOut({ meter, tempo: bpm(90), window, line });
    const bars = makeScore(timeline, timeline.slots, "beats");
    toolkit.loadData(writeMusicXml(bars, { title: what, meter, tempo: bpm(90) }));
    return {
      what,
      ours: toSvg(pictureOf(what, drawStaff(bars, { meter, width: WIDTH, brackets: true })), letters),
      theirs: toolkit.renderToSVG(1),
    };
  });
}
