import type { ShelfAct } from "@server/shelf/act";
import { useFetcher } from "react-router";
import type { action } from "./acts-route";

/** Everything that is done to brushes of the shelf goes one way, so that one place can say so and take it back. */
const ACTING = "acting on the shelf";

export interface ShelfActs {
  readonly busy: boolean;
  readonly last: ReturnType<typeof useFetcher<typeof action>>["data"];
  readonly run: (act: ShelfAct) => Promise<void>;
}

export function useShelfActs(): ShelfActs {
  const fetcher = useFetcher<typeof action>({ key: ACTING });
  return {
    busy: fetcher.state !== "idle",
    last: fetcher.data,
    run: (act) => fetcher.submit(act, { method: "post", action: "/shelf/acts", encType: "application/json" }),
  };
}
