import { memo, useCallback, useRef } from "react";
import { useStore } from "zustand";
import type { Score } from "~/audio/score";
import { useSound } from "~/session/session";
import { Play, Square } from "~/ui/icons";

interface PlayButtonProps {
  /** One id per playable thing on the page. */
  readonly id: string;
  readonly makeScore: () => Score | null;
  /** What it plays, for its label. */
  readonly what: string;
  readonly isSmall?: boolean;
  readonly className?: string;
}

/** A small button that plays one thing instead of whatever is playing. */
export function PlayButton({ id, makeScore, ...looks }: PlayButtonProps) {
  const sound = useSound();
  const playing = useStore(sound.playing, (state) => state.id === id);
  const latest = useRef(makeScore);
  latest.current = makeScore;
  const onClick = useCallback(() => {
    const score = latest.current();
    if (score) sound.toggle(id, () => score);
  }, [sound, id]);
  return <Face {...looks} playing={playing} onClick={onClick} />;
}

interface FaceProps extends Omit<PlayButtonProps, "id" | "makeScore"> {
  readonly playing: boolean;
  readonly onClick: () => void;
}

/** Many of these are on a page while their content changes, so they re-render only when they look different. */
const Face = memo(function Face({ what, isSmall = false, className = "", playing, onClick }: FaceProps) {
  const Icon = playing ? Square : Play;
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
});
