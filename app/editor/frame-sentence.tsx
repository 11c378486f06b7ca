/** The settings of a line as one sentence whose words you can change in place. */

import { lazy, useState } from "react";
import { useHint } from "~/commands/commands";
import { openingRate } from "~/core/phrase";
import { COUNT_STYLES, type CountStyle } from "~/core/pulse";
import { isHand, strokesOf } from "~/core/stroke";
import { useSay } from "~/session/session";
import { ArrowLeftRight } from "~/ui/icons";
import { Unfold } from "~/ui/unfold";
import { FIX_LINE_FIRST } from "~/words/editing";
import { LIMB_NAMES } from "~/words/slot";
import { COUNT_STYLE_NAMES, describeWindow } from "~/words/time";
import { LINE_COMMANDS } from "./commands";
import { countStyleOf, useEditor, useNow, usePhrase, useWorked } from "./context";
import { Field } from "./field";
import { MeterControl, OrchestrationControl, RateControl } from "./frame-controls";

const SpaceControl = lazy(() => import("./space-control"));

/**
 * Meter, note value, space to fill, lead hand, count and orchestration, as one sentence whose words you can change in
 * place.
 */
export function FrameSentence({ children }: { readonly children?: React.ReactNode }) {
  const [isWhole, setWhole] = useState(false);
  return (
    <section aria-label="Bar and space" className="sentence">
      <MeterControl />
      <RateControl />
      <SpaceWords />
      <LeadControl />
      {/* On a phone, the rest comes on request. */}
      <div className={isWhole ? "contents" : "contents max-sm:hidden"}>
        <CountControl />
        <OrchestrationControl />
        {children}
      </div>
      <div className={isWhole ? "hidden" : "sm:hidden"}>
        <button type="button" className="sentence-word" onClick={() => setWhole(true)}>
          more…
        </button>
      </div>
    </section>
  );
}

/** "One bar from 1": opens the fields. */
function SpaceWords() {
  const { meter, window } = usePhrase();
  const { line } = useWorked();
  const words = describeWindow(window, meter, openingRate(line));
  return (
    <div>
      <Unfold label="Space to fill" name={`Space to fill: ${words}`} className="sentence-word" face={words}>
        <SpaceControl />
      </Unfold>
    </div>
  );
}

function LeadControl() {
  const hint = useHint();
  const editor = useEditor();
  const say = useSay();
  const { timeline } = useWorked();
  const first = timeline.slots.flatMap((slot) => strokesOf(slot.content)).find((stroke) => isHand(stroke.limb));
  const hand = first ? LIMB_NAMES[first.limb] : "no hand";
  return (
    <div>
      <button
        type="button"
        className="sentence-word"
        title={hint(LINE_COMMANDS, "mirror")}
        aria-label={`Lead: ${hand}. Lead with the other hand`}
        onClick={() => {
          if (!editor.mirror()) say(FIX_LINE_FIRST);
        }}
      >
        {hand} leads
        <ArrowLeftRight size={13} aria-hidden />
      </button>
    </div>
  );
}

function CountControl() {
  const editor = useEditor();
  const countStyle = useNow(countStyleOf);
  return (
    <Field label="Count" before="counted">
      {(id) => (
        <select
          id={id}
          className="select select-sm w-32"
          value={countStyle}
          onChange={(event) => editor.setPhrase({ countStyle: event.target.value as CountStyle }, "count")}
        >
          {COUNT_STYLES.map((style) => (
            <option key={style} value={style}>
              {COUNT_STYLE_NAMES[style]}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}
