import { useCallback } from "react";
import { isHand, isPlayable, type Kit, type Line, PLACE_NAMES, type Place, placeStrokes } from "~/core";
import { workOut } from "~/stack/bench";
import { useBench } from "~/stack/context";
import { chosenIndex, nextStroke } from "./strokes";

/** Puts the chosen note's strokes somewhere, or leaves them to the layers for null, and goes on to the next one. */
export function usePutStroke(
  kit: Kit,
  say: (words: string) => void,
  editLine: (change: (line: Line) => Line) => boolean,
  choose: (index: number | null) => void,
): (place: Place | null) => void {
  const bench = useBench();
  return useCallback(
    (place: Place | null) => {
      const { timeline } = workOut(bench.store.getState().content);
      const index = chosenIndex(timeline);
      if (index === null) {
        say("Choose a stroke first: arrow keys, or press its coin.");
        return;
      }
      const own = timeline.events.filter(({ slot, grace }) => slot === index && grace === undefined);
      const meant = own.filter(({ limb }) => (place ? isPlayable(kit, limb, place) : isHand(limb) || own.length === 1));
      if (meant.length === 0) {
        say(
          place
            ? `No limb of note ${index + 1} plays the ${PLACE_NAMES[place]} of this kit.`
            : "There is no stroke here.",
        );
        return;
      }
      if (
        editLine((line) =>
          placeStrokes(
            line,
            meant.map((event) => [event, place]),
          ),
        )
      ) {
        choose(nextStroke(timeline, index, 1) ?? index);
      }
    },
    [bench, kit, say, editLine, choose],
  );
}
