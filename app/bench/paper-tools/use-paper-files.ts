import { type RefObject, useState } from "react";
import { useNavigate } from "react-router";
import type { Engine } from "~/engine/client";
import type { ReliefMap } from "~/engine/protocol";
import { carryPicture } from "~/pictures/carry-picture";
import { unlessDropped } from "~/port/open-port";
import { saveFile } from "~/ui/save-file";

/** What leaves the paper: all layers as a file, the heights of thick paint, or what is painted to a desk. */
export interface PaperFiles {
  readonly save: () => void;
  readonly saveRelief: (map: ReliefMap) => void;
  readonly carry: (desk: "tip" | "grain") => void;
  /** Why it could not be done. */
  readonly refused: string | undefined;
}

export function usePaperFiles(engine: RefObject<Engine | null>): PaperFiles {
  const [refused, setRefused] = useState<string>();
  const navigate = useNavigate();
  return {
    refused,
    save: () => {
      setRefused(undefined);
      engine.current
        ?.layered()
        .then((bytes) => saveFile(bytes, "paper.ora", "image/openraster"))
        .catch(unlessDropped(setRefused));
    },
    saveRelief: (map) => {
      setRefused(undefined);
      engine.current
        ?.relief(map)
        .then((bytes) => saveFile(bytes, `paper-${map}.png`, "image/png"))
        .catch(unlessDropped(setRefused));
    },
    carry: (desk) => {
      setRefused(undefined);
      engine.current
        ?.painted()
        .then((bytes) => carryPicture(bytes, "paper.png"))
        .then(() => navigate(`/desk/${desk}`))
        .catch(unlessDropped(setRefused));
    },
  };
}
