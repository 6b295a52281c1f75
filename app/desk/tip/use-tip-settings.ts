import { parseBrush } from "@core/brush";
import { type ImageShape, picks } from "@core/tip/shape/shape";
import { useCallback, useMemo, useState } from "react";
import { z } from "zod";
import type { ChosenBrush } from "~/finding/brush-choice";
import { useKeptDraft } from "~/keeping/use-kept-draft";
import { type DrawSettings, usualDrawing } from "./draw-card";
import type { TipPen, TipTry } from "./protocol";
import type { SheetTool } from "./sheet-view";

const plainRound = parseBrush({
  level: 1,
  name: "plain round",
  tip: { size: 24, hardness: 0.85 },
  trail: { spacing: 0.08 },
});
const plainTry = parseBrush({
  level: 1,
  name: "plain",
  tip: { size: 120 },
  trail: { spacing: 0.35 },
  responses: [{ quality: "size", source: "pressure", low: 0.4, high: 1 }],
});

/** What is chosen on the desk, beside the tip itself. */
export interface TipSettings {
  readonly drawing: DrawSettings;
  readonly tool: SheetTool;
  /** The brush that the tip is tried with; undefined for the plain one. */
  readonly tried: ChosenBrush | undefined;
  readonly pivot: readonly [number, number];
  readonly pick: ImageShape["pick"];
  /** The longer side of a new sheet, px. */
  readonly side: number;
}

const usual: TipSettings = {
  drawing: usualDrawing,
  tool: "draw",
  tried: undefined,
  pivot: [0, 0],
  pick: "chance",
  side: 1024,
};

/** What belongs to the tip that lies on the desk, and is kept with it. */
const keptSchema = z.object({ pivot: z.tuple([z.number(), z.number()]), pick: z.enum(picks) });

/** The settings, and by them the brush that draws on the sheet and what the tip is tried with. */
export function useTipSettings(account: string) {
  const [settings, setSettings] = useState(usual);
  const read = (kept: unknown) => keptSchema.safeParse(kept).data;
  const kept = useMemo(() => ({ pivot: settings.pivot, pick: settings.pick }), [settings.pivot, settings.pick]);
  useKeptDraft(`tip desk settings ${account}`, kept, read, (found) => setSettings((now) => ({ ...now, ...found })));
  const set = useCallback((patch: Partial<TipSettings>) => setSettings((now) => ({ ...now, ...patch })), []);
  const { drawing, tried: chosen, pivot, pick } = settings;
  const pen = useMemo((): TipPen => {
    const { brush: drawn, size, strength, ...rest } = drawing;
    const own = drawn?.brush ?? plainRound;
    return { ...rest, brush: { ...own, tip: { ...own.tip, size }, paint: { ...own.paint, opacity: strength } } };
  }, [drawing]);
  const tried = useMemo((): TipTry => ({ brush: chosen?.brush ?? plainTry, pivot, pick }), [chosen, pivot, pick]);
  return { settings, set, pen, tried };
}
