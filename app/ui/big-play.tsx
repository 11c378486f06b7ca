import { Play, Square } from "./icons";

/** Start and stop, large: the main button of a screen. */
export function BigPlay({ playing, onToggle }: { readonly playing: boolean; readonly onToggle: () => void }) {
  const Icon = playing ? Square : Play;
  return (
    <button
      type="button"
      className="btn btn-primary w-28 h-12 px-6 text-base"
      onClick={onToggle}
      aria-keyshortcuts="Space"
      title="Space"
    >
      <Icon size={18} aria-hidden fill="currentColor" />
      {playing ? "Stop" : "Play"}
    </button>
  );
}
