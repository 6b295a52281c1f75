/** The longest side an SVG picture is drawn at, px, and the most bytes of one. */
const SIDE = 2048;
const MOST_BYTES = 4 << 20;

/**
 * Draws an SVG picture as a PNG. As an image it runs no script and loads nothing from elsewhere; its size is ours, whatever
 * its view box says. @throws Error in one line
 */
export async function drawnSvg(file: File): Promise<File> {
  if (file.size > MOST_BYTES) throw new Error(`${file.name}: larger than ${MOST_BYTES >> 20} MB`);
  const root = new DOMParser().parseFromString(await file.text(), "image/svg+xml").documentElement;
  if (root.nodeName !== "svg" || root.querySelector("parsererror"))
    throw new Error(`${file.name}: this is no SVG picture`);
  const [width, height] = sidesOf(root);
  root.setAttribute("width", String(width));
  root.setAttribute("height", String(height));
  const address = URL.createObjectURL(
    new Blob([new XMLSerializer().serializeToString(root)], { type: "image/svg+xml" }),
  );
  try {
    const image = new Image();
    image.src = address;
    await image.decode().catch(() => {
      throw new Error(`${file.name}: the picture cannot be drawn`);
    });
    const canvas = new OffscreenCanvas(width, height);
    const drawing = canvas.getContext("2d");
    if (!drawing) throw new Error("this browser cannot draw outside the page");
    drawing.drawImage(image, 0, 0, width, height);
    return new File([await canvas.convertToBlob({ type: "image/png" })], file.name.replace(/\.svg$/i, ".png"), {
      type: "image/png",
    });
  } finally {
    URL.revokeObjectURL(address);
  }
}

/** The sides it is drawn at: those of its view box or its own, scaled so that the longer is ours. */
function sidesOf(root: Element): readonly [number, number] {
  const box = (root.getAttribute("viewBox") ?? "").split(/[\s,]+/).map(Number);
  const own = ["width", "height"].map((side) => Number.parseFloat(root.getAttribute(side) ?? ""));
  const [w, h] = box.length === 4 ? box.slice(2) : own;
  const ratio = w > 0 && h > 0 && Number.isFinite(w / h) ? w / h : 1;
  const side = (share: number) => Math.min(SIDE, Math.max(1, Math.round(SIDE * share)));
  return ratio >= 1 ? [SIDE, side(1 / ratio)] : [side(ratio), SIDE];
}
