/**
 * Converts typed rhythms to x and -: x or X for hits, - . or _ for rests, digits for groups (3 3 2 is x--x--x-). Null
 * for anything else.
 */
export function readRhythm(text: string): string | null {
  const plain = text.replace(/[\s+,|]/g, "");
  if (plain.length === 0 || plain.length > 64) return null;
  if (/^[1-9]+$/.test(plain)) return [...plain].map((size) => `x${"-".repeat(Number(size) - 1)}`).join("");
  if (!/^[xX\-._]+$/.test(plain) || !/[xX]/.test(plain)) return null;
  return [...plain].map((sign) => (/[xX]/.test(sign) ? "x" : "-")).join("");
}
