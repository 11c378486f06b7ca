import { Play, Square } from "lucide-react";
import type { Score } from "~/audio/player";
import { toggle, usePlaying } from "~/audio/playing";

interface PlayButtonProps {
  /** One for each thing on the page that can be played. */
  readonly id: string;
  readonly makeScore: () => Score | null;
  /** What it plays, for its label. */
  readonly what: string;
  readonly isSmall?: boolean;
  readonly className?: string;
}

/** A small button that plays one thing in place of whatever sounds. */
export function PlayButton({ id, makeScore, what, isSmall = false, className = "" }: PlayButtonProps) {
  const playing = usePlaying((state) => state.id === id);
  const Icon = playing ? Square : Play;
  const onClick = () => {
    const score = makeScore();
    if (score) toggle(id, () => score);
  };
  return (
    <button
      type="button"
      className={`btn btn-square ${isSmall ? "btn-xs" : "btn-sm"} ${playing ? "btn-primary" : "btn-ghost"} ${className}`}
      aria-pressed={playing}
      aria-label={`Play ${what}`}
      onClick={onClick}
    >
      <Icon size={14} aria-hidden fill="currentColor" />
    </button>
  );
}
