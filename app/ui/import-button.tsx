import { useRef } from "react";
import { BOOK_EXTENSION } from "~/library/book-file";
import { FileUp } from "./icons";

interface ImportButtonProps {
  readonly words: string;
  /** Including MIDI and MusicXML. */
  readonly takesNotes?: boolean;
  readonly onFile: (file: File) => void;
}

export const BOOKS = `${BOOK_EXTENSION},.json,application/json,.txt,text/plain`;
export const NOTES = ".mid,.midi,audio/midi,.musicxml,.mxl,.xml";

/** Opens the file picker. */
export function ImportButton({ words, takesNotes = false, onFile }: ImportButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn btn-sm" onClick={() => input.current?.click()}>
        <FileUp size={15} aria-hidden /> {words}
      </button>
      <input
        ref={input}
        type="file"
        accept={takesNotes ? `${BOOKS},${NOTES}` : BOOKS}
        className="hidden"
        aria-label="File to import"
        onChange={(event) => {
          const file = event.target.files?.[0];
          // Allows the same file again once it is fixed.
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </>
  );
}
