import type { KeptTip } from "@server/tips/repository";
import { Trash2 } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { useFetcher } from "react-router";
import { box } from "~/bench/setting-lines";
import { Button } from "~/ui/button";
import { counted } from "~/ui/words";
import type { action } from "./tip-route";

/** The maker's tips: found by name and tags, opened on the desk, forgotten. */
export function KeptTips({ tips, onOpen }: { tips: readonly KeptTip[]; onOpen: (tip: KeptTip) => void }) {
  const [words, setWords] = useState("");
  const [open, setOpen] = useState(false);
  const forgetter = useFetcher<typeof action>();
  const found = tips.filter(({ name, tags }) =>
    words
      .toLowerCase()
      .split(/\s+/)
      .every((word) => `${name} ${tags}`.toLowerCase().includes(word)),
  );
  const forget = (id: string) => {
    const form = new FormData();
    form.set("ask", JSON.stringify({ act: "forget", tip: id }));
    void forgetter.submit(form, { method: "post", encType: "multipart/form-data" });
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button disabled={tips.length === 0}>My tips ({tips.length})</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="bottom"
          align="end"
          sideOffset={6}
          collisionPadding={12}
          className="z-30 flex max-h-[75dvh] w-100 flex-col rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <input
            type="search"
            className={`${box} mb-2 w-full`}
            placeholder="Name or tags"
            aria-label="Find a tip"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
          <ul className="min-h-0 flex-1 space-y-1 overflow-y-auto">
            {found.map((tip) => (
              <li key={tip.id} className="flex items-center gap-2.5 rounded border border-line p-1.5">
                <span className="sheet grid size-14 shrink-0 place-items-center overflow-hidden rounded">
                  {tip.shape.kind === "image" && <img src={`/${tip.shape.pictures[0].file}`} alt="" loading="lazy" className="max-h-13 max-w-13" />}
                </span>
                <span className="min-w-0 flex-1">
                  <span className="block truncate font-medium">{tip.name}</span>
                  <span className="block truncate text-[12px] text-soft">{[tip.tags, tip.credit, tip.licence].filter(Boolean).join(" · ")}</span>
                  <span className="block truncate text-[12px] text-soft" title={tip.usedBy.join(", ")}>
                    {tip.usedBy.length === 0 ? "in no brush" : `in ${counted(tip.usedBy.length, "brush", "brushes")}: ${tip.usedBy.join(", ")}`}
                  </span>
                </span>
                <Button
                  className="h-7"
                  onClick={() => {
                    onOpen(tip);
                    setOpen(false);
                  }}
                >
                  Open
                </Button>
                <Button kind="quiet" className="h-7 px-1" aria-label={`Forget ${tip.name}; brushes keep it`} title="Forget it; brushes keep it" onClick={() => forget(tip.id)}>
                  <Trash2 aria-hidden size={14} />
                </Button>
              </li>
            ))}
            {found.length === 0 && <li className="text-soft">No tip of that name.</li>}
          </ul>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
