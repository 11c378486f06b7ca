/** Sorts hits into repeats while a step is played, marks them as they arrive, and reports each finished repeat. */

import type { Located } from "~/audio/schedule";
import { type Drummer, type Expectation, type Hit, markHit, playDrummer } from "~/core/listening";
import { type Seconds, seconds } from "~/core/time";
import type { OnHit, RawHit } from "~/input/raw-hit";

/** A repeat closes this many seconds after its end, since its last stroke may be late. */
const CLOSE_AFTER = 0.15;
/** No repeat has more hits than this: a trigger is stuck. */
export const MAX_HITS = 2_000;
/** Maximum number of repeats kept at once. */
const HELD = 3;

export type HitOutcome =
  /** During the count-in, before anything is due: perhaps counting in with sticks. */
  | { readonly kind: "count-in" }
  /** An unknown pad. */
  | { readonly kind: "unknown"; readonly note: number | null }
  /** Nothing is playing. */
  | { readonly kind: "idle" }
  /** Too many to be real: a stuck trigger. */
  | { readonly kind: "flood" }
  | { readonly kind: "extra" }
  | { readonly kind: "mark"; readonly slot: number | null; readonly offset: Seconds };

export interface Repeat {
  readonly repeat: number;
  readonly hits: readonly Hit[];
  readonly expectation: Expectation;
  readonly tempo: number;
  /** Its duration in seconds. */
  readonly length: number;
}

interface OpenRepeat extends Repeat {
  readonly hits: Hit[];
  readonly taken: Set<number>;
}

export class Listener {
  private readonly open = new Map<number, OpenRepeat>();

  constructor(
    private readonly expect: (repeat: number) => { expectation: Expectation; tempo: number; length: number },
  ) {}

  /** A hit and its position in the playback. */
  hit(raw: RawHit, located: Located | null): HitOutcome {
    if (!located) return { kind: "idle" };
    const { repeat, at } = this.placeHit(located);
    if (repeat < 0) return { kind: "count-in" };
    if (raw.place === null && raw.limb === null) return { kind: "unknown", note: raw.note ?? null };
    const open = this.get(repeat);
    if (open.hits.length >= MAX_HITS) return { kind: "flood" };
    const hit: Hit = { at: seconds(at), place: raw.place, limb: raw.limb, velocity: raw.velocity };
    open.hits.push(hit);
    const mark = markHit(open.expectation.strokes, open.taken, hit);
    if (!mark) return { kind: "extra" };
    open.taken.add(mark.expected.index);
    return { kind: "mark", slot: mark.expected.slot, offset: mark.offset };
  }

  /** Finished repeats, each once, in order, including those in which nothing was heard. */
  close(located: Located): Repeat[] {
    const done: Repeat[] = [];
    const before = located.seconds >= CLOSE_AFTER ? located.repeat : located.repeat - 1;
    if (located.repeat >= 0) this.get(located.repeat);
    for (const number of [...this.open.keys()].sort((a, b) => a - b)) {
      if (number >= before) continue;
      done.push(this.open.get(number) as OpenRepeat);
      this.open.delete(number);
    }
    return done;
  }

  /** What a repeat expects, for players without playback. */
  expectationOf(repeat: number): Expectation {
    return this.get(repeat).expectation;
  }

  /** The hits so far of a repeat that isn't closed yet. */
  heardOf(repeat: number): readonly Hit[] {
    return this.open.get(repeat)?.hits ?? [];
  }

  private get(repeat: number): OpenRepeat {
    const known = this.open.get(repeat);
    if (known) return known;
    const made = { repeat, hits: [], taken: new Set<number>(), ...this.expect(repeat) };
    this.open.set(repeat, made);
    // A clock that ran backwards must not fill the memory.
    while (this.open.size > HELD) this.open.delete(Math.min(...this.open.keys()));
    return made;
  }

  /** A hit just before a repeat that starts with a stroke is an early hit of that stroke. */
  private placeHit({ repeat, seconds: at, left }: Located): { repeat: number; at: number } {
    const next = this.get(repeat + 1).expectation.strokes[0];
    if (!next || left + next.at > next.reach) return { repeat, at };
    if (repeat < 0) return { repeat: 0, at: -left };
    const nearest = this.get(repeat).expectation.strokes.reduce(
      (least, stroke) => Math.min(least, Math.abs(stroke.at - at)),
      Number.POSITIVE_INFINITY,
    );
    return left + next.at < nearest ? { repeat: repeat + 1, at: -left } : { repeat, at };
  }
}

/** What the simulated drummer needs: the expected strokes, and its remaining hits per repeat. */
export interface Simulated {
  readonly listener: Listener;
  readonly played: Map<number, Hit[]>;
}

/** Plays the simulated drummer's due hits, stamped with their due time. */
export function simulate(run: Simulated, located: Located, page: number, drummer: Drummer, onHit: OnHit) {
  for (const number of [located.repeat, located.repeat + 1]) {
    if (number < 0) continue;
    // The current position in that repeat; negative for the coming one.
    const at = number === located.repeat ? located.seconds : -located.left;
    const hits = run.played.get(number) ?? playDrummer(run.listener.expectationOf(number).strokes, drummer, number);
    while (hits[0] && hits[0].at <= at) {
      const hit = hits.shift() as Hit;
      onHit({ at: page - (at - hit.at) * 1000, place: hit.place, limb: hit.limb, velocity: hit.velocity });
    }
    run.played.set(number, hits);
  }
}
