import type { GrainWork } from "@core/desk/grain/grain-work";
import type { DrawnGrain } from "@core/ground/grain";
import type { Picture } from "@core/picture/picture";
import { useCallback, useEffect, useRef, useState } from "react";
import { type Opening, useOpening } from "../shared/use-opening";
import type { DeskAsk, DeskTell } from "./protocol";

/** What the desk's worker has found so far; older findings stay until newer ones are there. */
export interface Desk {
  readonly opened?: Extract<DeskTell, { kind: "opened" }>;
  readonly grain?: Extract<DeskTell, { kind: "grain" }>;
  readonly findings?: Extract<DeskTell, { kind: "findings" }>["findings"];
  readonly ends?: Extract<DeskTell, { kind: "findings" }>["ends"];
  readonly strokes?: ImageBitmap;
  readonly fault?: string;
  readonly busy: boolean;
}

/** The desk's worker, and what it makes of the picture by these settings. */
export function useDesk(work: GrainWork): {
  readonly desk: Desk;
  readonly opening: Opening;
  /** @param taken is called when the file's picture comes onto the desk; never for one that is refused or stopped */
  readonly open: (file: File, taken: () => void) => void;
  readonly generate: (grain: DrawnGrain) => void;
  /** The grain as a 16-bit grey PNG. */
  readonly exportPng: () => Promise<Uint8Array<ArrayBuffer>>;
} {
  const [desk, setDesk] = useState<Desk>({ busy: false });
  const opening = useOpening();
  const { begin: read, stop } = opening;
  const worker = useRef<Worker>(undefined);
  const turn = useRef(0);
  const waiting = useRef<(bytes: Uint8Array<ArrayBuffer>) => void>(undefined);
  const newest = useRef(work);
  newest.current = work;
  const ask = useCallback((message: DeskAsk) => worker.current?.postMessage(message), []);
  const askWork = useCallback(() => ask({ kind: "work", turn: ++turn.current, work: newest.current }), [ask]);

  useEffect(() => {
    const made = new Worker(new URL("./grain-desk.worker.ts", import.meta.url), { type: "module" });
    made.addEventListener("message", ({ data }: MessageEvent<DeskTell>) => {
      if (data.kind === "exported") waiting.current?.(data.bytes);
      if (data.kind === "fault") setDesk((before) => ({ ...before, fault: data.message, busy: false }));
      if (data.kind === "opened") {
        // A grain that is drawn anew from other numbers leaves the older one to be seen until it is there.
        setDesk((before) => ({ ...(before.opened?.name === data.name ? before : {}), opened: data, busy: true }));
        askWork();
      }
      if (!("turn" in data) || data.turn !== turn.current) return;
      if (data.kind === "grain") setDesk((before) => ({ ...before, grain: data, fault: undefined, busy: true }));
      if (data.kind === "findings") setDesk((before) => ({ ...before, findings: data.findings, ends: data.ends }));
      if (data.kind === "strokes") setDesk((before) => ({ ...before, strokes: data.picture, busy: false }));
    });
    worker.current = made;
    return () => made.terminate();
  }, [askWork]);

  const isOpen = desk.opened !== undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: changed settings are what asks for work
  useEffect(() => {
    if (!isOpen) return;
    setDesk((before) => ({ ...before, busy: true }));
    askWork();
  }, [work]);

  return {
    desk,
    opening,
    open: useCallback(
      (file: File, taken: () => void) => {
        setDesk((before) => ({ ...before, fault: undefined }));
        const take = (picture: Picture) => {
          taken();
          setDesk((before) => ({ ...before, busy: true }));
          worker.current?.postMessage({ kind: "open", picture, name: file.name } satisfies DeskAsk, {
            transfer: [picture.data.buffer],
          });
        };
        read(file, take, (fault) => setDesk((before) => ({ ...before, fault })));
      },
      [read],
    ),
    generate: useCallback(
      (grain: DrawnGrain) => {
        stop();
        ask({ kind: "generate", grain });
      },
      [ask, stop],
    ),
    exportPng: () =>
      new Promise((resolve) => {
        waiting.current = resolve;
        ask({ kind: "export" });
      }),
  };
}
