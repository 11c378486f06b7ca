import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { bpm } from "~/core/time";
import { newPlan, planSchema } from "~/library/practice/plan";
import { type Run, runSchema } from "~/library/practice/run";
import { writeLogJson, writeLogTable } from "./log-file";

const run: Run = {
  id: "r1",
  at: Date.UTC(2026, 0, 2, 18, 30),
  fillId: "f1",
  fill: 'Sevens, "odd"',
  step: "whole",
  kind: "whole",
  tempo: bpm(84),
  result: "nearly",
  by: "heard",
  seconds: 2.9,
  fault: "limb-late",
  numbers: { missed: 0, extra: 1, offset: 4.2, spread: 9, gap: null, drift: -3, flams: 0, uneven: { R: 4, L: 9 } },
  note: "=1+1, and\na second line",
};

describe("the log as a file", () => {
  it("is a table that any CSV reader understands, without formulas", () => {
    const { data, errors } = Papa.parse<Record<string, string>>(writeLogTable([run]).trimEnd(), { header: true });
    expect(errors).toEqual([]);
    expect(data[0]).toMatchObject({
      time: "2026-01-02T18:30:00.000Z",
      fill: 'Sevens, "odd"',
      tempo: "84",
      "uneven L %": "9",
      "uneven K %": "",
      "feet behind hands ms": "",
      note: "'=1+1, and\na second line",
    });
  });

  it.each([
    "=1+1",
    "+1",
    "-1",
    "@A1",
    "\n=1+1",
    "\r\n=1+1",
    "\t=1",
    " =1+1",
    "\u00a0=1",
    "\u200b=1+1",
    "\ufeff=1",
    "\u2028=1",
    "\u0000=1",
    "\u0301=1",
    "\uff1d1+1",
    " \uff0b1",
    "\uff0d1",
    "\uff20A1",
    "\nA1",
  ])("takes %j for no formula", (note) => {
    const { data } = Papa.parse<Record<string, string>>(writeLogTable([{ ...run, note }]).trimEnd(), { header: true });
    expect(data[0]?.note).toBe(`'${note}`);
  });

  it.each(["wrists", "1 = one", "-", "x=1", "3\n=4", ""])("leaves %j as it is", (note) => {
    const { data } = Papa.parse<Record<string, string>>(writeLogTable([{ ...run, note }]), { header: true });
    expect(data[0]?.note).toBe(note === "-" ? "'-" : note);
  });

  it("is JSON with valid runs", () => {
    const { runs } = JSON.parse(writeLogJson([run])) as { runs: unknown[] };
    expect(runs.map((one) => runSchema.parse(one))).toEqual([run]);
  });
});

describe("runs and plans from outside", () => {
  it("are refused if invalid", () => {
    expect(runSchema.safeParse({ ...run, tempo: 9_000 }).success).toBe(false);
    expect(runSchema.safeParse({ ...run, result: "great" }).success).toBe(false);
    expect(runSchema.safeParse({ ...run, more: 1 }).success).toBe(false);
    expect(planSchema.safeParse(newPlan("f1")).success).toBe(true);
    expect(planSchema.safeParse({ ...newPlan("f1"), cleanInRow: 0 }).success).toBe(false);
  });
});
