/** Tabs over a panel. */

export interface Tab<Id extends string> {
  readonly id: Id;
  readonly name: string;
  /** Something is wrong there. */
  readonly isMarked?: boolean;
}

interface TabListProps<Id extends string> {
  readonly label: string;
  readonly tabs: readonly Tab<Id>[];
  readonly tab: Id;
  readonly onTab: (tab: Id) => void;
  readonly className?: string;
}

export function TabList<Id extends string>({ label, tabs, tab, onTab, className = "" }: TabListProps<Id>) {
  return (
    <div role="tablist" aria-label={label} className={`flex gap-0.5 ${className}`}>
      {tabs.map(({ id, name, isMarked = false }) => (
        <button
          key={id}
          type="button"
          role="tab"
          aria-selected={tab === id}
          className={`px-2.5 h-9 rounded-field text-sm cursor-pointer ${tab === id ? "bg-base-300 font-semibold" : "hover:bg-base-300/60"}`}
          onClick={() => onTab(id)}
        >
          {name}
          {isMarked ? <span className="text-error"> !</span> : null}
        </button>
      ))}
    </div>
  );
}
