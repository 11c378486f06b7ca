import { useEffect } from "react";
import { sayOutputChanged } from "~/words/sound";
import { useSay, useSound } from "./session";

/** Milliseconds that a browser takes to settle on another output. */
const SETTLES_IN = 1_500;
/** A smaller change than this is no other output. Seconds. */
const CHANGE = 0.015;

/**
 * Says when sound takes another time to the ear than before: headphones that were put on, a cable that was pulled. What is
 * seen and listened to goes by the browser's figure of each moment; a latency that was measured by tapping does not.
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
        if (known !== null && Math.abs(now - known) > CHANGE) say(sayOutputChanged(known, now));
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
