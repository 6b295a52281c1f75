import { useEffect, useMemo, useRef, useState } from "react";
import { openPort, type Port } from "~/port/open-port";
import type { TellName } from "~/port/protocol";
import type { SheetShown, TipDesking, TipPen, TipTry } from "./protocol";

/** What the desk's worker has said last. */
export interface TipDeskState {
  readonly sheet?: SheetShown;
  readonly findings?: TipDesking["says"]["findings"];
  readonly tries?: ImageBitmap;
  /** The step that is under way and takes its time. */
  readonly busy?: string | undefined;
  readonly fault?: string | undefined;
}

/** The page's end of the tip desk's worker. */
export interface TipDeskEngine {
  readonly tell: <Name extends TellName<TipDesking>>(
    name: Name,
    what: TipDesking["tells"][Name],
    transfer?: Transferable[],
  ) => void;
  /** The tips as PNG files, with or without their lightness maps. @throws CallFailed, CallDropped */
  readonly exportPng: (mapped: boolean) => Promise<readonly Uint8Array<ArrayBuffer>[]>;
  /** Says what has gone wrong on the page itself. */
  readonly complain: (fault: string | undefined) => void;
}

/** @param account whose desk it is @param pen how strokes are laid @param tried what the tip is tried with */
export function useTipDesk(account: string, pen: TipPen, tried: TipTry): readonly [TipDeskState, TipDeskEngine] {
  const [state, setState] = useState<TipDeskState>({});
  const port = useRef<Port<TipDesking>>(undefined);
  // Children ask before the worker is there.
  const early = useRef<((made: Port<TipDesking>) => void)[]>([]);

  useEffect(() => {
    const change = (part: Partial<TipDeskState>) => setState((before) => ({ ...before, ...part }));
    const made = openPort<TipDesking>(
      new Worker(new URL("./tip-desk.worker.ts", import.meta.url), { type: "module" }),
      (fault) => change({ fault, busy: undefined }),
    );
    made.on("sheet", (sheet) => change({ sheet, fault: undefined }));
    made.on("findings", (findings) => change({ findings }));
    made.on("tries", (tries) => change({ tries }));
    made.on("busy", (busy) => change({ busy }));
    made.on("shown", (shown) =>
      dispatchEvent(new CustomEvent("brosse:engine", { detail: { kind: "shown", ...shown } })),
    );
    port.current = made;
    for (const ask of early.current) ask(made);
    early.current = [];
    made.tell("takeUp", `tip desk ${account}`);
    return () => {
      // Leaving must not lose the last change; the worker ends when it is kept.
      void made.call("keep", null).finally(() => made.close());
      port.current = undefined;
    };
  }, [account]);

  const engine = useMemo((): TipDeskEngine => {
    const tell: TipDeskEngine["tell"] = (name, what, transfer) => {
      if (port.current) port.current.tell(name, what, transfer);
      else early.current.push((made) => made.tell(name, what, transfer));
    };
    return {
      tell,
      exportPng: (mapped) =>
        port.current?.call("export", { mapped }) ?? Promise.reject(new Error("the desk is not ready yet")),
      complain: (fault) => setState((before) => ({ ...before, fault })),
    };
  }, []);
  useEffect(() => engine.tell("pen", pen), [engine, pen]);
  useEffect(() => engine.tell("try", tried), [engine, tried]);
  return [state, engine];
}
