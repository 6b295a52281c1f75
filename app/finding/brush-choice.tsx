import type { Brush } from "@core/brush";
import { ChevronDown } from "lucide-react";
import { useState } from "react";
import { box } from "~/ui/settings/box";
import { BrushFinder } from "./brush-finder";

/** A brush of the shelf that was chosen. */
export interface ChosenBrush {
  readonly id: string;
  readonly brush: Brush;
}

interface Props {
  /** What the brush is chosen for. */
  readonly label: string;
  readonly chosen: ChosenBrush | undefined;
  /** What stands there, and is taken, when none is chosen. */
  readonly none: string;
  readonly onChoose: (chosen: ChosenBrush | undefined) => void;
  readonly className?: string;
}

/** A field that holds one brush of the shelf, however many there are. */
export function BrushChoice({ label, chosen, none, onChoose, className = "" }: Props) {
  const [open, setOpen] = useState(false);
  const now = chosen?.brush.name ?? none;
  return (
    <BrushFinder
      open={open}
      onOpen={setOpen}
      onTake={({ id, brush }) => onChoose({ id, brush })}
      instead={chosen && { name: none, onTake: () => onChoose(undefined) }}
      trigger={
        <button
          type="button"
          aria-label={`${label}: ${now}`}
          className={`${box} flex min-w-0 items-center justify-between gap-1 text-left ${className}`}
        >
          <span className="truncate">{now}</span>
          <ChevronDown aria-hidden size={14} className="shrink-0 text-soft" />
        </button>
      }
    />
  );
}
