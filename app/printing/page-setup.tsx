/** What to print, on which paper, and how large. */

import { useId } from "react";
import { ORIENTATIONS, PAPERS, PRINT_SIZES, type SheetPart, usualPaper } from "~/ink/paper-sizes";
import type { Preferences } from "~/library/preferences";
import type { SheetSetup } from "~/paper/page";
import { usePreferences } from "~/session/preferences";
import { Check } from "~/ui/check";
import { ORIENTATION_NAMES, PAPER_NAMES, PRINT_SIZE_WORDS, SHEET_PART_NAMES } from "~/words/sheet";

type PartsField = "fillParts" | "lessonParts";

/** The player's page settings for this sort of page. */
export function setupOf(preferences: Preferences, parts: PartsField): SheetSetup {
  const { paper, orientation, printSize } = preferences;
  return { paper: paper ?? usualPaper(navigator.language), orientation, size: printSize, parts: preferences[parts] };
}

interface PageSetupFieldsProps {
  readonly field: PartsField;
  /** In the order of the menu. */
  readonly offered: readonly SheetPart[];
}

export function PageSetupFields({ field, offered }: PageSetupFieldsProps) {
  const [preferences, change] = usePreferences();
  const setup = setupOf(preferences, field);
  const id = useId();
  const toggle = (part: SheetPart, isOn: boolean) =>
    change({ [field]: isOn ? [...setup.parts, part] : setup.parts.filter((other) => other !== part) });
  return (
    <div className="flex flex-col gap-3">
      <div className="grid grid-cols-2 gap-2">
        <label htmlFor={`${id}paper`} className="text-sm">
          <span className="label-small block mb-0.5">Paper</span>
          <select
            id={`${id}paper`}
            className="select select-sm w-full"
            value={setup.paper}
            onChange={(event) => change({ paper: event.target.value as Preferences["paper"] })}
          >
            {PAPERS.map((paper) => (
              <option key={paper} value={paper}>
                {PAPER_NAMES[paper]}
              </option>
            ))}
          </select>
        </label>
        <label htmlFor={`${id}way`} className="text-sm">
          <span className="label-small block mb-0.5">Orientation</span>
          <select
            id={`${id}way`}
            className="select select-sm w-full"
            value={setup.orientation}
            onChange={(event) => change({ orientation: event.target.value as Preferences["orientation"] })}
          >
            {ORIENTATIONS.map((orientation) => (
              <option key={orientation} value={orientation}>
                {ORIENTATION_NAMES[orientation]}
              </option>
            ))}
          </select>
        </label>
        <label htmlFor={`${id}size`} className="text-sm col-span-2">
          <span className="label-small block mb-0.5">Print size</span>
          <select
            id={`${id}size`}
            className="select select-sm w-full"
            value={setup.size}
            onChange={(event) => change({ printSize: event.target.value as Preferences["printSize"] })}
          >
            {PRINT_SIZES.map((size) => (
              <option key={size} value={size}>
                {PRINT_SIZE_WORDS[size].name}: {PRINT_SIZE_WORDS[size].does}
              </option>
            ))}
          </select>
        </label>
      </div>
      <fieldset>
        <legend className="label-small mb-1">On the page</legend>
        <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
          {offered.map((part) => (
            <Check key={part} isSmall checked={setup.parts.includes(part)} onCheck={(isOn) => toggle(part, isOn)}>
              {SHEET_PART_NAMES[part]}
            </Check>
          ))}
        </div>
      </fieldset>
    </div>
  );
}
