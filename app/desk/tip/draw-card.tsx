import { uses } from "@core/brush";
import { symmetries } from "@core/desk/tip/symmetry";
import { BrushChoice, type ChosenBrush } from "~/finding/brush-choice";
import { Segments } from "~/ui/segments";
import { CheckLine } from "~/ui/settings/check-line";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import type { TipPen } from "./protocol";

/** How the maker draws on the sheet; the brush is one of the shelf's, or the plain round. */
export interface DrawSettings extends Omit<TipPen, "brush"> {
  readonly brush: ChosenBrush | undefined;
  readonly size: number;
  readonly strength: number;
}

export const usualDrawing: DrawSettings = {
  brush: undefined,
  size: 24,
  strength: 1,
  use: "paint",
  grey: 0.5,
  keepsAlpha: false,
  symmetry: "none",
  times: 6,
};

const symmetryNames = {
  none: "once",
  "left-right": "mirrored left–right",
  "top-bottom": "mirrored top–bottom",
  both: "mirrored both ways",
  around: "around the middle",
} as const;

const ranges = {
  size: { low: 1, high: 500 },
  strength: { low: 0.02, high: 1 },
  grey: { low: 0, high: 1 },
  times: { low: 2, high: 24 },
} as const;
const laidRows: readonly RangeRow<"size" | "strength" | "grey">[] = [
  { name: "size", label: "Size", step: 1, unit: "px" },
  { name: "strength", label: "As strong as", step: 0.01, unit: "%" },
];
const greyRow: RangeRow<"grey"> = { name: "grey", label: "Dark … light", step: 0.01, unit: "%" };
const timesRows: readonly RangeRow<"times">[] = [{ name: "times", label: "How many times", step: 1 }];

interface Props {
  readonly settings: DrawSettings;
  readonly onSettings: (patch: Partial<DrawSettings>) => void;
  readonly mapped: boolean;
}

/** With what, how strongly and how often the maker's strokes fall on the sheet. */
export function DrawingSettings({ settings, onSettings, mapped }: Props) {
  const { brush, use, keepsAlpha, symmetry } = settings;
  return (
    <div className="space-y-1">
      <Segments
        label="What strokes on the sheet do"
        name="tip-use"
        options={uses}
        value={use}
        onPick={(picked) => onSettings({ use: picked })}
      />
      <div className="flex items-center gap-2">
        <span className="w-34 shrink-0">With</span>
        <BrushChoice
          label="Draw with"
          chosen={brush}
          none="a plain round"
          className="flex-1"
          onChoose={(picked) =>
            onSettings({
              brush: picked,
              ...(picked ? { size: Math.min(ranges.size.high, Math.round(picked.brush.tip.size)) } : {}),
            })
          }
        />
      </div>
      <RangeLines
        rows={mapped ? [...laidRows, greyRow] : laidRows}
        ranges={ranges}
        values={settings}
        onChange={(name, v) => onSettings({ [name]: v })}
      />
      <CheckLine label="Only where it is" value={keepsAlpha} onChange={(v) => onSettings({ keepsAlpha: v })} />
      <ChoiceLine
        label="Each stroke falls"
        value={symmetry}
        options={symmetries}
        names={symmetryNames}
        onPick={(v) => onSettings({ symmetry: v })}
      />
      {symmetry === "around" && (
        <RangeLines
          rows={timesRows}
          ranges={ranges}
          values={settings}
          onChange={(name, v) => onSettings({ [name]: v })}
        />
      )}
    </div>
  );
}
