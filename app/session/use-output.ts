import { useEffect } from "react";
import { describeOutputChanged } from "~/words/sound";
import { useSay, useSound } from "./session";

/** Milliseconds until a browser's latency settles on another output. */
const SETTLES_IN = 1_500;
/** Smaller changes don't mean another output. Seconds. */
const CHANGE = 0.015;

/**
 * Reports when the output latency changes: headphones plugged in, a cable pulled. Display and listening always use the
 * browser's current value; a latency measured by tapping doesn't change with it.
 */
export function useOutputWatch() {
  const sound = useSound();
  const say = useSay();
  useEffect(() => {
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    let known: number | null = null;
    let settling: ReturnType<typeof setTimeout> | undefined;
    const forget = sound.playing.subscribe(() => {
      known ??= sound.latency;
    });
    const onChange = () => {
      clearTimeout(settling);
      settling = setTimeout(() => {
        const now = sound.latency;
        if (now === null) return;
        if (known !== null && Math.abs(now - known) > CHANGE) say(describeOutputChanged(known, now));
        known = now;
      }, SETTLES_IN);
    };
    devices?.addEventListener("devicechange", onChange);
    return () => {
      forget();
      clearTimeout(settling);
      devices?.removeEventListener("devicechange", onChange);
    };
  }, [sound, say]);
}
