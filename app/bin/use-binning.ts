import type { Binnable } from "@server/bin/repository";
import { useFetcher } from "react-router";
import type { action } from "./actions.server";

/** Everything that goes into the bin goes one way, so that one place can say so. */
const BINNING = "binning";

export interface Binning {
  readonly busy: boolean;
  /** What went into the bin, or came back, last. */
  readonly last: ReturnType<typeof useFetcher<typeof action>>["data"];
  readonly put: (what: Binnable, id: string, name: string) => void;
  readonly bringBack: (what: Binnable, id: string, name: string) => void;
}

export function useBinning(): Binning {
  const fetcher = useFetcher<typeof action>({ key: BINNING });
  const ask = (act: "put" | "back") => (what: Binnable, id: string, name: string) =>
    void fetcher.submit({ act, what, id, name }, { method: "post", action: "/bin" });
  return { busy: fetcher.state !== "idle", last: fetcher.data, put: ask("put"), bringBack: ask("back") };
}
