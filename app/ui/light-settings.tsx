import { type Light, lightRanges, tableLight } from "@core/surface/light";
import { Button } from "./button";
import { CheckLine } from "./settings/check-line";
import { RangeLines, type RangeRow } from "./settings/range-lines";

const rows: readonly RangeRow<keyof Light>[] = [
  { name: "direction", label: "From where", step: 1, unit: "°" },
  { name: "altitude", label: "How high it stands", step: 1, unit: "°" },
  { name: "depth", label: "Paint stands up", step: 0.5, unit: "px" },
  { name: "gloss", label: "Gloss", step: 0.01, unit: "%" },
  { name: "hollows", label: "Dark in hollows", step: 0.01, unit: "%" },
  { name: "paper", label: "Paper’s tooth", step: 0.01, unit: "%" },
];

interface Props {
  readonly lit: boolean;
  readonly light: Light;
  /** Whether L is a key for it here. */
  readonly hasKey: boolean;
  /** Whether the paper may have a grain that can be lit, too. */
  readonly hasTooth: boolean;
  readonly onLit: (lit: boolean) => void;
  readonly onLight: (light: Light) => void;
}

/** How the light falls on thick paint, or that none does. */
export function LightSettings({ lit, light, hasKey, hasTooth, onLit, onLight }: Props) {
  return (
    <div className="space-y-1.5">
      <CheckLine label={hasKey ? "Paint is lit (L)" : "Paint is lit"} value={lit} onChange={onLit} />
      {lit && (
        <>
          <RangeLines
            rows={hasTooth ? rows : rows.filter(({ name }) => name !== "paper")}
            ranges={lightRanges}
            values={light}
            onChange={(name, value) => onLight({ ...light, [name]: value })}
          />
          <p className="text-[12.5px] text-soft">
            Directions are counter-clockwise from the right: 135° is the upper left.
            {hasTooth && " A paper’s tooth is seen where it has a grain."}
          </p>
        </>
      )}
      <div className="flex">
        <Button kind="quiet" className="ml-auto h-7 text-[13px]" onClick={() => onLight(tableLight)}>
          As usual
        </Button>
      </div>
    </div>
  );
}
