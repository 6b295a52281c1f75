import type { Picture } from "@core/picture/picture";
import { useCallback, useEffect, useRef, useState } from "react";
import { openPort, type Port, unlessDropped } from "~/port/open-port";
import type { FileOpening } from "./opening-protocol";

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
  const port = useRef<Port<FileOpening>>(undefined);
  const stop = useCallback(() => {
    // Reading cannot be interrupted: its worker is ended.
    port.current?.close();
    port.current = undefined;
    setName(undefined);
  }, []);
  const begin = useCallback(
    (file: File, take: (picture: Picture) => void, refuse: (why: string) => void) => {
      stop();
      port.current = openPort<FileOpening>(
        new Worker(new URL("./open.worker.ts", import.meta.url), { type: "module" }),
      );
      setName(file.name);
      port.current.call("open", file).then(
        (picture) => {
          stop();
          take(picture);
        },
        unlessDropped((why) => {
          stop();
          refuse(why.startsWith(file.name) ? why : `${file.name}: it could not be read (${why})`);
        }),
      );
    },
    [stop],
  );
  useEffect(() => stop, [stop]);
  return { name, begin, stop };
}
