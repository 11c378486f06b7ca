import { useEffect, useMemo, useRef, useState } from "react";
import { distanceBetween, surfacesOf, targetWidth } from "~/core/kit";
import { limitsOf } from "~/core/player";
import { type FittedReach, fitDoubles, fitReach, fitSingles, type ReachRun } from "~/core/practice";
import { isHand, KIT_VOICE_NAMES, type KitVoice, LIMBS, type Limb } from "~/core/stroke";
import { type Seconds, seconds } from "~/core/time";
import { isSelfJudged } from "~/formats/listening";
import type { RawHit } from "~/input/raw-hit";
import type { FillRow } from "~/library/database";
import type { PlanRow } from "~/library/practice/plan";
import { usePlayer } from "~/session/player";
import { usePreferences } from "~/session/preferences";
import { useInputs } from "~/session/use-inputs";
import { describeLimb } from "~/words/practice";
import { capital, LIMB_NAMES } from "~/words/slot";
import { FromRuns } from "./from-runs";
import { RateResult, ReachResult } from "./test-results";

type SpeedKind = "singles" | "doubles" | "reach";
interface Test {
  readonly limb: Limb;
  readonly kind: SpeedKind;
}

/** Duration of a test in seconds. */
const LENGTH = 8;
/** Milliseconds between the simulated drummer's strokes, for a trial without a kit. */
const SIMULATED: Record<SpeedKind, readonly number[]> = { singles: [162], doubles: [78, 210], reach: [240] };

/** Fastest clean singles, doubles and feet: tested, or derived from clean runs, and the values that the Floor uses. */
export default function Hands({
  fills,
  plans,
}: {
  readonly fills: readonly FillRow[];
  readonly plans: readonly PlanRow[];
}) {
  const [preferences, change] = usePreferences();
  const { kit, limits, hands } = usePlayer();
  const { listening, measured, level } = preferences;
  const [test, setTest] = useState<Test | null>(null);
  const [from, setFrom] = useState<KitVoice>("sn");
  const [to, setTo] = useState<KitVoice>("f1");
  const [left, setLeft] = useState(0);
  const [times, setTimes] = useState<readonly Seconds[]>([]);
  const [runs, setRuns] = useState<readonly ReachRun[]>([]);
  const collected = useRef<Seconds[]>([]);
  const isOn = left > 0;
  const places = surfacesOf(kit, "R").map(({ place }) => place);
  const target = places.includes(to) ? to : (places.find((place) => place !== from) ?? from);

  const onHit = (hit: RawHit) => {
    if (!isOn || !test) return;
    if (hit.limb !== null && hit.limb !== test.limb) return;
    if (hit.place !== null && isHand(test.limb) === ["kk", "k2", "hp"].includes(hit.place)) return;
    if (test.kind === "reach" && hit.place !== null && hit.place !== from && hit.place !== target) return;
    collected.current.push(seconds(hit.at / 1000));
    setTimes([...collected.current]);
  };
  const midi = useInputs(listening, onHit);
  const strike = useRef(onHit);
  strike.current = onHit;

  useEffect(() => {
    if (!isOn) return;
    const clock = setInterval(() => setLeft((now) => Math.max(0, now - 1)), 1_000);
    return () => clearInterval(clock);
  }, [isOn]);
  useEffect(() => {
    if (!isOn || listening.source !== "drummer" || !test) return;
    const gaps = SIMULATED[test.kind];
    let at = performance.now();
    let index = 0;
    const clock = setInterval(() => {
      while (at <= performance.now()) {
        const wander = Math.sin(index * 7.3) * 4;
        strike.current({ at: at + wander, place: null, limb: test.limb, velocity: null });
        at += gaps[index % gaps.length] as number;
        index++;
      }
    }, 40);
    return () => clearInterval(clock);
  }, [isOn, listening.source, test]);

  const start = (next: Test) => {
    collected.current = [];
    setTimes([]);
    setTest(next);
    setLeft(LENGTH);
  };
  const rate =
    !isOn && test && test.kind !== "reach" ? (test.kind === "singles" ? fitSingles(times) : fitDoubles(times)) : null;
  const reach = useMemo((): FittedReach | null => {
    if (isOn || test?.kind !== "reach") return null;
    const [a, b] = [from, target].map((place) => kit.surfaces.find((one) => one.place === place));
    if (!a || !b) return null;
    const run = { times, distance: distanceBetween(a, b), width: Math.min(targetWidth(a), targetWidth(b)) };
    return fitReach([...runs, run], limitsOf(level, hands.leading).limbs[test.limb]);
  }, [isOn, test, kit, from, target, times, runs, level, hands]);
  const use = (limb: Limb, values: Partial<Record<"single" | "double" | "base" | "perBit", number>>) =>
    change({ measured: { ...measured, [limb]: { ...measured[limb], ...values } } });
  const canListen = !isSelfJudged(listening.source);

  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)] items-start">
      <section className="panel px-4 py-3" aria-label="Tests">
        <h2 className="text-xl">Short tests</h2>
        <p className="text-sm mt-1">
          Eight seconds each, as fast as you can stay loose and even. Warm up first. If it hurts or goes numb, stop at
          once: no number is worth it. See a qualified teacher or a doctor.
        </p>
        {canListen ? (
          <p className="text-sm quiet mt-1" role="status">
            {listening.source === "midi" && midi?.trouble
              ? "No pads found yet. Plug them in, or choose the keyboard in the Shed."
              : `Listening to ${{ keys: "the keyboard", midi: "the pads", drummer: "the demo drummer", self: "" }[listening.source]}.`}
          </p>
        ) : (
          <p className="mt-2 text-sm font-semibold">
            First choose the keyboard, electronic drums or the demo drummer in the Shed, under “Who judges”.
            <button
              type="button"
              className="btn btn-xs ml-2"
              onClick={() => change({ listening: { ...listening, source: "keys" } })}
            >
              Listen to the keyboard
            </button>
          </p>
        )}
        <table className="table table-sm mt-2">
          <thead>
            <tr>
              <th scope="col">Limb</th>
              <th scope="col">Used for your top tempo</th>
              <th scope="col">Test</th>
            </tr>
          </thead>
          <tbody>
            {LIMBS.map((limb) => (
              <tr key={limb}>
                <th scope="row" className="font-medium">
                  {describeLimb(limb)}
                </th>
                <td>
                  {(1 / limits.limbs[limb].single).toFixed(1)} singles, {(1 / limits.limbs[limb].double).toFixed(1)} in
                  doubles a second
                  <span className="block label-small">
                    {measured[limb]?.single || measured[limb]?.double ? "measured" : "an estimate"}
                  </span>
                </td>
                <td>
                  <span className="flex flex-wrap gap-1">
                    {(["singles", "doubles"] as const).map((kind) => (
                      <button
                        key={kind}
                        type="button"
                        className="btn btn-xs"
                        disabled={!canListen || isOn}
                        onClick={() => start({ limb, kind })}
                      >
                        {capital(kind)}
                        <span className="sr-only"> of the {LIMB_NAMES[limb]}</span>
                      </button>
                    ))}
                    {isHand(limb) ? (
                      <button
                        type="button"
                        className="btn btn-xs"
                        // Keys aren't surfaces to reach for.
                        disabled={!canListen || isOn || listening.source === "keys"}
                        onClick={() => start({ limb, kind: "reach" })}
                      >
                        Reach<span className="sr-only"> of the {LIMB_NAMES[limb]}</span>
                      </button>
                    ) : null}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="flex flex-wrap items-center gap-2 text-sm mt-2">
          Reach{listening.source === "keys" ? " needs electronic drums. It" : ""} goes back and forth between
          <PlaceSelect label="Reach from" value={from} places={places} onPlace={setFrom} />
          and
          <PlaceSelect label="Reach to" value={target} places={places} onPlace={setTo} />
        </p>
      </section>
      <div className="flex flex-col gap-3">
        <section className="panel px-4 py-3 min-h-36" aria-label="Result of the test" aria-live="polite">
          <h2 className="text-xl">{test ? `${describeLimb(test.limb)}, ${test.kind}` : "Result"}</h2>
          {!test ? <p className="quiet mt-1">Start a test to see your result here, and how certain it is.</p> : null}
          {isOn ? (
            <p className="mt-2 flex items-center gap-4">
              <span className="font-display font-bold text-6xl tabular-nums">{left}</span>
              <span>{times.length} strokes so far. Stay loose and even.</span>
              <button type="button" className="btn btn-sm" onClick={() => setLeft(0)}>
                Stop
              </button>
            </p>
          ) : null}
          {test && !isOn && test.kind !== "reach" ? (
            <RateResult
              fitted={rate}
              onUse={(value) => use(test.limb, { [test.kind === "singles" ? "single" : "double"]: value })}
            />
          ) : null}
          {test && !isOn && test.kind === "reach" ? (
            <ReachResult
              reach={reach}
              onUse={(fit) => use(test.limb, { base: fit.base.value, perBit: fit.perBit.value })}
              onMore={() => {
                const [a, b] = [from, target].map((place) => kit.surfaces.find((one) => one.place === place));
                if (!a || !b) return;
                setRuns([
                  ...runs,
                  { times, distance: distanceBetween(a, b), width: Math.min(targetWidth(a), targetWidth(b)) },
                ]);
                setTest(null);
              }}
              count={runs.length + 1}
            />
          ) : null}
        </section>
        <FromRuns fills={fills} plans={plans} onUse={use} />
      </div>
    </div>
  );
}

function PlaceSelect({
  label,
  value,
  places,
  onPlace,
}: {
  readonly label: string;
  readonly value: KitVoice;
  readonly places: readonly KitVoice[];
  readonly onPlace: (place: KitVoice) => void;
}) {
  return (
    <select
      className="select select-xs w-32"
      aria-label={label}
      value={value}
      onChange={(event) => onPlace(event.target.value as KitVoice)}
    >
      {places.map((place) => (
        <option key={place} value={place}>
          {KIT_VOICE_NAMES[place]}
        </option>
      ))}
    </select>
  );
}
