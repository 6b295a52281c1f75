import { useEffect, useRef, useState } from "react";
import { usualColours } from "~/engine/protocol";
import { openPort, type Port, unlessDropped } from "~/port/open-port";
import type { Measuring, StrokeAsk } from "./protocol";

let shared: { readonly port: Port<Measuring>; users: number } | undefined;

/** The worker that paints live strips: one for the page, closed with the last strip. */
function usePainter(): { current: Port<Measuring> | undefined } {
  const painter = useRef<Port<Measuring>>(undefined);
  useEffect(() => {
    shared ??= {
      port: openPort<Measuring>(new Worker(new URL("./measure.worker.ts", import.meta.url), { type: "module" })),
      users: 0,
    };
    shared.users++;
    painter.current = shared.port;
    return () => {
      painter.current = undefined;
      if (!shared || --shared.users > 0) return;
      shared.port.close();
      shared = undefined;
    };
  }, []);
  return painter;
}

interface Props extends Pick<StrokeAsk, "brush" | "hand" | "scale" | "below"> {
  readonly label: string;
  /** px of the page */
  readonly width: number;
  readonly height: number;
  readonly className?: string;
}

/** A brush's stroke, painted in the page: for brushes that are on no shelf. The older picture stays until the newer is there. */
export function LiveStrip({ label, width, height, className = "", brush, hand, scale, below }: Props) {
  const painter = usePainter();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    const ratio = Math.min(2, window.devicePixelRatio || 1);
    const ask: StrokeAsk = {
      brush,
      hand,
      below,
      scale: (scale ?? 1) * ratio,
      colours: usualColours,
      width: Math.round(width * ratio),
      height: Math.round(height * ratio),
    };
    let wanted = true;
    painter.current
      ?.call("stroke", ask)
      .then((picture) => {
        if (!wanted || !canvas.current) return;
        canvas.current.width = picture.width;
        canvas.current.height = picture.height;
        canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(picture);
        setFault(undefined);
      })
      .catch(unlessDropped(setFault));
    return () => {
      wanted = false;
    };
  }, [painter, brush, hand, scale, below, width, height]);
  return (
    <div className={`sheet overflow-hidden ${className}`} style={{ aspectRatio: `${width} / ${height}` }}>
      {fault ? (
        <p className="p-1 text-[12px] text-danger">{fault}</p>
      ) : (
        <canvas ref={canvas} role="img" aria-label={label} className="size-full" />
      )}
    </div>
  );
}
