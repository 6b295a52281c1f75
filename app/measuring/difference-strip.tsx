import type { Brush } from "@core/brush";
import { scaledBrush } from "@core/brush";
import { type HandChoice, handOf } from "@core/hand/drawn";
import { stripScene } from "@core/stroke/strip-scene";
import { useEffect, useRef, useState } from "react";
import { usualColours } from "~/engine/protocol";
import { openPort, unlessDropped } from "~/port/open-port";
import type { Below, Comparing } from "./protocol";

interface Props {
  readonly from: Brush;
  readonly to: Brush;
  readonly hand: HandChoice;
  readonly scale: number;
  /** As much of a bed as one of them needs, where nothing is said. */
  readonly below?: Below;
  readonly width: number;
  readonly height: number;
}

/** Where and how far the strokes of two brushes differ, as a picture. */
export function DifferenceStrip({ from, to, hand, scale, below, width, height }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [says, setSays] = useState("…");
  useEffect(() => {
    const port = openPort<Comparing>(
      new Worker(new URL("./difference.worker.ts", import.meta.url), { type: "module" }),
    );
    const [a, b] = [scaledBrush(from, scale), scaledBrush(to, scale)];
    const { strokes } = stripScene(b, width, height, undefined, handOf(hand));
    port
      .call("compare", { from: a, to: b, strokes, width, height, colours: usualColours, below })
      .then(({ picture, mean, changed }) => {
        if (canvas.current) {
          canvas.current.width = picture.width;
          canvas.current.height = picture.height;
          canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(picture);
        }
        setSays(`ΔE ${mean.toFixed(1)}; ${Math.round(changed * 100)} % differs visibly`);
      })
      .catch(unlessDropped(setSays))
      .finally(() => port.close());
    return () => port.close();
  }, [from, to, hand, scale, below, width, height]);
  return (
    <figure>
      <div className="sheet overflow-hidden" style={{ aspectRatio: `${width} / ${height}` }}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={`Difference of ${from.name} and ${to.name}`}
          className="size-full"
        />
      </div>
      <figcaption className="text-[12.5px] text-soft">{says}</figcaption>
    </figure>
  );
}
