/** A canvas as a PNG. */
export async function writePng(canvas: OffscreenCanvas): Promise<Uint8Array<ArrayBuffer>> {
  const blob = await canvas.convertToBlob({ type: "image/png" });
  return new Uint8Array(await blob.arrayBuffer());
}
