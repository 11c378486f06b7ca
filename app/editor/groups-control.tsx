import { useId, useState } from "react";
import { listGroupings, type Meter, readGroups } from "~/core/time";
import { describeGroupsProblem, describeUsuallyFelt } from "~/words/time";
import { meterOf, useEditor, useNow } from "./context";
import { Field } from "./field";

/**
 * How the bar is grouped: typed, or one of the common ways. Groups that don't add up get a message, and stay as typed.
 */
export default function GroupsControl() {
  const editor = useEditor();
  const meter = useNow(meterOf);
  const now = meter.groups?.join("+") ?? "";
  const [typed, setTyped] = useState(now);
  const [shown, setShown] = useState(now);
  const list = useId();
  // Undo, or another control, has changed it meanwhile.
  if (shown !== now) {
    setShown(now);
    setTyped(now);
  }
  const read = typed.trim() === "" ? null : readGroups(typed, meter as Meter);
  const problem = read && !Array.isArray(read) ? read : null;
  return (
    <Field label="Grouping" before="felt">
      {(id) => (
        <>
          <input
            id={id}
            list={list}
            value={typed}
            placeholder={describeUsuallyFelt(meter as Meter)}
            spellCheck={false}
            className="input input-sm w-36"
            aria-invalid={problem !== null}
            aria-describedby={problem ? `${list}-problem` : undefined}
            onChange={({ target }) => {
              setTyped(target.value);
              const next = target.value.trim() === "" ? null : readGroups(target.value, meter as Meter);
              if (next !== null && !Array.isArray(next)) return;
              const { groups: _, ...plain } = meter;
              const felt = next ? { ...plain, groups: next } : plain;
              setShown(next?.join("+") ?? "");
              editor.setPhrase({ meter: felt }, "groups");
            }}
          />
          <datalist id={list}>
            {listGroupings(meter as Meter).map((groups) => (
              <option key={groups.join("+")} value={groups.join("+")} />
            ))}
          </datalist>
          {problem ? (
            <span id={`${list}-problem`} role="alert" className="text-sm text-error block">
              {describeGroupsProblem(problem, meter as Meter)}
            </span>
          ) : null}
        </>
      )}
    </Field>
  );
}
