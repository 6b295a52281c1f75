import type { Picture } from "@core/picture/picture";
import { useCallback, useEffect, useRef, useState } from "react";
import type { OpenTell } from "./open.worker";

/** A picture that is on its way to a desk: a large one takes seconds. */
export interface Opening {
  /** The file's name, while it is read. */
  readonly name: string | undefined;
  /** Reads a file in a worker of its own; a newer one, or `stop`, ends the work on an older. */
  readonly begin: (file: File, take: (picture: Picture) => void, refuse: (why: string) => void) => void;
  readonly stop: () => void;
}

export function useOpening(): Opening {
  const [name, setName] = useState<string>();
  const worker = useRef<Worker>(undefined);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = undefined;
    setName(undefined);
  }, []);
  const begin = useCallback(
    (file: File, take: (picture: Picture) => void, refuse: (why: string) => void) => {
      stop();
      const made = new Worker(new URL("./open.worker.ts", import.meta.url), { type: "module" });
      worker.current = made;
      setName(file.name);
      made.addEventListener("message", ({ data }: MessageEvent<OpenTell>) => {
        if (worker.current !== made) return;
        stop();
        if (data.kind === "picture") take(data.picture);
        else refuse(data.message);
      });
      made.addEventListener("error", ({ message }) => {
        if (worker.current !== made) return;
        stop();
        refuse(`${file.name}: it could not be read (${message || "its worker did not start"})`);
      });
      made.postMessage(file);
    },
    [stop],
  );
  useEffect(() => stop, [stop]);
  return { name, begin, stop };
}
