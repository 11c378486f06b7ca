import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type Kit, mirrorKit } from "../kit/kit";
import { readStickLine } from "../line/read";
import { mirrorLine } from "../phrase/phrase";
import { findCeiling } from "../player/ceiling";
import { canPlay, isHand, type KitVoice, mirrorLimb } from "../stroke/stroke";
import { anyLine } from "../testing/arbitraries";
import { anyKit, FOUR_PIECE, LARGE, SMALL, WORKING } from "../testing/kits";
import { runs } from "../testing/seed";
import { barTicks, bpm, ticks } from "../time/time";
import { layOut, type Timeline } from "../timeline/timeline";
import { ALL_STROKES, type Orchestration, type OrchestrationFilter, type OrchestrationRule } from "./layers";
import { mirrorOrchestration } from "./mirror";
import { placesOf, renamePlace } from "./rename";

const METER = { beats: 4, unit: 4 } as const;

function laid(text: string, voicing: Orchestration, kit: Kit | null = FOUR_PIECE): Timeline {
  const { line } = readStickLine(text);
  if (!line) throw new Error(`cannot be read: ${text}`);
  return layOut(
    { meter: METER, tempo: bpm(100), window: { start: ticks(0), length: barTicks(METER) }, line, voicing },
    kit,
  );
}

const layer = (rule: OrchestrationRule, filter: Partial<OrchestrationFilter> = {}): Orchestration[number] => ({
  on: true,
  rule,
  filter: { ...ALL_STROKES, ...filter },
});

/** The surfaces of all strokes in order, as one word each. */
function places(text: string, layers: Orchestration, kit: Kit | null = FOUR_PIECE): string {
  return laid(text, layers, kit)
    .events.filter((event) => event.grace === undefined)
    .map(({ place }) => place)
    .join(" ");
}

test("a layer for ornaments moves the flams and nothing else", () => {
  const moving = layer({ kind: "travel", path: ["t1", "f1"], direction: "down" }, { graced: true });
  expect(places("@4 'RLRL 'RLRL", [moving])).toBe("t1 sn sn sn f1 sn sn sn");
  expect(places("@4 RLRL RLRL", [moving])).toBe("sn sn sn sn sn sn sn sn");
});

describe("each rule, worked out by hand", () => {
  test.each<[string, string, OrchestrationRule, string]>([
    ["one drum", "@4 RLK", { kind: "one", on: "f1" }, "f1 f1 kk"],
    ["split hands", "@4 RLRL", { kind: "split", right: "rd", left: "t1" }, "rd t1 rd t1"],
    [
      "oblique, the right hand travelling every two strokes",
      "@4 RLRLRLRL",
      { kind: "oblique", hand: "R", path: ["sn", "t1", "f1"], stay: "sn", every: 2 },
      "sn sn sn sn t1 sn t1 sn",
    ],
    [
      "oblique with the left hand",
      "@4 RLRL",
      { kind: "oblique", hand: "L", path: ["t1", "f1"], stay: "f1", every: 1 },
      "f1 t1 f1 f1",
    ],
    ["parallel on one drum", "@4 RLRL", { kind: "parallel", path: ["t1", "f1"], every: 2, apart: 0 }, "t1 t1 f1 f1"],
    [
      "parallel on neighbours, each hand on its own side",
      "@4 RLRL",
      { kind: "parallel", path: ["t1", "f1", "rd"], every: 2, apart: 1 },
      "f1 t1 rd f1",
    ],
    ["by cell", "@4 RL RL RL", { kind: "by-cell", path: ["sn", "t1"] }, "sn sn t1 t1 sn sn"],
    ["the first of each cell", "@4 RLK RL", { kind: "by-note", note: 1, on: "f1" }, "f1 sn kk f1 sn"],
    ["the last of each cell", "@4 R-L RLR", { kind: "by-note", note: -1, on: "f1" }, "sn f1 sn sn f1"],
    ["accents away, in turn", "@4 >Rl>Rl", { kind: "accents", path: ["t1", "f1"], rest: "hh" }, "t1 hh f1 hh"],
    ["down", "@4 RLRLRL", { kind: "travel", path: "drums", direction: "down" }, "sn sn t1 t1 f1 f1"],
    ["up", "@4 RLRL", { kind: "travel", path: "toms", direction: "up" }, "f1 f1 t1 t1"],
    ["there and back", "@4 RLRLR", { kind: "travel", path: "drums", direction: "there-and-back" }, "sn t1 f1 t1 sn"],
    ["hands together on two drums", "@4 (RL)R", { kind: "unison", right: "f1", left: "sn" }, "f1 sn sn"],
    ["cymbals with the kick", "@4 (RK)RK(LK)", { kind: "with-kick", path: ["c1", "rd"] }, "c1 kk sn kk rd kk"],
    ["home on the last", "@4 R/t1RLK", { kind: "home-last", on: "f1" }, "t1 sn f1 kk"],
    // Beats 2 and 4 of sixteenths are slots 4 and 12.
    ["backbeat kept", "@2 RLRLRLRL", { kind: "backbeat", on: "rd" }, "sn sn rd sn sn sn rd sn"],
  ])("%s", (_, text, rule, expected) => {
    expect(places(text, [layer(rule)])).toBe(expected);
  });

  test("a flam over two surfaces: the grace note moves, its stroke stays", () => {
    const { events } = laid("@4 'R", [layer({ kind: "flam-split", on: "t1" })]);
    expect(events.map(({ limb, place, grace }) => [limb, place, grace])).toEqual([
      ["L", "t1", 0],
      ["R", "sn", undefined],
    ]);
    expect(events[1]?.gracePlace).toBe("t1");
  });

  test("filters by limb, cell and level; feet only where named", () => {
    const one: OrchestrationRule = { kind: "one", on: "f1" };
    expect(places("@4 RLRL", [layer(one, { limbs: ["L"] })])).toBe("sn f1 sn f1");
    expect(places("@4 RL RL", [layer(one, { cells: [1] })])).toBe("sn sn f1 f1");
    expect(places("@4 >RrR", [layer(one, { levels: ["ghost"] })])).toBe("sn f1 sn");
    expect(places("@4 RHK", [layer({ kind: "one", on: "k2" }, { limbs: ["H"] })], LARGE)).toBe("sn k2 kk");
  });
});

describe("layers", () => {
  const down: OrchestrationRule = { kind: "travel", path: "drums", direction: "down" };

  test("override one another, the last on top, and can be turned off", () => {
    const home = layer({ kind: "home-last", on: "sn" });
    expect(places("@4 RLRLRL", [layer(down), home])).toBe("sn sn t1 t1 f1 sn");
    expect(places("@4 RLRLRL", [home, layer(down)])).toBe("sn sn t1 t1 f1 f1");
    expect(places("@4 RLRLRL", [layer(down), { ...home, on: false }])).toBe("sn sn t1 t1 f1 f1");
  });

  test("keep surfaces set by hand", () => {
    expect(places("@4 RL/rdRLRL", [layer(down)])).toBe("sn rd t1 t1 f1 f1");
  });

  test("adapt to the kit and to the sticking", () => {
    expect(places("@4 RLRLRL", [layer(down)], SMALL)).toBe("sn sn sn f1 f1 f1");
    expect(places("@4 RLRLRLRLRLRL", [layer(down)], LARGE)).toBe("sn sn t1 t1 t2 t2 t3 t3 f1 f1 f2 f2");
    expect(places("@4 RLR", [layer(down)])).toBe("sn t1 f1");
  });

  test("replace what the kit lacks, and report it", () => {
    const { folds, slots } = laid("@4 R/t2RL", [layer({ kind: "one", on: "t3" }, { limbs: ["L"] })], SMALL);
    expect(folds).toEqual([
      { from: "t2", to: "f1", strokes: 1 },
      { from: "t3", to: "f1", strokes: 1 },
    ]);
    expect(slots.map(({ voiced }) => (voiced.kind === "strokes" ? voiced.strokes[0]?.place : null))).toEqual([
      "f1",
      undefined,
      "f1",
    ]);
  });

  test("name the surfaces they need, and accept others instead", () => {
    const rule: OrchestrationRule = { kind: "oblique", hand: "R", path: ["t1", "t2"], stay: "sn", every: 1 };
    expect(placesOf(rule)).toEqual(["t1", "t2", "sn"]);
    expect(renamePlace(rule, "t2", "f1")).toEqual({ ...rule, path: ["t1", "f1"] });
    expect(placesOf({ kind: "travel", path: "toms", direction: "up" })).toEqual([]);
  });
});

const anyRule: fc.Arbitrary<OrchestrationRule> = fc.constantFrom<OrchestrationRule[]>(
  { kind: "one", on: "t1" },
  { kind: "split", right: "f1", left: "hh" },
  { kind: "oblique", hand: "R", path: "toms", stay: "sn", every: 2 },
  { kind: "parallel", path: "drums", every: 2, apart: 1 },
  { kind: "by-cell", path: "drums" },
  { kind: "by-note", note: -1, on: "f2" },
  { kind: "accents", path: "cymbals", rest: "sn" },
  { kind: "travel", path: "toms", direction: "there-and-back" },
  { kind: "flam-split", on: "t2" },
  { kind: "unison", right: "f1", left: "t1" },
  { kind: "with-kick", path: "cymbals" },
  { kind: "home-last", on: "sn" },
  { kind: "backbeat", on: "sn" },
);

describe("any voicing", () => {
  const window = { start: ticks(0), length: barTicks(METER) };

  test("gives every stroke a surface its limb can play, without changing time or limb", () => {
    fc.assert(
      fc.property(anyLine, fc.array(anyRule, { maxLength: 4 }), anyKit, (line, rules, kit) => {
        const phrase = { meter: METER, tempo: bpm(100), window, line };
        const plain = layOut(phrase);
        const voiced = layOut({ ...phrase, voicing: rules.map((rule) => layer(rule)) }, kit);
        const bare = ({ events }: Timeline) => events.map(({ at, limb, level, slot }) => [at, limb, level, slot]);
        expect(bare(voiced)).toEqual(bare(plain));
        for (const { limb, place } of voiced.events) expect(canPlay(limb, place)).toBe(true);
      }),
      runs(30),
    );
  });

  test("mirrors along with the line", () => {
    const right = LARGE;
    fc.assert(
      fc.property(anyLine, fc.array(anyRule, { maxLength: 4 }), (line, rules) => {
        const voicing = rules.map((rule) => layer(rule));
        const phrase = { meter: METER, tempo: bpm(100), window, line, voicing };
        const ours = layOut(phrase, right);
        const theirs = layOut(
          { ...phrase, line: mirrorLine(line), voicing: mirrorOrchestration(voicing) },
          mirrorKit(right),
        );
        const key = (timeline: Timeline, limb: (of: (typeof timeline.events)[number]) => string) =>
          timeline.events
            .map((event): [string, KitVoice] => [
              `${event.slot} ${event.part} ${event.grace} ${limb(event)}`,
              event.place,
            ])
            .sort(([a], [b]) => (a < b ? -1 : 1));
        const places = key(ours, ({ limb }) => (isHand(limb) ? mirrorLimb(limb) : limb));
        expect(key(theirs, ({ limb }) => limb)).toEqual(places);
      }),
      runs(30),
    );
  });
});

describe("round the kit with doubles kept together", () => {
  const travel = (keepsDoubles: boolean): Orchestration => [
    layer({ kind: "travel", path: ["sn", "t1", "f1"], direction: "down", keepsDoubles }),
  ];
  test("a hand that plays twice stays where it is", () => {
    expect(places("@4 RRLLRR", travel(false))).toBe("sn sn t1 t1 f1 f1");
    expect(places("@4 RLLRRLLR", travel(false))).toBe("sn sn sn t1 t1 t1 f1 f1");
    expect(places("@4 RLRRLRLL", travel(false))).toBe("sn sn sn t1 t1 t1 f1 f1");
    expect(places("@4 RLRRLRLL", travel(true))).toBe("sn sn sn sn t1 t1 f1 f1");
    expect(places("@4 (RL)(RL)RR", travel(true))).toBe("sn sn sn sn t1 t1");
  });
  test("and the fill becomes playable", () => {
    const line = "@4 RLRRLRLLx2";
    const top = (keepsDoubles: boolean) => findCeiling(laid(line, travel(keepsDoubles)), WORKING)?.bpm ?? 0;
    expect(top(true)).toBeGreaterThan(1.3 * top(false));
  });
  test("never splits a hand's double, whatever the line", () => {
    fc.assert(
      fc.property(anyLine, (line) => {
        const window = { start: ticks(0), length: barTicks(METER) };
        const { events } = layOut({ meter: METER, tempo: bpm(100), window, line, voicing: travel(true) }, FOUR_PIECE);
        const hands = events.filter(({ limb, grace }) => isHand(limb) && grace === undefined);
        const moments: (typeof hands)[] = [];
        for (const event of hands) {
          const last = moments.at(-1);
          if (last?.[0]?.at === event.at) last.push(event);
          else moments.push([event]);
        }
        for (const [index, now] of moments.entries()) {
          const before = moments[index - 1];
          const [one, other] = [before?.[0], now[0]];
          if (before?.length !== 1 || now.length !== 1 || one?.limb !== other?.limb) continue;
          // Surfaces in the line itself stay.
          if (one && other && line.length > 0 && !JSON.stringify(line).includes('"place"')) {
            expect(other.place).toBe(one.place);
          }
        }
      }),
      runs(80),
    );
  });
});
