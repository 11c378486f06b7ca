import { useEffect, useRef, useState } from "react";
import { Volume2 } from "./icons";

/** Milliseconds between stored steps. */
const DEBOUNCE_MS = 150;

interface FaderProps {
  /** 0 to 1. */
  readonly value: number;
  readonly onValue: (value: number) => void;
  readonly isDisabled?: boolean;
  readonly title?: string;
  readonly className?: string;
  /** Its label before the slider. */
  readonly children: React.ReactNode;
}

/**
 * Moves and stores immediately, then at most every {@link DEBOUNCE_MS}, so that dragging doesn't fill the database. The
 * last position is always stored.
 */
export function Fader({ value, onValue, isDisabled = false, title, className = "w-24", children }: FaderProps) {
  /** The position until it is reported. */
  const [moved, setMoved] = useState<number | null>(null);
  const told = useRef(Number.NEGATIVE_INFINITY);
  const tell = useRef(() => {});
  tell.current = () => {
    if (moved === null) return;
    setMoved(null);
    told.current = performance.now();
    onValue(moved);
  };
  useEffect(() => {
    if (moved === null) return;
    const rest = setTimeout(() => tell.current(), Math.max(0, DEBOUNCE_MS - (performance.now() - told.current)));
    return () => clearTimeout(rest);
  }, [moved]);
  useEffect(() => {
    const leave = () => tell.current();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, []);
  return (
    <label className="flex items-center gap-2 text-sm" title={title}>
      {children}
      <input
        type="range"
        min={0}
        max={100}
        value={Math.round((moved ?? value) * 100)}
        disabled={isDisabled}
        className={`range range-xs ${className}`}
        onChange={(event) => {
          const next = Number(event.target.value) / 100;
          // The first step of a move is stored immediately: the page may be closing.
          if (performance.now() - told.current < DEBOUNCE_MS) return setMoved(next);
          told.current = performance.now();
          onValue(next);
        }}
      />
    </label>
  );
}

interface VolumeControlProps {
  readonly volume: number;
  readonly onVolume: (volume: number) => void;
}

/** The master volume. */
export function VolumeControl({ volume, onVolume }: VolumeControlProps) {
  return (
    <Fader value={volume} onValue={onVolume} title="Keep it low on headphones, and rest your ears" className="w-20">
      <Volume2 size={18} aria-hidden />
      <span className="sr-only">Volume</span>
    </Fader>
  );
}
