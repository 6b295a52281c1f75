import type { Brush } from "@core/brush";
import { asPainter } from "@core/hand/preview";
import { proofsOn } from "@core/hand/proof";
import { useEffect, useRef, useState } from "react";
import type { Comparing, DifferenceFound } from "~/measuring/protocol";
import { openPort, type Port, unlessDropped } from "~/port/open-port";
import { useBench } from "../state/use-bench";

/** Where two brushes' proofs differ and by how much, laid over the paper: pale where they are alike, madder where they are not. */
export function DifferencePicture({ from }: { readonly from: Brush }) {
  const to = useBench(({ brush }) => brush);
  const view = useBench(({ settings }) => settings);
  const paper = useBench((state) => state.paper.size);
  const canvas = useRef<HTMLCanvasElement>(null);
  const port = useRef<Port<Comparing>>(undefined);
  const [says, setSays] = useState("Painting both and comparing…");

  useEffect(() => {
    const made = openPort<Comparing>(
      new Worker(new URL("../../measuring/difference.worker.ts", import.meta.url), { type: "module" }),
    );
    port.current = made;
    return () => made.close();
  }, []);

  useEffect(() => {
    if (!paper) return;
    const size = Math.max(from.tip.size, to.tip.size);
    const strokes = proofsOn(paper.width, paper.height, view.proofs, view.hand, size).flatMap((proof) =>
      proof.strokes.map((stroke) => stroke.map(asPainter(view.painter))),
    );
    const show = ({ picture, mean, most, changed }: DifferenceFound) => {
      if (canvas.current) {
        canvas.current.width = picture.width;
        canvas.current.height = picture.height;
        canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(picture);
      }
      setSays(
        `Mean ΔE ${mean.toFixed(1)} where there is paint, ${most.toFixed(0)} at most; ${Math.round(changed * 100)} % of it differs visibly (CIEDE2000)`,
      );
    };
    port.current
      ?.call("compare", { from, to, strokes, ...paper, colours: view.colours }, { newest: true })
      .then(show)
      .catch(unlessDropped((fault) => setSays(`They could not be compared: ${fault}`)));
  }, [from, to, paper, view]);

  return (
    <figure className="pointer-events-none absolute inset-0 bg-sheet">
      <canvas ref={canvas} aria-hidden className="size-full" />
      <figcaption role="status" className="absolute bottom-1.5 left-3 rounded bg-panel px-2 py-0.5 text-[13px]">
        {says}
      </figcaption>
    </figure>
  );
}
