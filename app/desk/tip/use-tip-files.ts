import type { Picture } from "@core/picture/picture";
import { useCallback, useEffect, useRef } from "react";
import { takeCarried } from "~/pictures/carry-picture";
import { drawnSvg } from "../shared/svg-file";
import { type Opening, useOpening } from "../shared/use-opening";
import type { Goes } from "./protocol";
import type { TipDeskEngine } from "./use-tip-desk";

/**
 * Pictures on their way to the tip desk, the one that was carried here from another page among them.
 * @param taken is called when one has come onto the desk alone
 */
export function useTipFiles(
  engine: TipDeskEngine,
  taken: () => void,
): { readonly opening: Opening; readonly open: (file: File, where: Goes) => void } {
  const opening = useOpening();
  const { begin } = opening;
  const told = useRef(taken);
  told.current = taken;
  const open = useCallback(
    async (file: File, where: Goes) => {
      engine.complain(undefined);
      try {
        const drawn = file.type === "image/svg+xml" ? await drawnSvg(file) : file;
        const take = (picture: Picture) => {
          engine.tell("open", { picture, name: file.name, goes: where }, [picture.data.buffer]);
          if (where === "alone") told.current();
        };
        begin(drawn, take, engine.complain);
      } catch (error) {
        engine.complain(error instanceof Error ? error.message : String(error));
      }
    },
    [engine, begin],
  );
  useEffect(() => {
    void takeCarried().then((file) => file && open(file, "alone"));
  }, [open]);
  return { opening, open };
}
