/** One flow in practice: what is drawn, called and heard, and the results. */

import { useCallback, useEffect, useEffectEvent, useMemo, useRef, useState } from "react";
import { useStore } from "zustand";
import { createStore, type StoreApi } from "zustand/vanilla";
import { secondsPerTick } from "~/audio/score";
import { type FlowRecord, factorOf, type Round, type RoundRequest, type RoundTrouble } from "~/core/flow";
import type { Result } from "~/core/listening";
import { isSelfJudged, isSimulated, latencyOf } from "~/formats/listening";
import type { RawHit } from "~/input/raw-hit";
import type { FlowRow } from "~/library/database";
import type { FlowContent } from "~/library/flow/content";
import type { IdeaSources } from "~/library/flow/ideas";
import type { GrooveChoice } from "~/library/groove/choices";
import { simulate } from "~/listening/listener";
import { usePlayback } from "~/session/playback";
import { usePreferences } from "~/session/preferences";
import { useSession } from "~/session/session";
import { describeCall } from "~/words/flow";
import type { FlowCount } from "~/workers/flow";
import { Drawer, isCounted } from "./drawer";
import { type Board, FlowRun, type FlowRunOptions } from "./run";
import { hush, speak } from "./speak";
import { useJudged } from "./use-judged";
import { useRequest } from "./use-request";

export const FLOW_ID = "flow";
/** Milliseconds between clock checks during playback. */
const TICK = 15;
/** The last bar is over this many seconds before its end. */
const NEARLY_OVER = 0.15;
/** Silent rounds before we ask whether anything is connected. */
export const SILENT_ROUNDS = 2;

/** The playing slot of the current idea; separate from the board, which changes less often. */
export interface Playhead {
  readonly slot: number;
}

/** The number of ways for the request, or why there is none. */
interface Answered {
  readonly request: RoundRequest;
  readonly answer: FlowCount | RoundTrouble;
}

interface FlowOptions {
  readonly row: FlowRow;
  readonly content: FlowContent;
  readonly sources: IdeaSources;
  readonly grooves: readonly GrooveChoice[];
  readonly stored: FlowRecord;
}

export function useFlow({ row, content, sources, grooves, stored }: FlowOptions) {
  const [preferences] = usePreferences();
  const { sound } = useSession();
  const { listening } = preferences;
  const { ladder, ahead, seed, isHeld } = content;
  const judged = useJudged(row.id, content.name, stored);
  const { record, note, finish, countSilent, restart } = judged;
  /** The last answer, and its request. */
  const [answered, setAnswered] = useState<Answered | null>(null);
  const [countFailed, setCountFailed] = useState(false);
  const [attempt, setAttempt] = useState(0);
  const [preview, setPreview] = useState<Round | null>(null);
  const [board, setBoard] = useState<Board | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const [playhead] = useState<StoreApi<Playhead>>(() => createStore<Playhead>(() => ({ slot: -1 })));
  const [drawer] = useState(() => new Drawer());

  const { ideas, weights, request, scene } = useRequest({ content, sources, grooves, record });
  const now = useRef({ weights, held, listening, content });
  now.current = { weights, held, listening, content };

  const options = useMemo(
    (): FlowRunOptions => ({
      scene,
      ideas: request.spec.ideas,
      named: ideas,
      tempo: content.tempo,
      ladder,
      strictness: listening.strictness,
      draw: (number) => drawer.take(now.current.held ?? number, now.current.weights),
    }),
    [scene, request, ideas, content.tempo, ladder, listening.strictness, drawer],
  );
  const run = useRef<FlowRun | null>(null);
  const counted = answered?.answer ?? null;
  const hasWays = counted !== null && isCounted(counted) && counted.total > 0n;
  // While it is still being counted, it can't be played: rounds would be drawn from something else.
  const canPlay = hasWays && answered?.request === request;
  useEffect(() => {
    if (canPlay) run.current?.turnTo(options);
  }, [options, canPlay]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another attempt counts the same request again
  useEffect(() => {
    let isOver = false;
    setCountFailed(false);
    void drawer
      .open(request)
      .then((answer) => {
        if (!isOver && answer) setAnswered({ request, answer });
      })
      .catch((error: unknown) => {
        console.error(error);
        drawer.close();
        if (!isOver) setCountFailed(true);
      });
    return () => {
      isOver = true;
    };
  }, [drawer, request, attempt]);
  useEffect(() => () => drawer.close(), [drawer]);

  const makeScore = useCallback((number: number) => {
    if (!run.current) throw new Error("nothing goes round");
    return run.current.score(number);
  }, []);
  const playback = usePlayback({ id: FLOW_ID, makeScore });
  const { playing } = playback;

  const begin = useCallback(() => {
    if (!canPlay) return;
    restart();
    run.current = new FlowRun(options);
    drawer.ensure(now.current.held ?? 0, now.current.weights);
    setBoard(run.current.board(-1, 0));
    void sound.play(FLOW_ID, makeScore);
  }, [canPlay, options, sound, drawer, makeScore, restart]);
  const toggle = useCallback(() => (playing ? sound.stop(FLOW_ID) : begin()), [playing, sound, begin]);

  const onHit = useCallback(
    (raw: RawHit) => {
      const { listening: set } = now.current;
      run.current?.judge.listener.hit(raw, sound.locateIn(FLOW_ID, raw.at - latencyOf(set)));
    },
    [sound],
  );

  useEffect(() => {
    if (!playing) return;
    let key = "";
    const clock = setInterval(() => {
      const flow = run.current;
      const page = performance.now();
      const located = flow ? sound.locateIn(FLOW_ID, page) : null;
      if (!flow || !located) return;
      const { listening: set, weights: wanted, held: again } = now.current;
      if (flow.isClosing(located.repeat) && located.left < NEARLY_OVER) {
        sound.stop(FLOW_ID);
        return;
      }
      drawer.ensure(again ?? Math.max(0, located.repeat), wanted);
      const next = flow.board(located.repeat, located.seconds / secondsPerTick(located.score));
      const { slot, ...rest } = next;
      playhead.setState({ slot: next.playing === null ? -1 : slot });
      const nextKey = `${rest.round} ${rest.phase} ${rest.playing} ${rest.time} ${rest.beatsLeft} ${rest.shown.map(({ number }) => number).join()}`;
      if (nextKey !== key) setBoard(next);
      key = nextKey;
      if (isSelfJudged(set.source)) {
        finish(flow.judge.closeRated(Math.max(0, located.repeat)), "self");
        return;
      }
      if (isSimulated(set.source) && located.repeat >= 0 && !flow.isClosing(located.repeat)) {
        simulate(flow.judge, located, page, set.drummer, onHit);
      }
      note(flow.judge.hear(located));
      const { heard, done, missed } = flow.judge.close(located);
      note(heard);
      finish(done, "heard");
      countSilent(done.length > 0 ? null : missed);
    }, TICK);
    return () => {
      clearInterval(clock);
      const flow = run.current;
      // The player's judgement of the last round counts, even though it was stopped.
      if (flow && isSelfJudged(now.current.listening.source))
        finish(flow.judge.closeRated(Number.POSITIVE_INFINITY), "self");
      setBoard(null);
      playhead.setState({ slot: -1 });
      hush();
      setPreview(drawer.peek(now.current.held ?? 0) ?? null);
    };
  }, [playing, sound, drawer, playhead, note, finish, countSilent, onHit]);

  /** An idea's name in a round: a playing round keeps the ideas it was drawn from. */
  const nameOf = useCallback(
    (round: number | null, idea: number) => {
      const named = round === null ? ideas : run.current?.get(round).named;
      return named?.[idea]?.name ?? "";
    },
    [ideas],
  );

  // The next call is spoken while the previous one is played.
  const calling = board?.shown.find(({ number }) => number === (board.playing ?? -1) + 1) ?? null;
  const firstCall = board?.playing === null ? board.shown[0] : undefined;
  const spoken = board && board.phase !== "answer" ? (firstCall ?? calling) : null;
  const spokenKey = spoken ? spoken.number : -1;
  const sayNext = useEffectEvent(() => {
    if (!spoken) return;
    const { call } = spoken.call;
    speak(describeCall(nameOf(spoken.call.round, call.idea), call.times), preferences.volume);
  });
  // Once per call.
  useEffect(() => {
    if (playing && ahead === "spoken" && spokenKey >= 0) sayNext();
  }, [playing, ahead, spokenKey]);

  const locateNow = useCallback(() => {
    const located = sound.locateIn(FLOW_ID, performance.now());
    return located && { round: located.repeat, at: located.seconds / secondsPerTick(located.score) };
  }, [sound]);
  /** The player's own judgement of the idea just played; false if there is none to judge. */
  const rate = useCallback(
    (result: Result): boolean => {
      const here = locateNow();
      const heard = here && run.current?.judge.rate(here.round, here.at, result);
      if (heard) note(heard);
      return Boolean(heard);
    },
    [note, locateNow],
  );
  const rateJoin = useCallback((): boolean => {
    const here = locateNow();
    const heard = here && run.current?.judge.rateJoin(here.round, here.at);
    if (heard) note(heard);
    return Boolean(heard);
  }, [note, locateNow]);

  /** Other draws of the same request, from now on. */
  const reseed = useCallback(
    (next: number) => {
      drawer.reseed(next);
      void drawer.ensureNow(0, now.current.weights).then(setPreview);
    },
    [drawer],
  );
  useEffect(() => {
    if (canPlay) reseed(seed);
  }, [seed, canPlay, reseed]);

  const inPlay = board && run.current && !run.current.isClosing(board.round) ? run.current.get(board.round) : null;
  return {
    ideas,
    nameOf,
    request,
    record,
    factors: content.ideas.map(({ key }) => (isHeld ? 1 : factorOf(record.ideas[key]))),
    counted,
    /** Counting failed; {@link countAgain} retries. */
    countFailed,
    countAgain: () => setAttempt(attempt + 1),
    canPlay,
    board,
    /** The current round, or the next one. */
    round: inPlay?.round ?? (hasWays ? preview : null),
    run: board ? run.current : null,
    cards: run.current?.cards ?? 2,
    last: judged.last,
    rounds: judged.rounds,
    silent: judged.silent,
    isSaved: judged.isSaved,
    held,
    hold: (isOn: boolean) => setHeld(isOn ? (inPlay?.round.number ?? 0) : null),
    playhead,
    playback: { ...playback, toggle },
    rate,
    rateJoin,
    onHit,
  };
}
export type Flow = ReturnType<typeof useFlow>;

/** The playing slot on the current call's card; -1 elsewhere. */
export function usePlayhead(playhead: StoreApi<Playhead>): number {
  return useStore(playhead, ({ slot }) => slot);
}
