/** Feel: the groove's or the fill's own, whether the fill follows, and rhythms that only work swung. */

import { type Groove, judgeFeel, type Setting } from "~/core/groove";
import { useWorked } from "~/editor/context";
import { FeelFields } from "~/editor/feel-fields";
import { useFillNow } from "~/editor/fill/place";
import { keepFeel, type SettingContent } from "~/library/phrase/setting";
import { Check } from "~/ui/check";
import { TriangleAlert } from "~/ui/icons";
import { describeFeel, describeFeelNote } from "~/words/groove";

interface FeelPanelProps {
  readonly groove: Groove;
  readonly setting: Setting;
  readonly onSetting: (change: SettingContent, kind: string) => void;
}

export function FeelPanel({ groove, setting, onSetting }: FeelPanelProps) {
  const { timeline } = useWorked();
  const own = useFillNow().setting?.feel;
  const notes = judgeFeel(timeline, setting.feel, setting.follows);
  return (
    <div className="flex flex-col gap-3">
      <p className="text-sm leading-snug">
        The groove is <strong>{describeFeel(groove.feel)}</strong>.
      </p>
      {notes.length > 0 ? (
        <ul aria-label="What doesn't fit together" className="flex flex-col gap-1.5">
          {notes.map((note) => (
            <li key={note.kind} className="text-sm flex gap-2 leading-snug">
              <TriangleAlert size={16} aria-hidden className="text-warning shrink-0 mt-0.5" />
              {describeFeelNote(note)}
            </li>
          ))}
        </ul>
      ) : null}
      <Check checked={setting.follows} onCheck={(checked) => onSetting({ follows: checked }, "follows")}>
        The fill follows this feel
      </Check>
      <Check
        checked={own !== undefined}
        onCheck={(checked) => onSetting({ feel: checked ? keepFeel(setting.feel) : undefined }, "own feel")}
      >
        Use a different feel for this fill
      </Check>
      {own ? (
        <FeelFields feel={setting.feel} onFeel={(feel, kind) => onSetting({ feel: keepFeel(feel) }, kind)} />
      ) : null}
    </div>
  );
}
