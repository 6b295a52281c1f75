import { keepsPaint } from "@core/paint/spend";
import { Droplet, Droplets, Wind } from "lucide-react";
import { Tool } from "~/ui/tool";
import { LightTool } from "./light-tool";
import { see } from "./state/study-state";
import { useHand, useSession, useStudy } from "./state/use-study";

/** What is done with the paint besides strokes: it dries, a brush that keeps some of it is wiped, and light falls on it. */
export function PaintActs({ keys = false }: { keys?: boolean }) {
  const session = useSession();
  const brush = useHand();
  const keptWet = useStudy((state) => state.keptWet);
  const bare = useStudy((state) => state.standing.done.length === 0);
  const key = (letter: string) => (keys ? ` (${letter})` : "");
  return (
    <>
      {brush && keepsPaint(brush.paint) && (
        <Tool label={`Wipe the brush and dip it again${key("U")}`} onClick={() => session.dip()}>
          <Droplet aria-hidden size={15} />
        </Tool>
      )}
      {brush && brush.paint.water > 0 && (
        <Tool
          label="Keep it wet: washes do not dry by time"
          aria-pressed={keptWet}
          onClick={() => session.store.run(see({ keptWet: !keptWet }))}
        >
          <Droplets aria-hidden size={15} />
        </Tool>
      )}
      <Tool
        label={`Let it dry: what is painted next lies on it, and mixes with none of it${key("Y")}`}
        disabled={bare}
        onClick={() => session.act({ kind: "dry" })}
      >
        <Wind aria-hidden size={15} />
      </Tool>
      <LightTool keys={keys} />
    </>
  );
}
