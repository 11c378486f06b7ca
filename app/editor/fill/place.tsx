/** The open fill: one editor, one sound, one selection and one undo for all its tabs. */

import { createContext, useContext, useEffect } from "react";
import { useStore } from "zustand";
import type { Ostinato } from "~/core/player";
import type { FillRow } from "~/library/database";
import type { FillContent } from "~/library/fill/content";
import type { GrooveChoice } from "~/library/groove/choices";
import type { HeardPosition, Playback } from "~/session/playback";
import type { Practice } from "~/session/practice";
import { usePractice } from "~/session/session";
import { useFollowed } from "~/views/use-followed";
import type { Editor } from "../editor";
import { heldContent, type Undo } from "../undo";
import type { PlayContext } from "./score";

/** A part that follows playback frame by frame; null when nothing is playing. */
export type Follower = (heard: HeardPosition | null) => void;

export interface OpenFill {
  readonly row: FillRow;
  readonly editor: Editor<FillContent>;
  readonly grooves: readonly GrooveChoice[];
  readonly stage: PlayContext;
  /** What the fill is played over, for its top tempo: a new object only when that changes. */
  readonly ostinato: Ostinato;
  readonly playback: Playback;
  /** Plays another content instead of the fill's own; null for its own. */
  readonly hear: (content: FillContent | null) => void;
  readonly followers: Set<Follower>;
  /** The target of undo and redo instead of the fill, for example while you set up a kit; null for the fill. */
  readonly setUndo: (undo: Undo | null) => void;
}

export const FillContext = createContext<OpenFill | null>(null);

export function useOpenFill(): OpenFill {
  const place = useContext(FillContext);
  if (!place) throw new Error("no fill is open here");
  return place;
}

/** The content of the open fill, for what may follow a press. */
export function useFill(): FillContent {
  return useFollowed(useOpenFill().editor.store, heldContent<FillContent>);
}

/** The content of the open fill at this moment, for fields. */
export function useFillNow(): FillContent {
  return useStore(useOpenFill().editor.store, heldContent<FillContent>);
}

/** Called every frame with the playback position, while this component is mounted. */
export function useFollow(follower: Follower) {
  const { followers } = useOpenFill();
  useEffect(() => {
    followers.add(follower);
    return () => {
      followers.delete(follower);
    };
  }, [followers, follower]);
}

/** The current practice, as far as it belongs to this fill. */
export function usePracticeOf(fillId: string): Practice {
  const practice = usePractice();
  return practice.loop && practice.loop.fillId !== fillId ? { ...practice, loop: null } : practice;
}
