import type { Score } from "@core/measure/score";
import { useSyncExternalStore } from "react";
import { toWindow } from "~/paper/window/framing";
import { useBenchShared } from "../state/use-bench";

/** A ring on the paper around the mark that the score points out. */
export function SpotRing({ spot: { x, y, size } }: { readonly spot: Score["places"][number] }) {
  const { frame } = useBenchShared();
  const framing = useSyncExternalStore(frame.subscribe, frame.get, frame.get);
  const seen = toWindow(framing, { x, y });
  const across = (Math.max(6, size) + 6) * framing.zoom;
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${framing.width} ${framing.height}`}
      className="pointer-events-none absolute inset-0 size-full text-act"
    >
      <circle cx={seen.x} cy={seen.y} r={across / 2} fill="none" stroke="currentColor" strokeWidth={1.5} />
    </svg>
  );
}
