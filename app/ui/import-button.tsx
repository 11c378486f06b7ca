import { FileUp } from "lucide-react";
import { useRef } from "react";
import { BOOK_EXTENSION } from "~/library/book-file";

/** Lets a file be chosen. */
export function ImportButton({ words, onFile }: { readonly words: string; readonly onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn btn-sm" onClick={() => input.current?.click()}>
        <FileUp size={15} aria-hidden /> {words}
      </button>
      <input
        ref={input}
        type="file"
        accept={`${BOOK_EXTENSION},.json,application/json,.txt,text/plain`}
        className="hidden"
        aria-label="File to import"
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same file may be chosen again once it is fixed.
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
}
