import { MAX_NAME } from "~/library/phrase/phrase";
import { Tags } from "~/ui/tags";
import { useEditor, usePhrase } from "./context";

/** Of a fill, or of another phrase that lies on the bench. */
export function NameAndTags({ what = "fill" }: { readonly what?: string }) {
  const { name, tags } = usePhrase();
  const editor = useEditor();
  return (
    <div className="flex flex-wrap items-center gap-2 min-w-0">
      <input
        aria-label={`Name of the ${what}`}
        value={name}
        placeholder={`Untitled ${what}`}
        maxLength={MAX_NAME}
        onChange={(event) => editor.setPhrase({ name: event.target.value }, "name")}
        className="font-display font-semibold text-xl bg-transparent rounded-sm field-sizing-content min-w-32 max-w-full placeholder:text-base-content/60"
      />
      <Tags tags={tags} onChange={(next, tag) => editor.setPhrase({ tags: next }, `tag ${tag}`)} />
    </div>
  );
}
