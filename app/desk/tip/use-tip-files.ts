import type { Picture } from "@core/picture/picture";
import { useCallback, useEffect, useRef, useState } from "react";
import { takeCarried } from "~/pictures/carry-picture";
import { drawnSvg } from "../shared/svg-file";
import { type Opening, useOpening } from "../shared/use-opening";
import type { Goes } from "./protocol";
import type { TipDeskEngine } from "./use-tip-desk";

interface TipFiles {
  readonly opening: Opening;
  /** Opens pictures one after the other: the first where it is told, the others beside it. */
  readonly openAll: (files: readonly File[], where: Goes) => void;
  /** Why some of them could not be opened. */
  readonly refused: string | undefined;
}

/**
 * Pictures on their way to the tip desk, the one that was carried here from another page among them.
 * @param taken is called when one has come onto the desk alone
 */
export function useTipFiles(engine: TipDeskEngine, taken: () => void): TipFiles {
  const opening = useOpening();
  const { begin } = opening;
  const [refused, setRefused] = useState<string>();
  const told = useRef(taken);
  told.current = taken;
  const openAll = useCallback(
    (files: readonly File[], first: Goes) => {
      setRefused(undefined);
      const faults: string[] = [];
      const next = async (n: number, where: Goes): Promise<void> => {
        const file = files[n];
        if (!file) return setRefused(faults.length > 0 ? faults.join(" ") : undefined);
        const refuse = (why: string) => {
          faults.push(why);
          void next(n + 1, where);
        };
        const take = (picture: Picture) => {
          engine.tell("open", { picture, name: file.name, goes: where }, [picture.data.buffer]);
          if (where === "alone") told.current();
          void next(n + 1, "beside");
        };
        try {
          begin(file.type === "image/svg+xml" ? await drawnSvg(file) : file, take, refuse);
        } catch (error) {
          refuse(error instanceof Error ? error.message : String(error));
        }
      };
      void next(0, first);
    },
    [engine, begin],
  );
  useEffect(() => {
    void takeCarried().then((file) => file && openAll([file], "alone"));
  }, [openAll]);
  return { opening, openAll, refused };
}
