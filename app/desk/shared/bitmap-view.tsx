import { type PointerEvent as ReactPointerEvent, useEffect, useRef } from "react";

type PointerEvent = ReactPointerEvent<HTMLCanvasElement>;

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
  readonly part?: Part | undefined;
  /** Is told the part that is dragged over; with `fit`. */
  readonly onPart?: ((part: Part) => void) | undefined;
}

/** A part of a picture, in shares of its sides. */
interface Part {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Drags of fewer px are slips. */
const SLIP = 6;

/** A picture on a canvas that fills its place. */
export function BitmapView({ picture, label, repeat = false, half = false, fit = false, part, onPart }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const from = useRef<readonly [number, number]>(undefined);
  /** Where the pointer is, in shares of the picture. */
  const placeOf = (event: PointerEvent): readonly [number, number] => {
    const box = event.currentTarget.getBoundingClientRect();
    const scale = picture ? Math.min(box.width / picture.width, box.height / picture.height) : 1;
    const [w, h] = [(picture?.width ?? 1) * scale, (picture?.height ?? 1) * scale];
    const within = (v: number) => Math.min(1, Math.max(0, v));
    return [
      within((event.clientX - box.left - (box.width - w) / 2) / w),
      within((event.clientY - box.top - (box.height - h) / 2) / h),
    ];
  };
  const drag = (event: PointerEvent) => {
    if (!from.current || !onPart || event.buttons !== 1) return;
    const [x, y] = placeOf(event);
    const [u, v] = from.current;
    const box = event.currentTarget.getBoundingClientRect();
    if (Math.abs(x - u) * box.width < SLIP || Math.abs(y - v) * box.height < SLIP) return;
    onPart({ left: Math.min(x, u), top: Math.min(y, v), width: Math.abs(x - u), height: Math.abs(y - v) });
  };
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
      const [left, top] = repeat
        ? [half ? -w / 2 : 0, half ? -h / 2 : 0]
        : [(sheet.width - w) / 2, (sheet.height - h) / 2];
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
      drawing.rect(
        left + part.left * w,
        top + part.top * h,
        Math.min(1 - part.left, part.width) * w,
        Math.min(1 - part.top, part.height) * h,
      );
      drawing.fill("evenodd");
    };
    draw();
    const observer = new ResizeObserver(draw);
    observer.observe(sheet);
    return () => observer.disconnect();
  }, [picture, repeat, half, fit, part]);
  return (
    <canvas
      ref={canvas}
      role={label ? "img" : undefined}
      aria-label={label || undefined}
      aria-hidden={!label}
      className={`block size-full ${onPart ? "cursor-crosshair touch-none" : ""}`}
      onPointerDown={(event) => {
        from.current = placeOf(event);
        if (onPart && event.isTrusted) event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={drag}
      onPointerUp={() => {
        from.current = undefined;
      }}
    />
  );
}
