import type { Brush } from "@core/brush";
import { asPainter, type PainterKind } from "@core/hand/preview";
import { type MainHand, proofsOn } from "@core/hand/proof";
import type { Character } from "@core/measure/character";
import type { InkBudget } from "@core/measure/ink-budget";
import type { Ripple } from "@core/measure/ripple";
import type { Score } from "@core/measure/score";
import { useEffect, useRef, useState } from "react";
import type { MeasureAsk, MeasureTell } from "./protocol";

/** What was measured of the present brush so far; older findings stay until newer ones are there. */
export interface Measures {
  readonly score?: Score;
  readonly budget?: InkBudget;
  readonly ripple?: Ripple;
  readonly character?: Character;
  readonly fault?: string;
}

/** The paper's size in its own pixels. */
export interface PaperSize {
  readonly width: number;
  readonly height: number;
}

/** Who draws the stroke that is measured, and with which pen. */
export interface MeasuredHand {
  readonly hand: MainHand;
  readonly painter: PainterKind;
}

/** Measures the brush on the main stroke of a paper, while it is asked for. */
export function useMeasures(brush: Brush, paper: PaperSize | undefined, view: MeasuredHand, asked: boolean): Measures {
  const [found, setFound] = useState<Measures>({});
  const worker = useRef<Worker>(undefined);
  const turn = useRef(0);

  useEffect(() => {
    if (!asked) return;
    const made = new Worker(new URL("./measure.worker.ts", import.meta.url), { type: "module" });
    made.addEventListener("message", ({ data }: MessageEvent<MeasureTell>) => {
      if (data.turn !== turn.current) return;
      if (data.kind === "score") setFound((before) => ({ ...before, fault: undefined, score: data.score }));
      if (data.kind === "budget") setFound((before) => ({ ...before, budget: data.budget }));
      if (data.kind === "ripple") setFound((before) => ({ ...before, ripple: data.ripple }));
      if (data.kind === "character") setFound((before) => ({ ...before, character: data.character }));
      if (data.kind === "fault") setFound((before) => ({ ...before, fault: data.message }));
    });
    worker.current = made;
    return () => {
      made.terminate();
      worker.current = undefined;
    };
  }, [asked]);

  useEffect(() => {
    if (!asked || !paper) return;
    const [main] = proofsOn(paper.width, paper.height, [], view.hand);
    const ask: MeasureAsk = {
      turn: ++turn.current,
      brush,
      samples: main.strokes[0].map(asPainter(view.painter)),
      ...paper,
    };
    worker.current?.postMessage(ask);
  }, [asked, brush, paper, view.hand, view.painter]);

  return found;
}
