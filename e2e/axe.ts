import type { Page } from "@playwright/test";
import axe, { type NodeResult, type RunOptions } from "axe-core";

/**
 * What axe finds on the page, a line for each rule: its name, the elements, what is wrong. The package that joins axe to
 * the browser's driver reads every element that passed as well and opens a page of its own for each look: here that took
 * five times as long.
 */
export async function findFaults(page: Page, options: RunOptions): Promise<string[]> {
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const found = await page.evaluate(async (how) => {
    const { violations, incomplete } = await (window as unknown as { axe: typeof axe }).axe.run(how);
    return how.resultTypes?.includes("incomplete") ? [...violations, ...incomplete] : violations;
  }, options);
  return found.map(({ id, nodes }) => `${id}: ${nodes.map(tell).join(" | ")}`);
}

function tell({ target, any }: NodeResult): string {
  return `${target.join(" ")} ${any[0]?.message ?? ""}`;
}
