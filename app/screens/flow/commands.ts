import type { CommandTable } from "~/commands/command";
import { tempoCommands } from "~/commands/tempo";
import type { Result } from "~/core/listening";

interface FlowScene {
  readonly togglePlay: () => void;
  readonly drawAgain: () => void;
  readonly rate: (result: Result) => void;
  readonly rateJoin: () => void;
  readonly keep: () => void;
  readonly hold: () => void;
  readonly toggleBeside: () => void;
  readonly tempoBy: (by: number) => void;
}

const group = "Flow";

export const FLOW_COMMANDS: CommandTable<FlowScene> = [
  { id: "play", keys: ["Space"], name: "Play or stop", group, run: ({ togglePlay }) => togglePlay() },
  { id: "clean", keys: ["1", "Enter"], name: "That idea was clean", group, run: ({ rate }) => rate("clean") },
  { id: "nearly", keys: ["2"], name: "That idea was nearly clean", group, run: ({ rate }) => rate("nearly") },
  { id: "not-yet", keys: ["3"], name: "That idea wasn't clean yet", group, run: ({ rate }) => rate("no") },
  { id: "stumbled", keys: ["4"], name: "I stumbled going into that idea", group, run: ({ rateJoin }) => rateJoin() },
  { id: "new-draw", keys: ["n"], name: "Draw again", group, run: ({ drawAgain }) => drawAgain() },
  { id: "hold", keys: ["h"], name: "Repeat this draw, or stop repeating it", group, run: ({ hold }) => hold() },
  { id: "keep", keys: ["k"], name: "Keep this draw as a fill", group, run: ({ keep }) => keep() },
  ...tempoCommands<FlowScene>(group, ({ tempoBy }, by) => tempoBy(by)),
  {
    id: "big-view",
    keys: ["z"],
    name: "Big view, to read from the kit",
    group,
    run: ({ toggleBeside }) => toggleBeside(),
  },
];
