import { Modal } from "~/ui/modal";
import { type Command, groupCommands } from "./command";
import { nameKeyCap } from "./keys";

interface KeyListProps {
  readonly commands: readonly Command[];
  readonly onClose: () => void;
}

/** Every key of the screen that is shown. */
export default function KeyList({ commands, onClose }: KeyListProps) {
  const groups = groupCommands(commands.filter(({ keys }) => keys.length > 0));
  return (
    <Modal title="Keys" onClose={onClose} className="max-w-4xl">
      <div className="columns-1 sm:columns-2 lg:columns-3 gap-x-6">
        {[...groups].map(([name, entries]) => (
          <section key={name} className="break-inside-avoid mb-4">
            <h3 className="text-sm mb-1">{name}</h3>
            <dl className="text-sm">
              {entries.map(({ id, keys, name: does }) => (
                <div key={id} className="flex gap-2 items-baseline py-0.5">
                  <dt className="shrink-0 w-28 flex gap-1 flex-wrap">
                    {keys.map((key) => (
                      <kbd key={key} className="key">
                        {nameKeyCap(key)}
                      </kbd>
                    ))}
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Modal>
  );
}
