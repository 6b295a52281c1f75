import type { Brush } from "@core/brush";
import { asPainter } from "@core/hand/preview";
import { proofsOn } from "@core/hand/proof";
import { useEffect, useRef, useState } from "react";
import type { DifferenceAsk, DifferenceTell } from "~/measuring/difference.worker";
import type { PaperSize } from "~/measuring/use-measures";
import type { ViewSettings } from "../state/view-settings";

/** Where two brushes' proofs differ and by how much, laid over the paper: pale where they are alike, madder where they are not. */
export function DifferencePicture({
  from,
  to,
  paper,
  view,
}: {
  from: Brush;
  to: Brush;
  paper: PaperSize;
  view: ViewSettings;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const worker = useRef<Worker>(undefined);
  const turn = useRef(0);
  const [says, setSays] = useState("Painting both and comparing…");

  useEffect(() => {
    const made = new Worker(new URL("../../measuring/difference.worker.ts", import.meta.url), { type: "module" });
    made.addEventListener("message", ({ data }: MessageEvent<DifferenceTell>) => {
      if (data.turn !== turn.current) return;
      if (data.kind === "fault") {
        setSays(`They could not be compared: ${data.message}`);
        return;
      }
      if (canvas.current) {
        canvas.current.width = data.picture.width;
        canvas.current.height = data.picture.height;
        canvas.current.getContext("bitmaprenderer")?.transferFromImageBitmap(data.picture);
      }
      setSays(
        `Mean ΔE ${data.mean.toFixed(1)} where there is paint, ${data.most.toFixed(0)} at most; ${Math.round(data.changed * 100)} % of it differs visibly (CIEDE2000)`,
      );
    });
    worker.current = made;
    return () => made.terminate();
  }, []);

  useEffect(() => {
    const strokes = proofsOn(paper.width, paper.height, view.proofs, view.hand).flatMap((proof) =>
      proof.strokes.map((stroke) => stroke.map(asPainter(view.painter))),
    );
    const ask: DifferenceAsk = { turn: ++turn.current, from, to, strokes, ...paper, colours: view.colours };
    worker.current?.postMessage(ask);
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
