import { type Use, uses } from "@core/brush";
import { Droplet, Eraser, FlipHorizontal, Sun, Undo2 } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { counted } from "~/ui/words";

interface Props {
  readonly use: Use;
  readonly onUse: (use: Use) => void;
  readonly lit: boolean;
  readonly onLight: () => void;
  readonly mirrored: boolean;
  readonly onMirror: () => void;
  /** How many own strokes lie on the paper. */
  readonly strokes: number;
  /** Why nothing can be drawn at present. */
  readonly closed: string | undefined;
  readonly onTakeBack: () => void;
  readonly onClear: () => void;
  /** Dips the tip; where the brush is dipped by hand. */
  readonly onRefill: (() => void) | undefined;
  readonly children?: ReactNode;
}

/** What one's own strokes do, how the paper is looked at, and taking strokes back. */
export function PaperBar({
  use: chosen,
  onUse,
  lit,
  onLight,
  mirrored,
  onMirror,
  strokes,
  closed,
  onTakeBack,
  onClear,
  onRefill,
  children,
}: Props) {
  return (
    <div className="absolute top-1.5 right-2 flex items-center gap-1">
      <span role="status" className="mr-1 text-[12px] text-soft max-md:hidden">
        {closed ?? (strokes === 0 ? "draw anywhere" : counted(strokes, "stroke of yours", "strokes of yours"))}
      </span>
      <Segments label="What my strokes do" name="use" options={uses} value={chosen} onPick={onUse} className="mr-1" />
      {onRefill && (
        <Tool label="Dip the brush again" onPress={onRefill}>
          <Droplet aria-hidden size={15} />
        </Tool>
      )}
      <Tool label="Light thick paint" pressed={lit} onPress={onLight}>
        <Sun aria-hidden size={15} />
      </Tool>
      <Tool label="Look at the paper in a mirror" pressed={mirrored} onPress={onMirror}>
        <FlipHorizontal aria-hidden size={15} />
      </Tool>
      {children}
      <Tool label="Take back my last stroke" disabled={strokes === 0} onPress={onTakeBack}>
        <Undo2 aria-hidden size={15} />
      </Tool>
      <Tool label="Clear my strokes" disabled={strokes === 0} onPress={onClear}>
        <Eraser aria-hidden size={15} />
      </Tool>
    </div>
  );
}

function Tool({
  label,
  pressed,
  disabled,
  onPress,
  children,
}: {
  label: string;
  pressed?: boolean;
  disabled?: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <Button
      kind="quiet"
      className={`px-1.5 ${pressed ? "text-act!" : ""}`}
      disabled={disabled}
      aria-pressed={pressed}
      aria-label={label}
      title={label}
      onClick={onPress}
    >
      {children}
    </Button>
  );
}
