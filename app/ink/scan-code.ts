/** An address as a QR code. */

import { encode } from "uqr";

/** With more characters, the code's dots are too small for a phone on paper. */
export const MAX_CODE = 800;

/** A path of unit squares, `size` per row; null for an address that is too long. */
export function scanCode(address: string): { readonly d: string; readonly size: number } | null {
  if (address.length > MAX_CODE) return null;
  const { data, size } = encode(address, { ecc: "L", border: 0 });
  let d = "";
  for (const [row, line] of data.entries()) {
    for (let from = 0; from < size; from++) {
      if (!line[from]) continue;
      let to = from;
      while (line[to + 1]) to++;
      d += `M${from} ${row}h${to - from + 1}v1h${from - to - 1}z`;
      from = to;
    }
  }
  return { d, size };
}
