import { useCallback } from "react";
import { isPlayable } from "~/core/kit";
import { placeStrokes } from "~/core/line";
import type { Line } from "~/core/phrase";
import { isHand, KIT_VOICE_NAMES, type KitVoice } from "~/core/stroke";
import { useChooser } from "~/editor/choice";
import { useEditor } from "~/editor/context";
import { usePlayer } from "~/session/player";
import { useSay } from "~/session/session";
import { CHOOSE_NOTE_FIRST } from "~/words/editing";
import { thePlace } from "~/words/slot";
import { nextStroke } from "./strokes";

/** Moves the chosen note's strokes to a surface, or leaves them to the layers for null, and advances to the next. */
export function usePutStroke(
  editLine: (change: (line: Line) => Line) => boolean,
  choose: (index: number | null) => void,
): (place: KitVoice | null) => void {
  const editor = useEditor();
  const chooser = useChooser();
  const say = useSay();
  const { kit } = usePlayer();
  return useCallback(
    (place: KitVoice | null) => {
      const { timeline } = editor.worked();
      const index = chooser.slot(timeline)?.index;
      if (index === undefined) {
        say(CHOOSE_NOTE_FIRST);
        return;
      }
      const own = timeline.events.filter(({ slot, grace }) => slot === index && grace === undefined);
      const meant = own.filter(({ limb }) => (place ? isPlayable(kit, limb, place) : isHand(limb) || own.length === 1));
      if (meant.length === 0) {
        say(
          place
            ? kit.surfaces.some((surface) => surface.place === place)
              ? `Note ${index + 1} can't be played on ${thePlace(place)}.`
              : `This kit has no ${KIT_VOICE_NAMES[place]}.`
            : "This note is a rest.",
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
    [editor, chooser, kit, say, editLine, choose],
  );
}
