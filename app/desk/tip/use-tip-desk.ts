import type { StrengthSource } from "@core/desk/tip/sheet";
import type { TipStep } from "@core/desk/tip/steps";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { TipAsk, TipPen, TipTell, TipTry } from "./protocol";

/** What the desk's worker has said last. */
export interface TipDeskState {
  readonly sheet?: Extract<TipTell, { kind: "sheet" }>;
  readonly findings?: Extract<TipTell, { kind: "findings" }>["findings"];
  readonly tries?: ImageBitmap;
  /** The step that is under way and takes its time. */
  readonly busy?: string | undefined;
  readonly fault?: string | undefined;
}

/** The page's end of the tip desk's worker. */
export interface TipDeskEngine {
  readonly ask: (message: TipAsk, transfer?: Transferable[]) => void;
  readonly step: (step: TipStep) => void;
  readonly source: (source: StrengthSource) => void;
  /** The tips as PNG files, with or without their lightness maps. */
  readonly exportPng: (mapped: boolean) => Promise<readonly Uint8Array<ArrayBuffer>[]>;
  /** Says what has gone wrong on the page itself. */
  readonly complain: (fault: string | undefined) => void;
}

/** @param pen how strokes are laid @param tried what the tip is tried with */
export function useTipDesk(pen: TipPen, tried: TipTry): readonly [TipDeskState, TipDeskEngine] {
  const [state, setState] = useState<TipDeskState>({});
  const worker = useRef<Worker>(undefined);
  const waiting = useRef<(files: readonly Uint8Array<ArrayBuffer>[]) => void>(undefined);
  const early = useRef<[TipAsk, Transferable[]][]>([]);

  useEffect(() => {
    const made = new Worker(new URL("./tip-desk.worker.ts", import.meta.url), { type: "module" });
    made.addEventListener("message", ({ data }: MessageEvent<TipTell>) => {
      if (data.kind === "exported") waiting.current?.(data.files);
      if (data.kind === "sheet") setState((before) => ({ ...before, sheet: data, fault: undefined }));
      if (data.kind === "findings") setState((before) => ({ ...before, findings: data.findings }));
      if (data.kind === "tries") setState((before) => ({ ...before, tries: data.picture }));
      if (data.kind === "busy") setState((before) => ({ ...before, busy: data.step }));
      if (data.kind === "fault") setState((before) => ({ ...before, fault: data.message, busy: undefined }));
      if (data.kind === "shown") dispatchEvent(new CustomEvent("brosse:engine", { detail: data }));
    });
    made.addEventListener("error", (event) =>
      setState((before) => ({ ...before, fault: event.message || "the desk’s worker could not start" })),
    );
    worker.current = made;
    // Children ask before this effect has run.
    for (const [message, transfer] of early.current) made.postMessage(message, { transfer });
    early.current = [];
    return () => {
      made.terminate();
      worker.current = undefined;
    };
  }, []);

  const ask = useCallback((message: TipAsk, transfer: Transferable[] = []) => {
    if (worker.current) worker.current.postMessage(message, { transfer });
    else early.current.push([message, transfer]);
  }, []);
  useEffect(() => ask({ kind: "pen", pen }), [ask, pen]);
  useEffect(() => ask({ kind: "try", try: tried }), [ask, tried]);

  const engine = useMemo(
    (): TipDeskEngine => ({
      ask,
      step: (step) => ask({ kind: "step", step }),
      source: (source) => ask({ kind: "source", source }),
      exportPng: (mapped) =>
        new Promise((resolve) => {
          waiting.current = resolve;
          ask({ kind: "export", mapped });
        }),
      complain: (fault) => setState((before) => ({ ...before, fault })),
    }),
    [ask],
  );
  return [state, engine];
}
