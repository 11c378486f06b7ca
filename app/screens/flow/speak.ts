/** Speaks calls with the device's own voice. Voices that need a network are never used. */

/** A voice on this device, English if possible; null without any. */
export function localVoice(): SpeechSynthesisVoice | null {
  if (typeof speechSynthesis === "undefined") return null;
  const own = speechSynthesis.getVoices().filter(({ localService }) => localService);
  return own.find(({ lang }) => lang.startsWith("en")) ?? own[0] ?? null;
}

/** Reports whether there is a local voice, now and when voices load. */
export function watchVoices(tell: (has: boolean) => void): () => void {
  if (typeof speechSynthesis === "undefined") {
    tell(false);
    return () => {};
  }
  const look = () => tell(localVoice() !== null);
  look();
  speechSynthesis.addEventListener("voiceschanged", look);
  return () => speechSynthesis.removeEventListener("voiceschanged", look);
}

/** Fast enough to finish before the idea starts. */
const RATE = 1.25;

/** Says it, interrupting any other speech. */
export function speak(words: string, volume: number) {
  const voice = localVoice();
  if (!voice) return;
  const said = new SpeechSynthesisUtterance(words);
  said.voice = voice;
  said.rate = RATE;
  said.volume = volume;
  speechSynthesis.cancel();
  speechSynthesis.speak(said);
}

export function hush() {
  if (typeof speechSynthesis !== "undefined") speechSynthesis.cancel();
}
