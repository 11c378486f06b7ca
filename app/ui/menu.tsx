import { Menu as Base } from "@base-ui/react/menu";

interface MenuProps {
  /** What stands on the button. */
  readonly button: React.ReactNode;
  readonly items: readonly { readonly id: string; readonly name: string; readonly run: () => void }[];
}

/** A button with a menu under it. */
export function Menu({ button, items }: MenuProps) {
  return (
    <Base.Root modal={false}>
      <Base.Trigger className="btn btn-sm">{button}</Base.Trigger>
      <Base.Portal>
        <Base.Positioner align="end" sideOffset={4} className="z-40">
          <Base.Popup className="panel shadow-md p-1 min-w-60 outline-none">
            {items.map(({ id, name, run }) => (
              <Base.Item
                key={id}
                onClick={run}
                className="px-3 py-1.5 text-sm rounded-field cursor-pointer data-highlighted:bg-base-300"
              >
                {name}
              </Base.Item>
            ))}
          </Base.Popup>
        </Base.Positioner>
      </Base.Portal>
    </Base.Root>
  );
}
