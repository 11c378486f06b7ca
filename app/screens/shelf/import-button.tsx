import { FileUp } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { BOOK_EXTENSION, MAX_BOOK_BYTES } from "~/library/book-file";
import { wordBookProblem } from "~/words/book";

/** Hands over a chosen file's text, and whether it is one of stick lines. */
export function ImportButton({ onText }: { onText: (text: string, lines: boolean) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState("");
  useEffect(() => {
    if (!trouble) return;
    const fade = setTimeout(() => setTrouble(""), 8_000);
    return () => clearTimeout(fade);
  }, [trouble]);
  const take = async (file: File | undefined) => {
    setTrouble("");
    if (!file) return;
    if (file.size > MAX_BOOK_BYTES)
      setTrouble(wordBookProblem({ kind: "too-large", bytes: file.size, most: MAX_BOOK_BYTES }));
    else onText(await file.text(), /\.txt$/i.test(file.name));
  };
  return (
    <>
      <button type="button" className="btn btn-sm" onClick={() => input.current?.click()}>
        <FileUp size={15} aria-hidden /> Import
      </button>
      <input
        ref={input}
        type="file"
        accept={`${BOOK_EXTENSION},.json,application/json,.txt,text/plain`}
        className="hidden"
        aria-label="File to import"
        onChange={(event) => {
          const { files } = event.target;
          void take(files?.[0]);
          // The same file may be chosen again once it is fixed.
          event.target.value = "";
        }}
      />
      {trouble ? (
        <p role="alert" className="basis-full order-last alert alert-error alert-soft">
          {trouble}
        </p>
      ) : null}
    </>
  );
}
