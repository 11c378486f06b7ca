/** Hands a file to the player. */
export function download(name: string, content: BlobPart, type: string) {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  // The browser has taken it by the next turn; freeing it earlier would cancel it in some.
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** A file name from a fill's name: letters and digits of any script, dashes between. */
export function fileName(name: string, extension: string): string {
  const slug = name
    .normalize("NFC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);
  return `${slug || "fill"}${extension}`;
}
