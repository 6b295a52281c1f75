import type { Brush } from "@core/brush";
import { useEffect, useState } from "react";
import { openPort } from "~/port/open-port";
import type { Looking } from "./protocol";

/** Two brushes that are compared. */
export type BrushPair = readonly [Brush, Brush];

/** How far the brushes of each pair are apart, mean ΔE over five proofs, as they are found. @param pairs the same list for as long as it is */
export function useApart(pairs: readonly BrushPair[]): readonly (number | undefined)[] {
  const [found, setFound] = useState<{ readonly of: readonly BrushPair[]; readonly aparts: readonly number[] }>();
  useEffect(() => {
    const port = openPort<Looking>(new Worker(new URL("./look.worker.ts", import.meta.url), { type: "module" }));
    let wanted = true;
    const work = async () => {
      const aparts: number[] = [];
      for (const [a, b] of pairs) {
        const apart = a === b ? 0 : await port.call("apart", [a, b]).catch(() => undefined);
        if (!wanted || apart === undefined) return;
        aparts.push(apart);
        setFound({ of: pairs, aparts: [...aparts] });
      }
    };
    if (pairs.length > 0) void work();
    return () => {
      wanted = false;
      port.close();
    };
  }, [pairs]);
  return pairs.map((_, n) => (found?.of === pairs ? found.aparts[n] : undefined));
}
