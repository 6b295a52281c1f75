import { Popover } from "radix-ui";
import { BrushStrip } from "~/pictures/brush-strip";
import { Field, TextArea } from "~/ui/field";
import { describe } from "../state/commands";
import { seal } from "../state/steps";
import { useBench, useRun } from "../state/use-bench";

/** The longest sentence that says what a brush is for. */
const LONGEST = 300;

/** The brush on the bench: its name as it is now, its stroke as it was saved, and what it is for, which is written here. */
export function InHand({ id, revision }: { readonly id: string; readonly revision: number }) {
  const run = useRun();
  const name = useBench(({ brush }) => brush.name);
  const notes = useBench(({ brush }) => brush.notes);
  const tags = useBench(({ brush }) => brush.tags);
  return (
    <Popover.Root onOpenChange={(open) => !open && run(seal)}>
      <Popover.Trigger asChild>
        <button
          type="button"
          title={notes || "Say what it is for"}
          className="flex w-74 shrink-0 items-center gap-3 bg-act-wash px-2.5 text-left max-lg:w-full max-lg:py-1.5"
        >
          <BrushStrip
            src={`/strips/brushes/${id}/${revision}.png?w=240&h=72`}
            alt=""
            width={120}
            height={36}
            className="w-30 shrink-0"
          />
          <span className="min-w-0">
            <span className="sr-only">In hand: </span>
            <span className="block truncate font-semibold font-serif">{name}</span>
            <span className="block truncate text-[12.5px] text-soft">
              {[notes, tags?.join(" · ")].filter(Boolean).join(" — ") || "not said what it is for"}
            </span>
            <span className="sr-only">; write what it is for</span>
          </span>
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label="What it is for"
          className="z-30 w-90 space-y-2.5 rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <TextArea
            label="What it is for"
            hint="One sentence: painters read it on the shelf, in sets and editions."
            rows={2}
            maxLength={LONGEST}
            value={notes}
            onChange={(event) => run(describe({ notes: event.target.value }))}
          />
          <Field
            label="Tags"
            hint="Words, with commas between them."
            maxLength={200}
            defaultValue={tags?.join(", ") ?? ""}
            onChange={(event) => run(describe({ tags: event.target.value.split(",") }))}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
