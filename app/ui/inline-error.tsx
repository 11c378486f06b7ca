/** The error of the last action, announced immediately, on its own line. Nothing without an error. */
export function InlineError({ words }: { words: string | null }) {
  if (!words) return null;
  return (
    <p role="alert" className="mt-1 text-sm text-error w-full">
      {words}
    </p>
  );
}
