import { oklchToRgb } from "@core/colour/oklch";
import { type PointerEvent, useEffect, useRef } from "react";

/** As pure as sRGB comes, nearly: OKLCh chroma. */
export const MOST_CHROMA = 0.32;
const WIDTH = 104;
const HEIGHT = 60;

interface Props {
  readonly l: number;
  readonly c: number;
  readonly h: number;
  readonly onPick: (l: number, c: number) => void;
}

/** All colours of one hue: lighter upward, purer to the right. The bars beside it do the same by keys. */
export function ColourField({ l, c, h, onPick }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const drawing = canvas.current?.getContext("2d");
    if (!drawing) return;
    const image = drawing.createImageData(WIDTH, HEIGHT);
    for (let y = 0; y < HEIGHT; y++) {
      for (let x = 0; x < WIDTH; x++) {
        const rgb = oklchToRgb({ l: 1 - y / (HEIGHT - 1), c: (x / (WIDTH - 1)) * MOST_CHROMA, h });
        const at = (y * WIDTH + x) * 4;
        for (let i = 0; i < 3; i++) image.data[at + i] = rgb[i] * 255;
        image.data[at + 3] = 255;
      }
    }
    drawing.putImageData(image, 0, 0);
  }, [h]);
  const pick = (event: PointerEvent<HTMLElement>) => {
    if (event.buttons !== 1) return;
    const box = event.currentTarget.getBoundingClientRect();
    const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
    onPick(1 - Math.min(1, Math.max(0, y)), Math.min(1, Math.max(0, x)) * MOST_CHROMA);
  };
  return (
    <div
      aria-hidden
      className="relative h-28 shrink-0 cursor-crosshair touch-none overflow-hidden rounded border border-line"
      onPointerDown={(event) => {
        if (event.isTrusted) event.currentTarget.setPointerCapture(event.pointerId);
        pick(event);
      }}
      onPointerMove={pick}
    >
      <canvas ref={canvas} width={WIDTH} height={HEIGHT} className="size-full" />
      <span
        className="-translate-x-1/2 -translate-y-1/2 pointer-events-none absolute size-3 rounded-full border-2 border-white shadow-[0_0_0_1px_#000]"
        style={{ left: `${(c / MOST_CHROMA) * 100}%`, top: `${(1 - l) * 100}%` }}
      />
    </div>
  );
}
