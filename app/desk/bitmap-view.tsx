import { useEffect, useRef } from "react";

interface Props {
  readonly picture: ImageBitmap | undefined;
  readonly label: string;
  /** Fills its place with it again and again, at its own size. */
  readonly repeat?: boolean;
  /** Moved by half its sides, so that its border is in the middle. */
  readonly half?: boolean;
  /** As large as its place lets it be. */
  readonly fit?: boolean;
  /** The part that is used, in shares; the rest is paled. */
  readonly part?: { readonly left: number; readonly top: number; readonly width: number; readonly height: number };
}

/** A picture on a canvas that fills its place. */
export function BitmapView({ picture, label, repeat = false, half = false, fit = false, part }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const sheet = canvas.current;
    if (!sheet) return;
    const draw = () => {
      const ratio = window.devicePixelRatio || 1;
      sheet.width = Math.max(1, Math.round(sheet.clientWidth * ratio));
      sheet.height = Math.max(1, Math.round(sheet.clientHeight * ratio));
      const drawing = sheet.getContext("2d");
      if (!drawing || !picture || picture.width === 0) return;
      const scale = fit ? Math.min(sheet.width / picture.width, sheet.height / picture.height) : 1;
      const [w, h] = [picture.width * scale, picture.height * scale];
      const [left, top] = repeat ? [half ? -w / 2 : 0, half ? -h / 2 : 0] : [(sheet.width - w) / 2, (sheet.height - h) / 2];
      for (let y = top; y < sheet.height; y += h) {
        for (let x = left; x < sheet.width; x += w) {
          drawing.drawImage(picture, x, y, w, h);
          if (!repeat) break;
        }
        if (!repeat) break;
      }
      if (!part) return;
      drawing.fillStyle = "rgb(255 255 255 / 0.7)";
      drawing.beginPath();
      drawing.rect(left, top, w, h);
      drawing.rect(left + part.left * w, top + part.top * h, Math.min(1 - part.left, part.width) * w, Math.min(1 - part.top, part.height) * h);
      drawing.fill("evenodd");
    };
    draw();
    const observer = new ResizeObserver(draw);
    observer.observe(sheet);
    return () => observer.disconnect();
  }, [picture, repeat, half, fit, part]);
  return <canvas ref={canvas} role="img" aria-label={label} className="block size-full" />;
}
