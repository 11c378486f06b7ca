import { memo } from "react";
import { NavLink } from "react-router";
import { addressOf, FILL_TABS } from "~/library/fill/address";
import { TAB_NAMES, TAB_TITLES } from "~/words/fill";

/** The tabs of a fill, beside its name. */
export const TabLinks = memo(function TabLinks({ fillId }: { readonly fillId: string }) {
  return (
    <nav aria-label="This fill" className="flex gap-0.5 overflow-x-auto max-w-full">
      {FILL_TABS.map((tab) => (
        <NavLink
          key={tab}
          to={addressOf(fillId, tab)}
          title={TAB_TITLES[tab]}
          className={({ isActive }) =>
            `px-3 h-9 pointer-coarse:h-11 grid place-items-center rounded-field text-sm border-b-2 ${isActive ? "font-semibold border-primary bg-base-300" : "border-transparent hover:bg-base-200"}`
          }
        >
          {TAB_NAMES[tab]}
        </NavLink>
      ))}
    </nav>
  );
});
