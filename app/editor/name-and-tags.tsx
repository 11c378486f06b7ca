import { memo } from "react";
import { NameFields } from "~/ui/name-fields";
import { useEditor, usePhraseNow } from "./context";

/** For a fill, or another open phrase. */
export const NameAndTags = memo(function NameAndTags({ what = "fill" }: { readonly what?: string }) {
  const { name, tags } = usePhraseNow();
  const editor = useEditor();
  return (
    <NameFields
      what={what}
      name={name}
      tags={tags}
      onName={(next) => editor.setPhrase({ name: next }, "name")}
      onTags={(next, tag) => editor.setPhrase({ tags: next }, `tag ${tag}`)}
    />
  );
});
