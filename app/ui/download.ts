/** Offers a file for download. */
export function download(name: string, content: BlobPart, type: string) {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  // Some browsers cancel the download if the URL is revoked in the same turn.
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** A file name from a fill's name: letters and digits of any script, with dashes between. */
export function fileName(name: string, extension: string): string {
  const slug = name
    .normalize("NFC")
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 60);
  return `${slug || "fill"}${extension}`;
}
