import type { Page } from "@playwright/test";
import axe, { type NodeResult, type RunOptions } from "axe-core";

/** What depends on the size of the window. */
export const SIZED_RULES = ["target-size", "scrollable-region-focusable", "region", "bypass"];

/**
 * What axe finds on the page by rules or tags, a line for each rule: its name, the elements, what is wrong. Where a rule
 * is among `strict`, what axe can't be sure of counts as well. The package that joins axe to the browser's driver reads
 * every element that passed too and opens a page of its own for each look: here that took five times as long.
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
