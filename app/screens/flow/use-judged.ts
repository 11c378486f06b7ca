/** Saves a flow's results as they come: for each idea and join, and each round in the log. */

import { useCallback, useRef, useState } from "react";
import { type FlowEvent, type FlowRecord, recordHeard } from "~/core/flow";
import { currentBook } from "~/library/current";
import { changeFlowRecord } from "~/library/flow/record";
import type { Run } from "~/library/practice/run";
import { toNumbers } from "~/library/practice/run-numbers";
import { keepRun } from "~/library/practice/store";
import type { FinishedRound } from "./judge";

export function useJudged(id: string, flowName: string, stored: FlowRecord) {
  const [record, setRecord] = useState(stored);
  const [last, setLast] = useState<readonly FlowEvent[]>([]);
  const [rounds, setRounds] = useState(0);
  /** Consecutive rounds without anything heard. */
  const [silent, setSilent] = useState(0);
  const [isSaved, setSaved] = useState(true);
  const name = useRef(flowName);
  name.current = flowName;

  const note = useCallback(
    (heard: readonly FlowEvent[]) => {
      if (heard.length === 0) return;
      setLast(heard);
      setRecord((before) => recordHeard(before, heard));
      void currentBook()
        .then((book) => changeFlowRecord(book, id, (before) => recordHeard(before, heard)))
        .catch(() => setSaved(false));
    },
    [id],
  );
  const finish = useCallback(
    (done: readonly FinishedRound[], by: Run["by"]) => {
      for (const { result, measures, tempo, seconds } of done) {
        const kept: Run = {
          id: crypto.randomUUID(),
          at: Date.now(),
          fillId: id,
          fill: name.current || "Untitled flow",
          step: "flow",
          kind: "flow",
          tempo,
          result,
          by,
          seconds: Math.round(seconds * 10) / 10,
          fault: null,
          numbers: measures && toNumbers(measures),
        };
        void currentBook().then(async (book) => setSaved(await keepRun(book, kept)));
      }
      setRounds((count) => count + done.length);
    },
    [id],
  );
  /** Counts rounds without anything to judge; null after one with something. */
  const countSilent = useCallback((missed: number | null) => {
    if (missed === null) setSilent(0);
    else if (missed > 0) setSilent((count) => count + missed);
  }, []);
  const restart = useCallback(() => {
    setRounds(0);
    setSilent(0);
    setLast([]);
  }, []);
  return { record, last, rounds, silent, isSaved, note, finish, countSilent, restart };
}
