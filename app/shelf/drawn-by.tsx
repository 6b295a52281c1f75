import { drawnGrainKinds } from "@core/ground/grain";
import { simulatedHands } from "@core/hand/simulate";
import { Waves } from "lucide-react";
import { useEffect, useState } from "react";
import { usualColours } from "~/engine/protocol";
import { Button } from "~/ui/button";
import { Popover } from "~/ui/popover";
import { box } from "~/ui/settings/box";
import type { Search } from "./use-search";

/** The hand, colour and sheet by which every row's stroke is drawn. */
export function DrawnBy({ search }: { readonly search: Search }) {
  const { params, put } = search;
  const hand = params.get("hand") ?? "slow-swell";
  return (
    <Popover
      label="Drawn by"
      align="end"
      trigger={
        <Button>
          <Waves aria-hidden size={14} />
          Drawn by {hand.replaceAll("-", " ")}…
        </Button>
      }
    >
      <div className="space-y-2">
        <label className="flex items-center gap-2">
          <span className="w-20">Hand</span>
          <select
            className={`${box} flex-1`}
            value={hand}
            onChange={(event) => put("hand", event.target.value === "slow-swell" ? undefined : event.target.value)}
          >
            {Object.keys(simulatedHands).map((name) => (
              <option key={name} value={name}>
                {name.replaceAll("-", " ")}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <span className="w-20">Sheet</span>
          <select
            className={`${box} flex-1`}
            value={params.get("grain") ?? ""}
            onChange={(event) => put("grain", event.target.value || undefined)}
          >
            <option value="">smooth</option>
            {drawnGrainKinds.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
        </label>
        <InkField value={params.get("ink") ?? undefined} onInk={(ink) => put("ink", ink)} />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-[18px] accent-act"
            checked={params.get("wet") === "1"}
            onChange={(event) => put("wet", event.target.checked ? "1" : undefined)}
          />
          over wet paint
        </label>
      </div>
    </Popover>
  );
}

/** How long a colour rests before strokes are drawn in it, ms. */
const RESTS = 350;

/** A colour that is taken when it rests: every stroke is painted anew for it. */
function InkField({ value, onInk }: { readonly value: string | undefined; readonly onInk: (ink: string) => void }) {
  const [draft, setDraft] = useState<string>();
  useEffect(() => {
    if (draft === undefined) return;
    const timer = setTimeout(() => {
      onInk(draft);
      setDraft(undefined);
    }, RESTS);
    return () => clearTimeout(timer);
  }, [draft, onInk]);
  return (
    <label className="flex items-center gap-2">
      <span className="w-20">Colour</span>
      <input
        type="color"
        className="size-7 cursor-pointer rounded border border-edge bg-raised pointer-coarse:size-10"
        value={`#${draft ?? value ?? usualColours.ink.slice(1)}`}
        onChange={(event) => setDraft(event.target.value.slice(1))}
      />
    </label>
  );
}
