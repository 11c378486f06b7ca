import { Tag } from "lucide-react";
import { MAX_NAME } from "~/library/phrase/phrase";
import { Tags } from "~/ui/tags";
import { Unfold } from "~/ui/unfold";
import { useEditor, usePhrase } from "./context";

/** Of a fill, or of another phrase that lies on the bench. */
export function NameAndTags({ what = "fill" }: { readonly what?: string }) {
  const { name, tags } = usePhrase();
  const editor = useEditor();
  return (
    <div className="flex items-center gap-x-3 min-w-0 max-w-full">
      <input
        aria-label={`Name of the ${what}`}
        value={name}
        data-edits
        placeholder={`Untitled ${what}`}
        maxLength={MAX_NAME}
        onChange={(event) => editor.setPhrase({ name: event.target.value }, "name")}
        className="font-display font-semibold text-xl bg-transparent rounded-sm field-sizing-content min-w-24 max-w-[16rem] xl:max-w-[24rem] text-ellipsis placeholder:text-base-content/60"
      />
      <Unfold
        face={
          <>
            <Tag size={13} className="shrink-0" aria-hidden />
            <span className="truncate max-w-36 max-sm:sr-only">{tags.length > 0 ? tags.join(", ") : "tag it"}</span>
          </>
        }
        label="Tags"
        name={`Tags: ${tags.join(", ") || "none"}`}
        className="sentence-word text-sm quiet shrink-0"
        sheetClassName="w-72"
      >
        <div className="flex flex-wrap items-center gap-2">
          <Tags tags={tags} onChange={(next, tag) => editor.setPhrase({ tags: next }, `tag ${tag}`)} />
        </div>
      </Unfold>
    </div>
  );
}
