import { Play, Square } from "./icons";

interface BigPlayProps {
  readonly playing: boolean;
  readonly onToggle: () => void;
  /** In the big view, for a stick. */
  readonly isLarge?: boolean;
  readonly isOff?: boolean;
}

/** Start and stop, large: the main button of a screen. */
export function BigPlay({ playing, onToggle, isLarge = false, isOff = false }: BigPlayProps) {
  const Icon = playing ? Square : Play;
  return (
    <button
      type="button"
      className={`btn btn-primary ${isLarge ? "h-20 short:h-16 px-8 text-2xl flex-1 max-sm:basis-full" : "w-28 h-12 px-6 text-base"}`}
      disabled={isOff}
      onClick={onToggle}
      aria-keyshortcuts="Space"
      title="Space"
      data-play
    >
      <Icon size={isLarge ? 30 : 18} aria-hidden fill="currentColor" />
      {playing ? "Stop" : "Play"}
    </button>
  );
}
