import type { Brush } from "@core/brush";
import { useEffect, useState } from "react";
import { openPort } from "~/port/open-port";
import type { Looking } from "~/sets/looking/protocol";

/** Mean ΔE of each brush from the first, over five proofs, as they come. */
export function useApart(brushes: readonly Brush[]): readonly (number | undefined)[] {
  const [found, setFound] = useState<{ readonly of: readonly Brush[]; readonly aparts: readonly number[] }>();
  useEffect(() => {
    const port = openPort<Looking>(
      new Worker(new URL("../sets/looking/look.worker.ts", import.meta.url), { type: "module" }),
    );
    let wanted = true;
    const work = async () => {
      const aparts = [0];
      for (const brush of brushes.slice(1)) {
        const apart = await port.call("apart", [brushes[0], brush]).catch(() => undefined);
        if (!wanted || apart === undefined) return;
        aparts.push(apart);
        setFound({ of: brushes, aparts: [...aparts] });
      }
    };
    if (brushes.length > 1) void work();
    return () => {
      wanted = false;
      port.close();
    };
  }, [brushes]);
  return brushes.map((_, n) => (n === 0 ? 0 : found?.of === brushes ? found.aparts[n] : undefined));
}
