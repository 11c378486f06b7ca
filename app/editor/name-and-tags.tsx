import { NameFields } from "~/ui/name-fields";
import { useEditor, usePhrase } from "./context";

/** Of a fill, or of another phrase that lies on the bench. */
export function NameAndTags({ what = "fill" }: { readonly what?: string }) {
  const { name, tags } = usePhrase();
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
}
