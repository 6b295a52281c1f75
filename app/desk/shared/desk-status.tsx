import { Button } from "~/ui/button";
import type { Opening } from "./use-opening";

/** What lies on a desk, or what is being read to be put there and how to stop that. */
export function DeskStatus({ opening, lies }: { opening: Opening; lies: string }) {
  return (
    <div className="flex min-w-0 items-center gap-2">
      <span role="status" className="truncate font-mono text-[13px] text-soft">
        {opening.name === undefined ? lies : `opening ${opening.name}…`}
      </span>
      {opening.name !== undefined && (
        <Button className="h-7 px-2" onClick={opening.stop}>
          Stop
        </Button>
      )}
    </div>
  );
}
