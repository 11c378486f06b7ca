/** Grooves: what a fill sits in, and whether it belongs there. */

import { useState } from "react";
import type { FillRow, GrooveRow } from "~/data/database";
import type { GrooveChoice } from "~/data/grooves";
import type { FillContent } from "~/formats/fill";
import { openBench } from "~/stack/bench";
import { BenchContext } from "~/stack/context";
import { FillSaveNotice } from "~/stack/fill-save-notice";
import { useFillSaving } from "~/stack/use-fill-saving";
import { Notice, useNotice } from "~/ui/notice";
import type { UnsavedDraft } from "~/ui/use-saving";
import { GroovesDesk } from "./desk";

export interface GroovesScreenProps {
  readonly row: FillRow;
  readonly draft: UnsavedDraft<FillContent> | null;
  readonly grooves: readonly GrooveChoice[];
  readonly binned: readonly GrooveRow[];
}

export function GroovesScreen({ row, draft, grooves, binned }: GroovesScreenProps) {
  const [bench] = useState(() => openBench(draft?.content ?? row.content));
  const [notice, say] = useNotice();
  const saving = useFillSaving(bench, row, draft, say);
  return (
    <BenchContext value={bench}>
      <GroovesDesk
        row={row}
        grooves={grooves}
        binned={binned}
        saving={saving}
        say={say}
        notices={<FillSaveNotice saving={saving} />}
      />
      <Notice words={notice} isRaised />
    </BenchContext>
  );
}
