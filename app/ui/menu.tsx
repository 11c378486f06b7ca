import { Menu as Base } from "@base-ui/react/menu";

interface MenuProps {
  /** The button's content. */
  readonly button: React.ReactNode;
  readonly items: readonly MenuItem[];
}

export interface MenuItem {
  readonly id: string;
  readonly name: string;
  readonly run: () => void;
  /** The heading of its group; none in a short menu. */
  readonly group?: string;
}

/** A button with a menu under it. */
export function Menu({ button, items }: MenuProps) {
  return (
    <Base.Root modal={false}>
      <Base.Trigger className="btn btn-sm">{button}</Base.Trigger>
      <Base.Portal>
        <Base.Positioner align="end" sideOffset={4} className="z-40">
          <Base.Popup className="panel shadow-md p-1 min-w-60 max-h-(--available-height) overflow-y-auto outline-none">
            {groupsOf(items).map(([group, own]) => (
              <Base.Group key={group}>
                {group ? <Base.GroupLabel className="label-small px-3 pt-2 pb-0.5">{group}</Base.GroupLabel> : null}
                {own.map(({ id, name, run }) => (
                  <Base.Item
                    key={id}
                    onClick={run}
                    className="px-3 py-1.5 text-sm rounded-field cursor-pointer data-highlighted:bg-base-300"
                  >
                    {name}
                  </Base.Item>
                ))}
              </Base.Group>
            ))}
          </Base.Popup>
        </Base.Positioner>
      </Base.Portal>
    </Base.Root>
  );
}

function groupsOf(items: readonly MenuItem[]): [string, MenuItem[]][] {
  const groups = new Map<string, MenuItem[]>();
  for (const item of items) groups.set(item.group ?? "", [...(groups.get(item.group ?? "") ?? []), item]);
  return [...groups];
}
