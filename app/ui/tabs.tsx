import { Tabs as Base } from "@base-ui/react/tabs";
import { startTransition, useState } from "react";

export interface Tab<Id extends string> {
  readonly id: Id;
  readonly name: string;
  /** It has a problem. */
  readonly isMarked?: boolean;
}

interface TabsProps<Id extends string> {
  readonly label: string;
  readonly tabs: readonly Tab<Id>[];
  readonly tab: Id;
  readonly onTab: (tab: Id) => void;
  readonly className?: string;
  readonly listClassName?: string;
  readonly panelClassName?: string;
  /** Beside the tabs. */
  readonly extra?: React.ReactNode;
  /** The panel of the current tab. */
  readonly children: React.ReactNode;
}

/** Tabs and the current tab's panel; arrow keys move between tabs. A pressed tab is marked at once, its panel follows. */
export function Tabs<Id extends string>(props: TabsProps<Id>) {
  const { label, tabs, tab, onTab, className = "", listClassName = "", panelClassName = "", extra, children } = props;
  const [pressed, setPressed] = useState<{ readonly on: Id; readonly next: Id } | null>(null);
  const shown = pressed?.on === tab ? pressed.next : tab;
  const press = (next: Id) => {
    setPressed({ on: tab, next });
    startTransition(() => onTab(next));
  };
  return (
    <Base.Root value={shown} onValueChange={press} className={className}>
      <div className={`flex items-center gap-1 ${listClassName}`}>
        <Base.List aria-label={label} activateOnFocus className="flex gap-0.5 flex-1 overflow-x-auto">
          {tabs.map(({ id, name, isMarked = false }) => (
            <Base.Tab
              key={id}
              value={id}
              className="px-2.5 h-9 pointer-coarse:h-11 rounded-field text-sm cursor-pointer whitespace-nowrap hover:bg-base-300/60 data-active:bg-base-300 data-active:font-semibold"
            >
              {name}
              {isMarked ? <span className="text-error"> !</span> : null}
            </Base.Tab>
          ))}
        </Base.List>
        {extra}
      </div>
      <Base.Panel value={shown} aria-busy={shown !== tab || undefined} className={panelClassName}>
        {children}
      </Base.Panel>
    </Base.Root>
  );
}
