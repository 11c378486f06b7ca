import { Volume2 } from "lucide-react";
import { useEffect, useRef, useState } from "react";

const REST = 150;

interface VolumeControlProps {
  readonly volume: number;
  readonly onVolume: (volume: number) => void;
  readonly label?: string;
}

/**
 * The fader moves at once and is stored when it rests, so that dragging it does not fill the database with steps. Moved
 * and left behind before it rested, it is stored all the same.
 */
export function VolumeControl({ volume, onVolume, label = "Volume" }: VolumeControlProps) {
  const [shown, setShown] = useState(volume);
  const unsaid = useRef<(() => void) | null>(null);
  useEffect(() => setShown(volume), [volume]);
  useEffect(() => {
    if (shown === volume) return;
    const say = () => {
      unsaid.current = null;
      onVolume(shown);
    };
    unsaid.current = say;
    const rest = setTimeout(say, REST);
    return () => clearTimeout(rest);
  }, [shown, volume, onVolume]);
  useEffect(() => () => unsaid.current?.(), []);
  return (
    <label className="flex items-center gap-2 text-sm" title="Keep it low on headphones, and rest your ears">
      <Volume2 size={18} aria-hidden />
      <span className="sr-only">{label}</span>
      <input
        type="range"
        min={0}
        max={100}
        value={Math.round(shown * 100)}
        className="range range-xs w-20"
        onChange={(event) => setShown(Number(event.target.value) / 100)}
      />
    </label>
  );
}
