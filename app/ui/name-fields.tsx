import { lazy, Suspense } from "react";
import { MAX_NAME } from "~/library/phrase/phrase";
import { Tag } from "./icons";
import { Unfold } from "./unfold";

const Tags = lazy(async () => ({ default: (await import("./tags")).Tags }));

interface NameFieldsProps {
  /** "fill": what the name belongs to. */
  readonly what: string;
  readonly name: string;
  readonly tags: readonly string[];
  readonly onName: (name: string) => void;
  /** `tag` was added or removed. */
  readonly onTags: (tags: string[], tag: string) => void;
}

/** The editable name of what is open, and its tags. */
export function NameFields({ what, name, tags, onName, onTags }: NameFieldsProps) {
  return (
    <div className="flex items-center gap-x-3 min-w-0 max-w-full">
      <input
        aria-label={`Name of the ${what}`}
        value={name}
        data-edits
        placeholder={`Untitled ${what}`}
        maxLength={MAX_NAME}
        onChange={(event) => onName(event.target.value)}
        className="font-display font-semibold text-xl bg-transparent rounded-sm pointer-coarse:h-11 field-sizing-content min-w-24 max-w-[16rem] xl:max-w-[24rem] text-ellipsis placeholder:text-base-content/60"
      />
      <Unfold
        face={
          <>
            <Tag size={13} className="shrink-0" aria-hidden />
            <span className="truncate max-w-36 max-sm:sr-only short:sr-only">
              {tags.length > 0 ? tags.join(", ") : "Add tags"}
            </span>
          </>
        }
        label="Tags"
        name={`Tags: ${tags.join(", ") || "none"}`}
        className="sentence-word text-sm quiet shrink-0 justify-center pointer-coarse:min-w-11"
        sheetClassName="w-72"
      >
        <div className="flex flex-wrap items-center gap-2">
          <Suspense fallback={null}>
            <Tags tags={tags} onChange={onTags} />
          </Suspense>
        </div>
      </Unfold>
    </div>
  );
}
