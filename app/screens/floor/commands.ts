import type { CommandEntry, CommandTable } from "~/commands/command";
import type { KitVoice } from "~/core/stroke";
import { thePlace } from "~/words/slot";
import type { Trial } from "./plan";

/** A key for each drum and cymbal that hands play. */
const PLACE_KEYS: readonly (readonly [key: string, place: KitVoice])[] = [
  ["s", "sn"],
  ["t", "cs"],
  ["1", "t1"],
  ["2", "t2"],
  ["3", "t3"],
  ["4", "f1"],
  ["5", "f2"],
  ["h", "hh"],
  ["o", "ho"],
  ["f", "hf"],
  ["d", "rd"],
  ["b", "rb"],
  ["c", "c1"],
  ["v", "c2"],
  ["x", "ch"],
  ["z", "sp"],
  ["w", "cb"],
];

interface FloorScene {
  readonly isKitTab: boolean;
  /** What is on trial, seen and heard. */
  readonly trial: Trial | null;
  readonly drop: () => void;
  readonly like: () => void;
  readonly step: (by: number) => void;
  readonly toEnd: (isLast: boolean) => void;
  /** Moves the chosen stroke to a surface; null leaves it to the layers again. */
  readonly put: (place: KitVoice | null) => void;
}

const group = "Floor";
const canPut = ({ isKitTab }: FloorScene) => !isKitTab;
const hasTrial = ({ trial }: FloorScene) => trial !== null;

export const FLOOR_COMMANDS: CommandTable<FloorScene> = [
  { id: "next-stroke", keys: ["ArrowRight"], name: "Next stroke of a hand", group, run: ({ step }) => step(1) },
  { id: "previous-stroke", keys: ["ArrowLeft"], name: "Previous stroke", group, run: ({ step }) => step(-1) },
  { id: "first-stroke", keys: ["Home"], name: "First stroke", group, run: ({ toEnd }) => toEnd(false) },
  { id: "last-stroke", keys: ["End"], name: "Last stroke", group, run: ({ toEnd }) => toEnd(true) },
  {
    id: "put-layers",
    keys: ["0", "Backspace", "Delete"],
    name: "Undo the hand-set drum (use the layers)",
    group,
    canRun: canPut,
    run: ({ put }) => put(null),
  },
  {
    id: "take",
    keys: ["Enter"],
    name: "Apply what you are trying",
    group,
    canRun: hasTrial,
    run: ({ trial }) => trial?.take(),
  },
  { id: "drop", keys: ["Escape"], name: "Stop trying it", group, canRun: hasTrial, run: ({ drop }) => drop() },
  { id: "like", keys: ["l"], name: "More like this orchestration", group, canRun: hasTrial, run: ({ like }) => like() },
  ...PLACE_KEYS.map(
    ([key, place]): CommandEntry<FloorScene> => ({
      id: `put-${place}`,
      keys: [key],
      name: `Put the stroke on ${thePlace(place)}`,
      group: "Floor: put the stroke on",
      canRun: canPut,
      run: ({ put }) => put(place),
    }),
  ),
];
