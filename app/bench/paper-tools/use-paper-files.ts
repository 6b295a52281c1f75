import { type RefObject, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Tell } from "~/engine/protocol";
import type { PaperHandle } from "~/paper/paper-sheet";
import { carryPicture } from "~/pictures/carry-picture";
import { saveFile } from "~/ui/save-file";

/** What leaves the paper: all layers as a file, or what is painted to a desk. */
export interface PaperFiles {
  readonly save: () => void;
  readonly carry: (desk: "tip" | "grain") => void;
  /** Why the file could not be written. */
  readonly refused: string | undefined;
  /** Hears what the engine answers; the same function for the page's life. */
  readonly hear: RefObject<(tell: Tell) => void>;
}

export function usePaperFiles(paper: RefObject<PaperHandle | null>): PaperFiles {
  const [refused, setRefused] = useState<string>();
  const desk = useRef<"tip" | "grain">("tip");
  const navigate = useNavigate();
  const hear = useRef<(tell: Tell) => void>(() => undefined);
  hear.current = (tell) => {
    if (tell.kind === "layered") saveFile(tell.bytes, "paper.ora", "image/openraster");
    if (tell.kind === "refused") setRefused(tell.why);
    if (tell.kind === "painted")
      void carryPicture(tell.bytes, "paper.png").then(() => navigate(`/desk/${desk.current}`));
  };
  return {
    refused,
    hear,
    save: () => {
      setRefused(undefined);
      paper.current?.layered();
    },
    carry: (to) => {
      desk.current = to;
      paper.current?.painted();
    },
  };
}
