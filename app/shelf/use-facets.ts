import type { Facets } from "@server/shelf/find";
import { useEffect, useRef } from "react";
import { useFetcher } from "react-router";
import type { loader } from "./facets-route";

/** While brushes are being measured the counts are asked for again, ms. */
const PAUSE = 2500;

/** By what the shelf can be sifted. @param after what makes the counts anew when it changes */
export function useFacets(after: object): Facets | undefined {
  const { load, data, state } = useFetcher<typeof loader>();
  const asked = useRef<object>(undefined);
  useEffect(() => {
    if (asked.current === after) return;
    asked.current = after;
    void load("/shelf/facets.json");
  }, [after, load]);
  const waits = state === "idle" && (data?.unmeasured ?? 0) > 0;
  useEffect(() => {
    if (!waits) return;
    const timer = setTimeout(() => void load("/shelf/facets.json"), PAUSE);
    return () => clearTimeout(timer);
  }, [waits, load]);
  return data;
}
