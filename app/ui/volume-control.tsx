import { useEffect, useRef, useState } from "react";
import { Volume2 } from "./icons";

const REST = 150;

interface FaderProps {
  /** 0 to 1. */
  readonly value: number;
  readonly onValue: (value: number) => void;
  readonly isDisabled?: boolean;
  readonly title?: string;
  readonly className?: string;
  /** What it says: the words stand before the slider. */
  readonly children: React.ReactNode;
}

/**
 * It moves at once and is stored when it rests, so that dragging it does not fill the database with steps. Moved and left
 * behind before it rested, it is stored all the same.
 */
export function Fader({ value, onValue, isDisabled = false, title, className = "w-24", children }: FaderProps) {
  /** Where it has been moved to, until that is told. */
  const [moved, setMoved] = useState<number | null>(null);
  const tell = useRef(() => {});
  tell.current = () => {
    if (moved === null) return;
    setMoved(null);
    onValue(moved);
  };
  useEffect(() => {
    if (moved === null) return;
    const rest = setTimeout(() => tell.current(), REST);
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
        onChange={(event) => setMoved(Number(event.target.value) / 100)}
      />
    </label>
  );
}

interface VolumeControlProps {
  readonly volume: number;
  readonly onVolume: (volume: number) => void;
}

/** The volume of all that sounds. */
export function VolumeControl({ volume, onVolume }: VolumeControlProps) {
  return (
    <Fader value={volume} onValue={onVolume} title="Keep it low on headphones, and rest your ears" className="w-20">
      <Volume2 size={18} aria-hidden />
      <span className="sr-only">Volume</span>
    </Fader>
  );
}
