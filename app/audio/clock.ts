/**
 * Maps between two clocks: the page's clock stamps hits, the audio clock stamps sounds. The audio clock moves in small
 * steps and can stop for a while. Pure: callers pass samples of both clocks.
 */

/** Number of samples kept: about a second's worth. */
const KEPT = 64;
/** The audio clock stalls while the sound card is busy, so the samples with the least lag are the accurate ones. */
const JUMP = 0.12;
/** This many consecutive samples off the line count as a jump; fewer are a hiccup. */
const JUMP_SAMPLES = 4;

export class ClockBridge {
  private gaps: number[] = [];
  private astray: number[] = [];
  private jumped = 0;

  /** How often the clocks drifted apart. Hits around a jump can't be judged. */
  get jumps(): number {
    return this.jumped;
  }

  /** Both clocks at the same moment: audio in seconds, page in milliseconds. */
  sample(audio: number, page: number) {
    const gap = audio - page / 1000;
    if (this.gaps.length > 0 && Math.abs(gap - this.gap()) > JUMP) {
      this.astray.push(gap);
      if (this.astray.length < JUMP_SAMPLES) return;
      this.gaps = this.astray;
      this.astray = [];
      this.jumped++;
      return;
    }
    this.astray = [];
    this.gaps.push(gap);
    if (this.gaps.length > KEPT) this.gaps.shift();
  }

  /** The audio time of a moment on the page's clock; null before the first sample. */
  toAudio(page: number): number | null {
    return this.gaps.length === 0 ? null : page / 1000 + this.gap();
  }

  private gap(): number {
    return Math.max(...this.gaps);
  }
}
