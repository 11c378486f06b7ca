import { MAX_NAME } from "~/formats/phrase";
import { Tags } from "~/ui/tags";
import { useBench, useContent } from "./context";

/** Of a fill, or of another phrase that lies on the bench. */
export function NameAndTags({ what = "fill" }: { readonly what?: string }) {
  const { name, tags } = useContent();
  const bench = useBench();
  return (
    <div className="flex flex-wrap items-center gap-2 min-w-0">
      <input
        aria-label={`Name of the ${what}`}
        value={name}
        placeholder={`Untitled ${what}`}
        maxLength={MAX_NAME}
        onChange={(event) => bench.setContent({ name: event.target.value }, "name")}
        className="font-display font-semibold text-xl bg-transparent rounded-sm field-sizing-content min-w-32 max-w-full placeholder:text-base-content/60"
      />
      <Tags tags={tags} onChange={(next, tag) => bench.setContent({ tags: next }, `tag ${tag}`)} />
    </div>
  );
}
