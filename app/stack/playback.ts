/** Sound for the bench: loads the player when it is first wanted, follows every edit, and lights what sounds. */

import { useCallback, useEffect, useRef, useState } from "react";
import type { Score } from "~/audio/player";
import { arrange, barTicks, type Groove, mirrorLine, plainGroove, readStickLine, slotAt } from "~/core";
import type { Preferences } from "~/data/preferences";
import type { FillContent } from "~/formats/fill";
import { light } from "~/views/lighting";
import { type BenchHandle, workOut } from "./bench";

/** A shipped groove as the server sends it. */
export interface ShippedGroove {
  readonly id: string;
  readonly name: string;
  readonly meter: { readonly beats: number; readonly unit: number };
  readonly line: string;
}

export function groovesFor(grooves: readonly ShippedGroove[], content: FillContent): ShippedGroove[] {
  const { beats, unit } = content.meter;
  return grooves.filter((groove) => groove.meter.beats === beats && groove.meter.unit === unit);
}

/** The groove that a fill is heard in: its own where that fits the meter, else the plainest one. Hands as the player has them. */
export function pickGroove(
  grooves: readonly ShippedGroove[],
  content: FillContent,
  hands: Preferences["hands"],
): Groove {
  const chosen = groovesFor(grooves, content).find((groove) => groove.id === content.groove);
  const { meter } = content;
  const line = chosen ? readStickLine(chosen.line).line : null;
  const groove = line ? { meter, line } : plainGroove(meter);
  return hands === "right" ? groove : { ...groove, line: mirrorLine(groove.line) };
}

export function makeScore(content: FillContent, grooves: readonly ShippedGroove[], preferences: Preferences): Score {
  const { timeline, landing, phrase } = workOut(content);
  const groove = pickGroove(grooves, content, preferences.hands);
  const form = { grooveBars: content.grooveBars, countInBars: preferences.countInBars };
  const arrangement = arrange(timeline, groove, form, landing?.hands[0].hand ?? "R");
  return { arrangement, tempo: phrase.tempo, meter: phrase.meter, click: preferences.click };
}

type PlayerModule = typeof import("~/audio/player");
let loading: Promise<PlayerModule> | null = null;

/** Fetches the player's code, once; callers may do so early. */
function loadPlayer(): Promise<PlayerModule> {
  loading ??= import("~/audio/player");
  loading.catch(() => {
    loading = null;
  });
  return loading;
}

export interface Playback {
  readonly playing: boolean;
  readonly toggle: () => void;
  readonly trouble: string | null;
}

export function usePlayback(bench: BenchHandle, grooves: readonly ShippedGroove[], preferences: Preferences): Playback {
  const [playing, setPlaying] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const player = useRef<InstanceType<PlayerModule["Player"]> | null>(null);
  const scene = useRef({ grooves, preferences });
  scene.current = { grooves, preferences };
  const wanted = useRef(false);

  const score = useCallback(() => {
    const { grooves, preferences } = scene.current;
    return makeScore(bench.store.getState().content, grooves, preferences);
  }, [bench]);

  const stop = useCallback(() => {
    wanted.current = false;
    player.current?.stop();
    setPlaying(false);
    light({ playing: null });
  }, []);

  const start = useCallback(async () => {
    wanted.current = true;
    setPlaying(true);
    setTrouble(null);
    try {
      const { Player } = await loadPlayer();
      const { preferences } = scene.current;
      player.current ??= new Player({ leftHanded: preferences.hands === "left" });
      player.current.setVolume(preferences.volume);
      player.current.setLeftHanded(preferences.hands === "left");
      // Stopped again while the code was on its way.
      if (wanted.current) await player.current.start(score());
      if (!wanted.current) player.current.stop();
    } catch (error) {
      console.error(error);
      stop();
      setTrouble("The sound could not be started. Check that this browser may play sound, then press play again.");
    }
  }, [score, stop]);

  useEffect(() => {
    // Fetched while the player looks at the page, so that the first stroke comes at once.
    const idle = setTimeout(() => void loadPlayer().catch(() => {}), 1200);
    return () => clearTimeout(idle);
  }, []);

  useEffect(
    () => bench.store.subscribe(() => player.current?.isPlaying && player.current.update(score())),
    [bench, score],
  );

  useEffect(() => {
    player.current?.setVolume(preferences.volume);
    player.current?.setLeftHanded(preferences.hands === "left");
    if (player.current?.isPlaying) player.current.update(score());
  }, [preferences, score]);

  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const follow = () => {
      light({ playing: soundingSlot(bench, player.current?.position() ?? null) });
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(frame);
  }, [playing, bench]);

  useEffect(() => () => stop(), [stop]);

  const toggle = useCallback(() => {
    if (wanted.current) stop();
    else void start();
  }, [start, stop]);
  return { playing, toggle, trouble };
}

function soundingSlot(bench: BenchHandle, position: { at: number } | null): number | null {
  if (!position) return null;
  const { content } = bench.store.getState();
  const { timeline } = workOut(content);
  const fillAt = content.grooveBars * barTicks(timeline.meter);
  return slotAt(timeline, Math.floor(position.at - fillAt))?.index ?? null;
}
