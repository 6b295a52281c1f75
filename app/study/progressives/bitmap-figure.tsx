import { useEffect, useRef } from "react";

/** A small picture from the engine; an empty frame while there is none. */
export function BitmapFigure({ picture, dim = false }: { picture: ImageBitmap | undefined; dim?: boolean }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!canvas.current || !picture) return;
    canvas.current.width = picture.width;
    canvas.current.height = picture.height;
    canvas.current.getContext("2d")?.drawImage(picture, 0, 0);
  }, [picture]);
  return (
    <canvas
      ref={canvas}
      width={3}
      height={2}
      aria-hidden
      className={`h-13 w-full border border-line bg-panel object-contain ${dim ? "opacity-40" : ""}`}
    />
  );
}
