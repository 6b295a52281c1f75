import { BRUSH_NAME_LENGTH } from "@core/brush";
import type { KeptBrush } from "@server/brushes/repository";
import { useState } from "react";
import { BrushStrip } from "~/pictures/brush-strip";
import { Button } from "~/ui/button";
import { Dialog } from "~/ui/dialog";
import { takeNewest } from "../state/commands";
import { useBench, useBenchShared } from "../state/use-bench";
import type { Saving } from "./use-saving";

/** The brush was saved elsewhere meanwhile: shows that version's stroke and offers both. */
export function ConflictDialog({ saving }: { readonly saving: Saving }) {
  const { store } = useBenchShared();
  const revision = useBench((state) => state.revision);
  const { answer } = saving;
  const newest = answer?.kind === "conflict" && answer.newest.revision !== revision ? answer.newest : undefined;
  const keepBoth = () => {
    const { brush } = store.get();
    saving.saveNew({ ...brush, name: `${brush.name}, mine`.slice(0, BRUSH_NAME_LENGTH) });
  };
  const [dismissed, setDismissed] = useState<KeptBrush>();
  const decide = (act: () => void) => () => {
    setDismissed(newest);
    act();
  };
  if (!newest) return null;
  return (
    <Dialog
      open={dismissed !== newest}
      onClose={() => setDismissed(newest)}
      title="This brush was saved elsewhere"
      says={`Since you opened it, revision ${newest.revision} was saved, perhaps in another window. Nothing of yours is lost.`}
    >
      <figure className="sheet mb-4 border border-line p-2">
        <BrushStrip
          src={`/strips/brushes/${newest.id}/${newest.revision}.png?w=440&h=64`}
          alt=""
          width={440}
          height={64}
          className="w-110 max-w-full"
        />
        <figcaption className="text-[13px] text-soft">
          revision {newest.revision}, “{newest.brush.name}”
        </figcaption>
      </figure>
      <div className="flex flex-wrap justify-end gap-2">
        <Button onClick={decide(() => store.run(takeNewest(newest.brush, newest.revision)))}>Take that version</Button>
        <Button onClick={decide(() => saving.saveOver(newest.revision))}>
          Save mine as revision {newest.revision + 1}
        </Button>
        <Button kind="act" onClick={decide(keepBoth)}>
          Keep both: mine as a new brush
        </Button>
      </div>
    </Dialog>
  );
}
