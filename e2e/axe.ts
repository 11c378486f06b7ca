import type { Page } from "@playwright/test";
import axe, { type NodeResult, type RunOptions } from "axe-core";

/** What depends on the size of the window. */
export const SIZED_RULES = ["target-size", "scrollable-region-focusable", "region", "bypass"];

/**
 * Axe's findings on the page by rules or tags, one line per rule: its name, the elements, the problem. For rules in
 * `strict`, uncertain findings count too. The package that connects axe to the browser driver also reads every passed
 * element and opens its own page each time, which took five times as long here.
 */
export async function findFaults(
  page: Page,
  runOnly: readonly string[],
  strict: readonly string[] = [],
): Promise<string[]> {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const options: RunOptions = { runOnly: [...runOnly], resultTypes: ["violations", "incomplete"] };
  const { violations, incomplete } = await page.evaluate(
    (how) => (window as unknown as { axe: typeof axe }).axe.run(how),
    options,
  );
  const found = [...violations, ...incomplete.filter(({ id }) => strict.includes(id))];
  return found.map(({ id, nodes }) => `${id}: ${nodes.map(tell).join(" | ")}`);
}

function tell({ target, any }: NodeResult): string {
  return `${target.join(" ")} ${any[0]?.message ?? ""}`;
}
