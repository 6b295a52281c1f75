import type { GrainWork } from "@core/desk/grain/grain-work";
import type { DrawnGrain } from "@core/ground/grain";
import type { Picture } from "@core/picture/picture";
import { useCallback, useEffect, useRef, useState } from "react";
import { openPort, type Port, unlessDropped } from "~/port/open-port";
import { type Opening, useOpening } from "../shared/use-opening";
import type { GrainDesking, GrainFound, GrainMade, GrainOnDesk, GrainSource } from "./protocol";

/** What the desk's worker has found so far; older findings stay until newer ones are there. */
export interface GrainDeskState {
  readonly opened?: GrainOnDesk;
  readonly grain?: GrainMade;
  readonly findings?: GrainFound["findings"];
  readonly ends?: GrainFound["ends"];
  readonly strokes?: ImageBitmap;
  readonly fault?: string;
  readonly busy: boolean;
}

/** The desk's worker, and what it makes of the picture by these settings. */
export function useGrainDesk(work: GrainWork): {
  readonly desk: GrainDeskState;
  readonly opening: Opening;
  /** @param taken is called when the file's picture comes onto the desk; never for one that is refused or stopped */
  readonly open: (file: File, taken: () => void) => void;
  readonly generate: (grain: DrawnGrain) => void;
  /** The grain as a 16-bit grey PNG. @throws CallFailed, CallDropped */
  readonly exportPng: () => Promise<Uint8Array<ArrayBuffer>>;
  /** Says what has gone wrong on the page itself. */
  readonly complain: (fault: string) => void;
} {
  const [desk, setDesk] = useState<GrainDeskState>({ busy: false });
  const opening = useOpening();
  const { begin: read, stop } = opening;
  const port = useRef<Port<GrainDesking>>(undefined);
  const newest = useRef(work);
  newest.current = work;
  const change = useCallback((part: Partial<GrainDeskState>) => setDesk((before) => ({ ...before, ...part })), []);
  const complain = useCallback((fault: string) => change({ fault, busy: false }), [change]);

  useEffect(() => {
    const made = openPort<GrainDesking>(
      new Worker(new URL("./grain-desk.worker.ts", import.meta.url), { type: "module" }),
      complain,
    );
    made.on("grain", (grain) => setDesk(({ fault: _, ...before }) => ({ ...before, grain, busy: true })));
    made.on("found", ({ findings, ends }) => change({ findings, ends }));
    made.on("strokes", (strokes) => change({ strokes, busy: false }));
    port.current = made;
    return () => made.close();
  }, [change, complain]);

  const askWork = useCallback(() => {
    port.current?.call("work", newest.current, { newest: true }).catch(unlessDropped(complain));
  }, [complain]);

  const put = useCallback(
    (source: GrainSource, transfer: Transferable[] = []) => {
      const opened = port.current?.call("put", source, { newest: true, transfer });
      const show = (now: GrainOnDesk) => {
        // A grain that is drawn anew from other numbers leaves the older one to be seen until it is there.
        setDesk((before) => ({ ...(before.opened?.name === now.name ? before : {}), opened: now, busy: true }));
        askWork();
      };
      opened?.then(show).catch(unlessDropped(complain));
    },
    [askWork, complain],
  );

  const isOpen = desk.opened !== undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: changed settings are what asks for work
  useEffect(() => {
    if (!isOpen) return;
    change({ busy: true });
    askWork();
  }, [work]);

  return {
    desk,
    opening,
    complain,
    open: useCallback(
      (file: File, taken: () => void) => {
        setDesk(({ fault: _, ...before }) => before);
        const take = (picture: Picture) => {
          taken();
          change({ busy: true });
          put({ picture, name: file.name }, [picture.data.buffer]);
        };
        read(file, take, (fault) => change({ fault }));
      },
      [change, put, read],
    ),
    generate: useCallback(
      (grain: DrawnGrain) => {
        stop();
        put({ grain });
      },
      [put, stop],
    ),
    exportPng: useCallback(() => {
      const bytes = port.current?.call("export", null);
      return bytes ?? Promise.reject(new Error("the desk is not ready yet"));
    }, []),
  };
}
