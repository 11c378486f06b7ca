/** A drawing as a pixel image, rendered by the browser. The drawing must be self-contained: outlines for letters. */

/** `size` in pixels. Throws if the browser can't draw that large. */
export async function paintPng(
  svg: string,
  size: { readonly width: number; readonly height: number },
): Promise<Uint8Array> {
  const address = URL.createObjectURL(new Blob([svg], { type: "image/svg+xml" }));
  try {
    const picture = new Image(size.width, size.height);
    picture.src = address;
    await picture.decode();
    const canvas = document.createElement("canvas");
    canvas.width = size.width;
    canvas.height = size.height;
    canvas.getContext("2d")?.drawImage(picture, 0, 0, size.width, size.height);
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/png"));
    if (!blob) throw new Error("the browser can't draw a picture of this size");
    return new Uint8Array(await blob.arrayBuffer());
  } finally {
    URL.revokeObjectURL(address);
  }
}
