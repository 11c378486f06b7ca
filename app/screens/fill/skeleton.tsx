/** The shape of a fill's page until the book is open. */

import type { FillTab } from "~/library/fill/address";
import { Shape } from "~/ui/shape";

export function FillSkeleton({ tab }: { readonly tab: FillTab }) {
  return (
    <main aria-busy="true" data-waiting className="flex-1 flex flex-col min-w-0">
      <h1 className="sr-only">Opening the fill…</h1>
      <div className="flex-1 w-full max-w-[1560px] mx-auto px-3 sm:px-5 pt-2 pb-2.5 flex flex-col gap-2.5">
        <div className="flex items-center gap-4 h-9 max-lg:h-[4.75rem] max-lg:items-start">
          <Shape className="h-7 w-44" />
          <Shape className="h-9 w-80 max-lg:hidden" />
          <Shape className="h-8 w-64 ml-auto" />
        </div>
        {tab === "stack" ? (
          <>
            <Shape className="panel h-[5.6rem]" />
            <Shape className="panel h-[8.2rem] max-lg:hidden" />
            <div className="grid gap-2.5 flex-1 lg:grid-cols-[5fr_7fr] lg:max-h-[21rem]">
              <Shape className="panel min-h-72" />
              <Shape className="panel min-h-40" />
            </div>
            <Shape className="panel h-11" />
          </>
        ) : (
          <div className="grid gap-2.5 flex-1 lg:grid-cols-[3fr_2fr]">
            <Shape className="panel min-h-96" />
            <Shape className="panel min-h-60" />
          </div>
        )}
      </div>
      {tab === "sheet" || tab === "shed" ? null : <div className="foot h-16 border-t border-base-300 bg-base-100" />}
    </main>
  );
}
