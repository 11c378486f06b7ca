/** The calls: the cards, their round, actions on the draw, and problems. */

import { useHint } from "~/commands/commands";
import type { Call, ComposedPlaying } from "~/core/flow";
import { bpm, type Meter, MIN_BPM } from "~/core/time";
import { isSelfJudged } from "~/formats/listening";
import type { FlowContent } from "~/library/flow/content";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { Bookmark, Dices, Repeat } from "~/ui/icons";
import { InlineError } from "~/ui/inline-error";
import { NumberField } from "~/ui/number-field";
import { describeBpm } from "~/words/ceiling";
import { describePathProblem } from "~/words/flow";
import { plural } from "~/words/time";
import { BeatsLeft, CallCards, type CardFaces } from "./board";
import { FLOW_COMMANDS } from "./commands";
import type { FlowDraft } from "./draft";
import { isCounted } from "./drawer";
import { RoundStrip } from "./round-strip";
import { type Flow, SILENT_ROUNDS } from "./use-flow";
import { Ways } from "./ways";

interface CallsPanelProps {
  readonly flow: Flow;
  readonly draft: FlowDraft;
  readonly content: FlowContent;
  readonly faces: CardFaces;
  /** The count-in beat in words. */
  readonly count: string | null;
  /** The top tempo of each idea; null if its cells are unreadable. */
  readonly tops: readonly (number | null)[];
  readonly nowCall: Call | undefined;
  readonly nameHere: (idea: number) => string;
  readonly onDraw: () => void;
  readonly onHold: () => void;
  readonly onKeep: () => void;
}

const NO_PLAYINGS: readonly ComposedPlaying[] = [];

export function CallsPanel(props: CallsPanelProps) {
  const { flow, draft, content, faces, count, tops, nowCall, nameHere, onDraw, onHold, onKeep } = props;
  const { board, round } = flow;
  const { playing } = flow.playback;
  const hint = useHint();
  const [{ listening }] = usePreferences();
  const strongHand = usePlayer().hands.leading;
  const known = tops.filter((top) => top !== null);
  const isOverAll = known.length > 0 && known.length === tops.length && known.every((top) => content.tempo > top + 0.5);
  const isRefused = flow.counted !== null && (!isCounted(flow.counted) || flow.counted.total === 0n);
  return (
    <section aria-label="Calls" className="panel px-3 sm:px-4 py-3 flex flex-col gap-3">
      {board ? (
        <BeatsLeft board={board} count={count} />
      ) : (
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1 min-h-7">
          <Ways flow={flow} content={content} />
        </div>
      )}
      <CallCards faces={faces} strongHand={strongHand} playhead={flow.playhead} />
      {round || !isRefused ? (
        // Until the first draw arrives, empty bars keep its place.
        <RoundStrip
          meter={content.meter as Meter}
          bars={content.bars}
          playings={round?.composed.playings ?? NO_PLAYINGS}
          nameOf={nameHere}
          now={nowCall ? { from: nowCall.from, to: nowCall.to } : null}
          meets={flow.request.spec.rules.meet}
          isFree={!content.form.isCalled}
        />
      ) : null}
      <div className="flex flex-wrap items-center gap-2">
        <button type="button" className="btn btn-sm" title={hint(FLOW_COMMANDS, "new-draw")} onClick={onDraw}>
          <Dices size={16} aria-hidden /> Draw again
        </button>
        <button
          type="button"
          className={`btn btn-sm ${flow.held === null ? "" : "btn-primary"}`}
          aria-pressed={flow.held !== null}
          title={hint(FLOW_COMMANDS, "hold")}
          onClick={onHold}
        >
          <Repeat size={16} aria-hidden /> Repeat this draw
        </button>
        <button type="button" className="btn btn-sm" title={hint(FLOW_COMMANDS, "keep")} onClick={onKeep}>
          <Bookmark size={16} aria-hidden /> Keep as a fill
        </button>
        <span className="ml-auto">
          <NumberField
            label="Draw no."
            labelClassName="label-small"
            className="input-sm w-24"
            value={content.seed}
            least={0}
            most={0xffffffff}
            onValue={(seed) => draft.change({ seed }, "seed")}
          />
        </span>
      </div>
      {round?.pathProblem ? (
        <p className="text-sm" role="status">
          {describePathProblem(round.pathProblem)}
        </p>
      ) : null}
      {isOverAll ? (
        <p role="alert" className="text-sm flex flex-wrap items-center gap-2">
          <span>
            At {describeBpm(content.tempo)} every one of these ideas is over your top tempo. The fastest you can play
            them all is {describeBpm(Math.min(...known))}.
          </span>
          <button
            type="button"
            className="btn btn-sm"
            onClick={() => draft.change({ tempo: bpm(Math.max(MIN_BPM, Math.floor(Math.min(...known)))) })}
          >
            Set it
          </button>
        </p>
      ) : null}
      {!isSelfJudged(listening.source) && flow.silent >= SILENT_ROUNDS && playing ? (
        <p role="alert" className="text-sm">
          Nothing was heard for {plural(flow.silent, "round")}. Check that your drums are plugged in, or choose another
          way to be judged. Notes you don't play aren't counted.
        </p>
      ) : null}
      <InlineError
        words={
          flow.isSaved
            ? null
            : "The last result couldn't be saved. It is kept on this page and will be saved with the next one."
        }
      />
    </section>
  );
}
