import { useEffect, useState } from "react";
import type { Progressive } from "~/easel/engine/protocol";
import { useSession, useStudy } from "~/easel/state/use-study";

const LONGEST = 180;
/** The hand comes first: proofs wait until it rests, ms. */
const REST = 250;

/** The layers in small, by their id, a moment after each act. */
export function useProofs(): ReadonlyMap<number, Progressive> {
  const session = useSession();
  const next = useStudy((state) => state.sheet?.next);
  const place = useStudy((state) => state.place);
  const [proofs, setProofs] = useState<ReadonlyMap<number, Progressive>>(new Map());
  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever changes the picture is what asks for proofs
  useEffect(() => {
    if (next === undefined) return;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let left = false;
    const ask = async () => {
      const found = await session.engine.current?.progressives(LONGEST).catch(() => undefined);
      if (left || !found) return;
      // A stroke is under way: asked again when it is over, unless that asks by itself.
      if (found.length === 0) timer = setTimeout(() => void ask(), 4 * REST);
      else setProofs(new Map(found.map((proof) => [proof.layer, proof])));
    };
    timer = setTimeout(() => void ask(), REST);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [session, next, place]);
  return proofs;
}
