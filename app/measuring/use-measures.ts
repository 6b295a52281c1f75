import type { Brush } from "@core/brush";
import { asPainter, type PainterKind } from "@core/hand/preview";
import { type MainHand, proofsOn } from "@core/hand/proof";
import type { Character } from "@core/measure/character";
import type { InkBudget } from "@core/measure/ink-budget";
import type { Ripple } from "@core/measure/ripple";
import type { Score } from "@core/measure/score";
import { useEffect, useRef, useState } from "react";
import { openPort, type Port, unlessDropped } from "~/port/open-port";
import type { MeasureAsk, Measuring } from "./protocol";

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

/** Measures the brush on the main stroke of a paper. */
export function useMeasures(brush: Brush, paper: PaperSize | undefined, view: MeasuredHand): Measures {
  const [found, setFound] = useState<Measures>({});
  const port = useRef<Port<Measuring>>(undefined);

  useEffect(() => {
    const made = openPort<Measuring>(new Worker(new URL("./measure.worker.ts", import.meta.url), { type: "module" }));
    made.on("score", (score) => setFound((before) => ({ ...before, fault: undefined, score })));
    made.on("budget", (budget) => setFound((before) => ({ ...before, budget })));
    made.on("character", (character) => setFound((before) => ({ ...before, character })));
    made.on("ripple", (ripple) => setFound((before) => ({ ...before, ripple })));
    port.current = made;
    return () => {
      made.close();
      port.current = undefined;
    };
  }, []);

  useEffect(() => {
    if (!paper) return;
    const [main] = proofsOn(paper.width, paper.height, [], view.hand, brush.tip.size);
    const ask: MeasureAsk = { brush, samples: main.strokes[0].map(asPainter(view.painter)), ...paper };
    port.current
      ?.call("measure", ask, { newest: true })
      .catch(unlessDropped((fault) => setFound((before) => ({ ...before, fault }))));
  }, [brush, paper, view.hand, view.painter]);

  return found;
}
