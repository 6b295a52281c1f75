import { linearToOklab } from "@core/colour/oklab";
import { type Rgb, toLinear } from "@core/colour/srgb";

/** Lightness, chroma and hue (degrees) in OKLab of an sRGB colour. */
export function lchOf([r, g, b]: Rgb): { lightness: number; chroma: number; hue: number } {
  const [lightness, x, y] = linearToOklab([toLinear(r), toLinear(g), toLinear(b)]);
  return { lightness, chroma: Math.hypot(x, y), hue: ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360 };
}
