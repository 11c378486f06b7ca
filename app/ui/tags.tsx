import { useState } from "react";
import { MAX_TAG, MAX_TAGS } from "~/library/phrase/phrase";
import { Plus, X } from "./icons";

interface TagsProps {
  readonly tags: readonly string[];
  /** `tag` was added or removed. */
  readonly onChange: (tags: string[], tag: string) => void;
}

/** Removable tags, and a field to add one. */
export function Tags({ tags, onChange }: TagsProps) {
  return (
    <>
      <ul aria-label="Tags" className="flex flex-wrap gap-1">
        {tags.map((tag) => (
          <li key={tag} className="badge badge-outline h-auto min-h-6 gap-1 border-base-300 bg-base-100">
            {tag}
            <button
              type="button"
              className="grid place-items-center size-6 pointer-coarse:size-11 -mr-2 cursor-pointer"
              aria-label={`Remove tag ${tag}`}
              onClick={() =>
                onChange(
                  tags.filter((other) => other !== tag),
                  tag,
                )
              }
            >
              <X size={12} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <NewTag tags={tags} onAdd={(tag) => onChange([...tags, tag], tag)} />
    </>
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
