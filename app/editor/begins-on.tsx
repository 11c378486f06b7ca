import { useEffect, useId, useMemo, useState } from "react";
import type { Meter, Rate, Ticks } from "~/core/time";
import { Minus, Plus } from "~/ui/icons";
import { useSoon } from "~/ui/use-soon";
import { describePlace, findPlace, listNamedPlaces } from "~/words/time";

interface BeginsOnProps {
  readonly start: Ticks;
  readonly rate: Rate;
  readonly meter: Meter;
  /** Bars in which it may start. */
  readonly bars: number;
  readonly onStart: (start: Ticks) => void;
}

/** Where the space to fill starts: typed as counted ("3&"), picked from a list, or stepped note by note. */
export function BeginsOn({ start, rate, meter, bars, onStart }: BeginsOnProps) {
  const [field, list] = [useId(), useId()];
  const name = describePlace(start, rate, meter);
  const [typed, setTyped] = useState(name);
  useEffect(() => setTyped(name), [name]);
  const places = useMemo(() => listNamedPlaces(rate, meter, bars), [rate, meter, bars]);
  const found = findPlace(typed, places);
  const isWrong = typed !== name && !found;
  const soon = useSoon();
  const put = (text: string) => {
    soon(null);
    const place = findPlace(text, places);
    if (place && place.at !== start) onStart(place.at);
    else setTyped(name);
  };
  const step = (by: 1 | -1) => {
    const next = by > 0 ? places.find(({ at }) => at > start) : places.findLast(({ at }) => at < start);
    if (next) onStart(next.at);
  };
  return (
    <div>
      <label htmlFor={field} className="label-small block mb-0.5">
        Begins on
      </label>
      <div className="join">
        <button type="button" className="btn btn-sm join-item px-2" aria-label="Begin earlier" onClick={() => step(-1)}>
          <Minus size={14} aria-hidden />
        </button>
        <input
          id={field}
          list={list}
          value={typed}
          autoComplete="off"
          aria-invalid={isWrong}
          title="Type a count, such as 3& or bar 2, 1"
          className={`input input-sm join-item w-20 text-center font-display font-semibold ${isWrong ? "input-error" : ""}`}
          onChange={(event) => {
            setTyped(event.target.value);
            // A picked entry applies immediately; a typed one may still be incomplete.
            const { inputType } = event.nativeEvent as InputEvent;
            if (inputType === undefined || inputType === "insertReplacementText") return put(event.target.value);
            const place = findPlace(event.target.value, places);
            soon(place && place.at !== start ? () => onStart(place.at) : null);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") put(typed);
          }}
          onFocus={(event) => event.target.select()}
          onBlur={() => put(typed)}
        />
        <datalist id={list}>
          {places.map((place) => (
            <option key={place.at} value={place.name} />
          ))}
        </datalist>
        <button type="button" className="btn btn-sm join-item px-2" aria-label="Begin later" onClick={() => step(1)}>
          <Plus size={14} aria-hidden />
        </button>
      </div>
    </div>
  );
}
