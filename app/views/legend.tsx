/** Legend, drawn with the coins themselves. */

import { type Hand, makeSilence, makeSplit, makeStroke, makeStrokes, otherHand, type Slot } from "~/core/stroke";
import { LIMB_NAMES } from "~/words/slot";
import { Coin } from "./coin";

function entriesFor(strongHand: Hand): readonly (readonly [slot: Slot, name: string])[] {
  const alone = (...marks: Parameters<typeof makeStroke>) => makeStrokes([makeStroke(...marks)]);
  const weakHand = otherHand(strongHand);
  const other = makeStroke(weakHand);
  return [
    [alone(strongHand), LIMB_NAMES[strongHand]],
    [alone(weakHand), LIMB_NAMES[weakHand]],
    [alone("K"), LIMB_NAMES.K],
    [alone("H"), LIMB_NAMES.H],
    [alone(strongHand, { level: "accent" }), "accent"],
    [alone(strongHand, { level: "ghost" }), "ghost"],
    [alone(strongHand, { graces: 1 }), "flam"],
    [alone(strongHand, { technique: "rim-shot" }), "rim shot"],
    [alone(strongHand, { technique: "buzz" }), "buzz stroke"],
    [alone(strongHand, { technique: "choke", place: "c1" }), "choked"],
    [makeStrokes([makeStroke(strongHand), makeStroke("K")]), "together"],
    [makeSplit([makeStrokes([other]), makeStrokes([other])]), "two in a slot"],
    [makeSilence(), "silence"],
  ];
}

/** The drawing, and how it is typed. */
export default function Legend({ strongHand }: { strongHand: Hand }) {
  return (
    <>
      <Coins strongHand={strongHand} />
      <p className="label-small border-t border-base-300 pt-2 mt-2 leading-relaxed">
        In the line: R L hands · K bass drum · H hi-hat foot · lower case ghost · <kbd className="key">&gt;</kbd> accent
        · <kbd className="key">'</kbd> flam · <kbd className="key">!</kbd> rim shot · <kbd className="key">~</kbd> buzz
        · <kbd className="key">=R/c1</kbd> choked cymbal · <kbd className="key">&lt;[RLRL RLRL]</kbd> crescendo ·{" "}
        <kbd className="key">-</kbd> rest · space new cell · <kbd className="key">x3</kbd> repeat ·{" "}
        <kbd className="key">@6</kbd> note value
      </p>
    </>
  );
}

function Coins({ strongHand }: { strongHand: Hand }) {
  return (
    <ul aria-label="Legend" className="drawing grid grid-cols-2 sm:grid-cols-3 gap-x-2">
      {entriesFor(strongHand).map(([slot, name]) => (
        <li key={name} className="flex items-center gap-1.5 text-sm font-sans">
          <svg width="40" height="38" viewBox="-26 -25 52 50" aria-hidden="true" className="shrink-0">
            <Coin slot={slot} strongHand={strongHand} />
          </svg>
          {name}
        </li>
      ))}
      <li className="flex items-center gap-1.5 text-sm font-sans">
        <svg width="40" height="38" viewBox="-26 -25 52 50" aria-hidden="true" className="shrink-0">
          <g data-slot="" data-limit="">
            <Coin slot={makeStrokes([makeStroke(strongHand)])} strongHand={strongHand} />
          </g>
        </svg>
        limits the tempo
      </li>
      <li className="flex items-center gap-1.5 text-sm font-sans">
        <svg width="40" height="38" viewBox="-26 -25 52 50" aria-hidden="true" className="shrink-0">
          <path
            d="M-20 14L18 -14"
            stroke="var(--verdigris)"
            strokeWidth="2.4"
            strokeDasharray="1 6"
            strokeLinecap="round"
          />
          <rect x="8" y="-22" width="20" height="15" rx="7.5" fill="var(--verdigris)" />
        </svg>
        falls on a beat
      </li>
    </ul>
  );
}
