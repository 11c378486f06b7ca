/** What went wrong with what was just asked for, said at once, on a line of its own. Nothing while all is well. */
export function InlineError({ words }: { words: string | null }) {
  if (!words) return null;
  return (
    <p role="alert" className="mt-1 text-sm text-error w-full">
      {words}
    </p>
  );
}
