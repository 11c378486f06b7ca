import type { Timeline } from "~/core/timeline";
import { countSections, SECTION_SLOTS } from "~/views/section";
import { formatNumber } from "~/words/time";

export interface LinePagerProps {
  readonly page: number;
  readonly onPage: (page: number) => void;
  readonly timeline: Timeline;
}

/** Turns the parts of a long line. */
export default function LinePager({ page, onPage, timeline }: LinePagerProps) {
  const slots = timeline.slots.length;
  const count = countSections(timeline);
  const section = Math.min(page, count - 1);
  const from = section * SECTION_SLOTS + 1;
  const to = Math.min(slots, from + SECTION_SLOTS - 1);
  return (
    <nav aria-label="Part of the line" className="flex items-center gap-2 px-3 py-2 border-t border-base-300 text-sm">
      <span className="flex-1">
        Notes {formatNumber(from)} to {formatNumber(to)} of {formatNumber(slots)} shown
      </span>
      <button type="button" className="btn btn-sm" disabled={section === 0} onClick={() => onPage(section - 1)}>
        Previous
      </button>
      <button type="button" className="btn btn-sm" disabled={section === count - 1} onClick={() => onPage(section + 1)}>
        Next
      </button>
    </nav>
  );
}
