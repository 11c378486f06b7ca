import { Plus, X } from "lucide-react";
import { useState } from "react";
import { MAX_NAME, MAX_TAG, MAX_TAGS } from "~/formats/fill";
import { useBench, useContent } from "./context";

export function NameAndTags() {
  const { name, tags } = useContent();
  const bench = useBench();
  return (
    <div className="flex flex-wrap items-center gap-2 min-w-0">
      <input
        aria-label="Name of the fill"
        value={name}
        placeholder="Untitled fill"
        maxLength={MAX_NAME}
        onChange={(event) => bench.setContent({ name: event.target.value }, "name")}
        className="font-display font-semibold text-xl bg-transparent rounded-sm field-sizing-content min-w-32 max-w-full placeholder:text-base-content/60"
      />
      <ul aria-label="Tags" className="flex flex-wrap gap-1">
        {tags.map((tag) => (
          <li key={tag} className="badge badge-outline gap-1 border-base-300 bg-base-100">
            {tag}
            <button
              type="button"
              aria-label={`Take the tag ${tag} off`}
              onClick={() => bench.setContent({ tags: tags.filter((other) => other !== tag) }, `tag ${tag}`)}
            >
              <X size={12} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <NewTag tags={tags} onAdd={(tag) => bench.setContent({ tags: [...tags, tag] }, `tag ${tag}`)} />
    </div>
  );
}

function NewTag({ tags, onAdd }: { tags: readonly string[]; onAdd: (tag: string) => void }) {
  const [typed, setTyped] = useState("");
  const add = () => {
    const tag = typed.trim();
    if (tag && !tags.includes(tag) && tags.length < MAX_TAGS) onAdd(tag);
    setTyped("");
  };
  if (tags.length >= MAX_TAGS) return null;
  return (
    <form
      className="flex items-center"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <input
        aria-label="New tag"
        value={typed}
        placeholder="tag"
        maxLength={MAX_TAG}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={add}
        className="input input-xs w-20"
      />
      <button type="submit" className="btn btn-xs btn-ghost px-1" aria-label="Add the tag">
        <Plus size={14} aria-hidden />
      </button>
    </form>
  );
}
