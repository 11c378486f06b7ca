/** Blocks on pages: in order, never cut, headings with their content. */

import type { PagePart } from "./page";

export interface Block extends PagePart {
  /** Space above, unless it is the first on its page. */
  readonly gap: number;
  /** Never the last on its page. */
  readonly isWithNext?: boolean;
  /** Starts a page, because the user asked for it. */
  readonly startsPage?: boolean;
}

export interface PlacedBlock {
  readonly block: Block;
  readonly y: number;
}

/** The blocks of each page. A group higher than a page breaks where the page is full. No pages for no blocks. */
export function flow(blocks: readonly Block[], height: number): PlacedBlock[][] {
  const pages: PlacedBlock[][] = [];
  let page: PlacedBlock[] = [];
  let y = 0;
  const turn = () => {
    if (page.length > 0) pages.push(page);
    page = [];
    y = 0;
  };
  const put = (block: Block) => {
    const top = page.length === 0 ? 0 : y + block.gap;
    page.push({ block, y: top });
    y = top + block.height;
  };
  for (const run of runsOf(blocks)) {
    const [first] = run;
    if (first?.startsPage) turn();
    if (page.length > 0 && y + (first?.gap ?? 0) + heightOf(run) > height) turn();
    for (const block of run) {
      if (page.length > 0 && y + block.gap + block.height > height) turn();
      put(block);
    }
  }
  turn();
  return pages;
}

/** Blocks that stay on one page if possible. */
function runsOf(blocks: readonly Block[]): Block[][] {
  const runs: Block[][] = [];
  let run: Block[] = [];
  for (const block of blocks) {
    if (block.startsPage && run.length > 0) {
      runs.push(run);
      run = [];
    }
    run.push(block);
    if (block.isWithNext) continue;
    runs.push(run);
    run = [];
  }
  return run.length > 0 ? [...runs, run] : runs;
}

function heightOf(run: readonly Block[]): number {
  return run.reduce((sum, { gap, height }, index) => sum + (index === 0 ? 0 : gap) + height, 0);
}
