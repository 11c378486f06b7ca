import type { CommandTable } from "~/commands/command";
import { tempoCommands } from "~/commands/tempo";
import type { Result } from "~/core/listening";

interface ShedScene {
  readonly togglePlay: () => void;
  readonly rate: (result: Result) => void;
  readonly move: (by: 1 | -1) => void;
  readonly tempoBy: (by: number) => void;
  readonly toggleBeside: () => void;
}

const group = "Shed";

export const SHED_COMMANDS: CommandTable<ShedScene> = [
  { id: "play", keys: ["Space"], name: "Play or stop", group, run: ({ togglePlay }) => togglePlay() },
  { id: "clean", keys: ["1", "Enter"], name: "That repeat was clean", group, run: ({ rate }) => rate("clean") },
  { id: "nearly", keys: ["2"], name: "That repeat was nearly clean", group, run: ({ rate }) => rate("nearly") },
  { id: "not-yet", keys: ["3"], name: "That repeat was not clean yet", group, run: ({ rate }) => rate("no") },
  { id: "next-step", keys: ["ArrowRight"], name: "Next step", group, run: ({ move }) => move(1) },
  { id: "previous-step", keys: ["ArrowLeft"], name: "Previous step", group, run: ({ move }) => move(-1) },
  ...tempoCommands<ShedScene>(group, ({ tempoBy }, by) => tempoBy(by)),
  {
    id: "big-view",
    keys: ["z"],
    name: "Big view, to read from the kit",
    group,
    run: ({ toggleBeside }) => toggleBeside(),
  },
];
