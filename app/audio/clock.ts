/**
 * Two clocks as one: hits are stamped by the page's clock, sounds by the audio clock, which moves in small steps and may
 * be taken away for a while. Pure: it is given samples of both.
 */

/** Samples that are kept: about a second's worth. */
const KEPT = 64;
/** The audio clock stands still while the sound card takes its time; the samples that lag least are the true ones. */
const JUMP = 0.12;
/** So many samples in a row that are elsewhere make a jump; fewer are a hiccup. */
const JUMP_SAMPLES = 4;

export class ClockBridge {
  private gaps: number[] = [];
  private astray: number[] = [];
  private jumped = 0;

  /** How often one clock has left the other: what was heard then cannot be judged. */
  get jumps(): number {
    return this.jumped;
  }

  /** Both clocks at one moment: audio in seconds, page in milliseconds. */
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

  /** The audio clock at a moment of the page's; null before any sample. */
  toAudio(page: number): number | null {
    return this.gaps.length === 0 ? null : page / 1000 + this.gap();
  }

  private gap(): number {
    return Math.max(...this.gaps);
  }
}
